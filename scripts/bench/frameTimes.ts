import { RECIPES, type Setup, newSetup, plan } from '../../core'
import { Film, sceneOf } from '../../core/render'
import { quantile } from './quantiles'

/** Pixels of a picture in the page, and of the first one shown. */
const WIDE = 280
const TALL = 187
/** Noise at which a picture is quiet, stops of the median pixel. */
const QUIET = 0.1
/** Levels against grey that are looked at: what is black has no stops. */
const SEEN = 0.002

const since = (began: number): number => performance.now() - began

/** Noise of the median pixel that is not black, stops: by a second film of another seed. */
function noise(one: Film, other: Film): number {
  const off: number[] = []
  for (let y = 0; y < TALL; y += 2)
    for (let x = 0; x < WIDE; x += 2) {
      const [a, b] = [one.at(x, y)[1], other.at(x, y)[1]]
      if (a > SEEN && b > SEEN) off.push(Math.abs(Math.log2(a / b)) / Math.SQRT2)
      else if (a > SEEN || b > SEEN) off.push(1)
    }
  // Half of the pixels differ by less than 0.6745 of their standard deviation.
  return quantile(off, 0.5) / 0.6745
}

/** ms until a first picture of half the size, until all of it at one sample, and until it is quiet. */
function timesOf(setup: Setup): [first: number, whole: number, quiet: number, passes: number] {
  const began = performance.now()
  const scene = sceneOf(plan(setup))
  new Film(scene, WIDE / 2, Math.ceil(TALL / 2)).pass()
  const first = since(began)
  const film = new Film(scene, WIDE, TALL)
  film.pass()
  const whole = since(began)
  const other = new Film(scene, WIDE, TALL, 2)
  other.pass()
  let spent = whole
  while (noise(film, other) > QUIET && film.passes < 256) {
    const more = performance.now()
    for (let i = film.passes; i > 0; i--) film.pass()
    spent += since(more)
    while (other.passes < film.passes) other.pass()
  }
  return [first, whole, spent, film.passes]
}

/** Prints how long the predicted frame takes on one core, of every recipe. */
export function frameTimesBench(): void {
  console.log(`\nThe predicted frame, ${WIDE} × ${TALL}, on one core: first picture, whole, quiet (${QUIET} EV), ms`)
  // A worker that has been at it for a while is warm.
  for (const recipe of RECIPES) timesOf(newSetup(recipe))
  for (const recipe of RECIPES) {
    const [first, whole, quiet, passes] = timesOf(newSetup(recipe))
    const text = [first, whole, quiet].map(ms => ms.toFixed(0).padStart(6)).join('')
    console.log(`${recipe.padEnd(12)}${text}  in ${passes} passes`)
  }
}
