import { type Change, type Recipe, newSetup, plan, withChanges } from '../../core'
import { type SceneOptions, toneMapped, sceneOf } from '../../core/render'
import { filmOf } from './photo'

/** The predicted frame of a set-up, kept with it: its light field by field, and how it is shown. */
export interface GoldenFrame {
  recipe: Recipe
  changes: Change[]
  options: SceneOptions
  /** Red, green and blue of each field, row by row. */
  light: number[][]
  /** Sums of what is shown, as it is and in colours by stops. */
  shown: number[]
}

const [ACROSS, DOWN] = [6, 4]
/** Pixels of a field, and samples of a pixel. */
const [SIDE, PASSES] = [7, 3]

type Seen = Pick<GoldenFrame, 'light' | 'shown'>

/** Few pixels of few samples: no picture to look at, but one that any change of the renderer moves. */
export function frameOf({ recipe, changes, options }: Omit<GoldenFrame, 'light' | 'shown'>): Seen {
  const scene = sceneOf(plan(withChanges(newSetup(recipe), changes)), options)
  const film = filmOf(scene, [ACROSS * SIDE, DOWN * SIDE], PASSES)
  const light = Array.from({ length: ACROSS * DOWN }, () => [0, 0, 0])
  for (let y = 0; y < film.height; y++)
    for (let x = 0; x < film.width; x++) {
      const field = light[Math.floor(y / SIDE) * ACROSS + Math.floor(x / SIDE)]!
      film.at(x, y).forEach((colour, i) => (field[i]! += colour / SIDE ** 2))
    }
  const sum = (bytes: Uint8ClampedArray): number => bytes.reduce((total, byte, i) => total + byte * (1 + (i % 97)), 0)
  return { light, shown: [sum(toneMapped(film)), sum(toneMapped(film, true))] }
}
