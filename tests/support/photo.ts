import { Film, toneMapped } from '../../core'
import { BENCH, type Frame, frameOf } from '../../core/lab'

/** A scene, exposed in so many pixels of so many samples each. */
export function filmOf(scene: ConstructorParameters<typeof Film>[0], size: [number, number], passes: number): Film {
  const film = new Film(scene, ...size)
  for (let pass = 0; pass < passes; pass++) film.pass()
  return film
}

/** It as the bench's camera delivers it. */
export const delivered = (film: Film): Frame =>
  frameOf({ width: film.width, height: film.height, rgba: toneMapped(film) }, { tone: BENCH })
