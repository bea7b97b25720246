import { GRAVITY } from '../../constants'
import { seededRandom, type Random } from '../../math/random'
import { type Plan, natureOf, plan } from '../../plan'
import { Film, type Scene, sceneOf } from '../../render'
import { newSetup } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Frame, LabInput, StandIn } from '../types'
import { caughtIn, type Caught } from '../take/closer'
import { placesOf } from '../take/instants'
import { photographed } from './camera'

/** px across of a picture, and passes of light over it. */
const WIDE = 360
const PASSES = 3

const between = (random: Random, low: number, high: number): number => low + random.uniform() * (high - low)
const file = (name: string, frame: Frame): LabInput => ({ kind: 'frame', name, frame })
const heightOf = ({ setup }: Plan): number => Math.round((WIDE * setup.camera.sensorHeight) / setup.camera.sensorWidth)

/** A scene through the renderer and the camera: its noise, its curve, its JPEG. */
function taken(scene: Scene, planned: Plan, random: Random): Frame {
  const height = heightOf(planned)
  const film = new Film(scene, WIDE, height, Math.floor(random.uniform() * 2 ** 31))
  for (let pass = 0; pass < PASSES; pass++) film.pass()
  const light = Float32Array.from({ length: WIDE * height }, (_, i) => {
    const [red, green, blue] = film.at(i % WIDE, Math.floor(i / WIDE))
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue
  })
  return photographed(light, { width: WIDE, height, blur: 0.6 }, random)
}

/** A grey card at the subject, turned to face the one light there is, which stands and is set anyhow. */
export function exposureStandIn(seed: number): StandIn {
  const random = seededRandom(seed)
  const stops = between(random, -2.5, 1.8)
  const start = newSetup('projectile')
  const lit = withChanges({ ...start, flashes: start.flashes.slice(0, 1) }, [
    { path: 'flashes[0].angle', value: -Math.PI / 2 + between(random, -0.5, 0.5) },
    { path: 'flashes[0].elevation', value: between(random, -0.3, 0.6) },
    { path: 'flashes[0].distance', value: between(random, 0.5, 2) },
    { path: 'flashes[0].guideNumber', value: 60 },
    { path: 'picture.iso', value: 1600 },
  ])
  // Whatever it gives too much is kept off.
  const tooMuch = plan(lit).exposure.flash! - stops
  const planned = plan(withChanges(lit, [{ path: 'flashes[0].lossStops', value: Math.max(0, tooMuch) }]))
  const frame = taken(sceneOf(planned, { standIn: 0, room: false }), planned, random)
  return {
    files: [file('card.jpg', frame)],
    settings: { reflectance: 0.18 },
    truth: { stops: planned.exposure.flash! },
  }
}

/** A take of a plan with the thing caught at a place, m along the travel, and the frame before anything came. */
function takeAt(planned: Plan, place: number, random: Random) {
  const { known, timing } = planned
  const size = { width: WIDE, height: heightOf(planned) } as Frame
  const at = (time: number): Caught => caughtIn(size, planned, placesOf(planned), time - timing.moment!)
  const { motion } = natureOf(known)
  const seenAt = (where: number): Caught => at(motion.timeAt(where)!)
  const caught = seenAt(place)
  return {
    seenAt,
    caught,
    now: taken(caught.scene, planned, random),
    // Before it is let go nothing is in sight.
    empty: taken(at(0).scene, planned, random),
    perPx: planned.optics.fieldWidth / WIDE,
  }
}

/** A steel ball on its way to a cracker, beside the same without the ball. */
export function placeStandIn(seed: number): StandIn {
  const random = seededRandom(seed)
  const planned = plan(
    withChanges(newSetup('projectile'), [
      { path: 'picture.distance', value: between(random, 0.5, 0.9) },
      { path: 'flashes[0].angle', value: -Math.PI / 2 + between(random, -0.6, 0.6) },
      { path: 'flashes[0].power', value: 1 / 64 },
    ]),
  )
  const { subject } = planned.setup
  const mark = subject.distance - between(random, 0.02, 0.05)
  // In sight: its whole length within the frame's left half.
  const leftmost = subject.distance - planned.optics.fieldWidth / 2 + 2 * planned.setup.motion.objectLength
  const place = between(random, Math.max(leftmost, mark - 0.03), mark + 0.015)
  const take = takeAt(planned, place, random)
  const [from, to] = [30, WIDE - 30]
  return {
    files: [file('take.jpg', take.now), file('empty.jpg', take.empty)],
    // A tape is read to 2 mm.
    settings: {
      way: 'right',
      length: (to - from) * take.perPx + random.normal() * 0.002,
      lengthError: 0.002,
      mark: take.seenAt(mark).x,
      from,
      to,
    },
    truth: { past: place - mark },
  }
}

/** Something that fell through a beam and on, caught before it reached the liquid. */
export function chainStandIn(seed: number): StandIn {
  const random = seededRandom(seed)
  const beam = between(random, 0.1, 0.3)
  const latency = between(random, 0.004, 0.03)
  const fallen = 0.5 * GRAVITY * (Math.sqrt((2 * beam) / GRAVITY) + latency) ** 2
  const planned = plan(
    withChanges(newSetup('drop'), [
      { path: 'subject.distance', value: fallen + between(random, 0.02, 0.06) },
      { path: 'sensor.position', value: beam },
      // From the camera's side, so that its lower edge is not in shadow.
      ...[0, 1].flatMap(i => [
        { path: `flashes[${i}].angle`, value: -Math.PI / 2 + (i - 0.5) * between(random, 0.3, 1) },
        { path: `flashes[${i}].elevation`, value: between(random, -0.1, 0.2) },
      ]),
    ]),
  )
  const take = takeAt(planned, fallen, random)
  const [from, to] = [20, take.now.height - 20]
  return {
    files: [file('drop.jpg', take.now), file('empty.jpg', take.empty)],
    settings: {
      beam: beam + random.normal() * 0.002,
      length: (to - from) * take.perPx + random.normal() * 0.001,
      lengthError: 0.001,
      delay: 0,
      mark: take.caught.y - (fallen - beam) / take.perPx,
      from,
      to,
    },
    truth: { latency },
  }
}
