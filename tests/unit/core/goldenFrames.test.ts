import { readFileSync } from 'node:fs'
import { differences } from '../../support/golden'
import { type GoldenFrame, frameOf } from '../../support/goldenFrames'

const all = JSON.parse(readFileSync('tests/golden/frames.json', 'utf8')) as GoldenFrame[]

/** What the camera is predicted to see of some set-ups: any change shows. `npm run golden` writes down what is seen. */
test.each(all.map((golden, i) => [i, golden.recipe, golden] as const))(
  'frame %i, of a %s, is what it was',
  (_, __, golden) => {
    const { light, shown } = golden
    expect(differences(frameOf(golden), { light, shown })).toEqual([])
  },
)
