import { RECIPES, type Setup, fieldAt, newSetup, withChanges } from '~~/core'
import { aimFigures, cardFigures, figuresOf, lightFigures } from '~/components/views/partFigures'
import { isInUse } from '~/components/inputs/sections'

const PARTS = ['camera', 'subject', 'second', 'sensor', 'start', 'backstop', 'background', 'moment', 'delay'] as const

test.each(RECIPES)('beside the things of a %s set-up stand inputs that there are, and that bear on it', recipe => {
  const setup = newSetup(recipe)
  const paths = [
    ...PARTS.flatMap(part => figuresOf(setup, part)),
    ...lightFigures(0),
    ...aimFigures(0),
    ...cardFigures(0),
  ]
  expect(paths.filter(path => !fieldAt(path))).toEqual([])
  expect(paths.filter(path => !isInUse(setup, path))).toEqual([])
  expect(figuresOf(setup, 'camera').slice(0, 2)).toEqual(['picture.distance', 'picture.aperture'])
})

test('another sensor has other figures', () => {
  const setup = newSetup('projectile')
  const heard: Setup = withChanges(setup, [{ path: 'sensor.kind', value: 'sound' }])
  expect(figuresOf(setup, 'sensor')).toContain('sensor.beamWidth')
  expect(figuresOf(heard, 'sensor')).not.toContain('sensor.beamWidth')
  expect(figuresOf(heard, 'sensor')).toContain('sensor.threshold')
})
