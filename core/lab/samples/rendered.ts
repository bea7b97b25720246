import { GRAVITY } from '../../physics/constants'
import { pulseMiddle } from '../../physics/flash'
import { between, type Random, seededRandom } from '../../math/random'
import { type Assessment, assess } from '../../plan'
import { peakLatency } from '../../light/pulses'
import { natureOf } from '../../take'
import { Film, type Scene, sceneOf } from '../../render'
import { recipeStart } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'
import type { Frame, LabInput, SyntheticSample } from '../types'
import { caughtIn, type Caught } from '../take/closer'
import { placesOf } from '../take/instants'
import { type CameraOptions, photographed } from './camera'

/** px across of a picture, and passes of light over it. */
const WIDE = 360
const PASSES = 3

const file = (name: string, frame: Frame): LabInput => ({ kind: 'frame', name, frame })
const heightOf = ({ setup }: Assessment): number =>
  Math.round((WIDE * setup.camera.sensorHeight) / setup.camera.sensorWidth)

/** A scene through the renderer and the camera: its noise, its curve, its JPEG. */
function taken(scene: Scene, planned: Assessment, random: Random, exposure?: CameraOptions['exposure']): Frame {
  const height = heightOf(planned)
  const film = new Film(scene, WIDE, height, Math.floor(random.uniform() * 2 ** 31))
  film.pass(PASSES)
  const light = Float32Array.from({ length: WIDE * height }, (_, i) => film.brightness(i % WIDE, Math.floor(i / WIDE)))
  return photographed(light, { width: WIDE, height, blur: 0.6, ...(exposure ? { exposure } : {}) }, random)
}

/** A grey card at the subject, turned to face the one light there is, which stands and is set anyhow. */
export function exposureSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const stops = between(random, -2.5, 1.8)
  const start = recipeStart('projectile')
  const lit = withChanges({ ...start, flashes: start.flashes.slice(0, 1) }, [
    { path: 'flashes[0].angle', value: -Math.PI / 2 + between(random, -0.5, 0.5) },
    { path: 'flashes[0].elevation', value: between(random, -0.3, 0.6) },
    { path: 'flashes[0].distance', value: between(random, 0.5, 2) },
    { path: 'flashes[0].guideNumber', value: 60 },
    { path: 'picture.iso', value: 1600 },
  ])
  // Whatever it gives too much is kept off.
  const tooMuch = assess(lit).exposure.flash! - stops
  const planned = assess(withChanges(lit, [{ path: 'flashes[0].lossStops', value: Math.max(0, tooMuch) }]))
  const frame = taken(sceneOf(planned, { standIn: 0, room: false }), planned, random)
  return {
    files: [file('card.jpg', frame)],
    settings: { reflectance: 0.18 },
    truth: { stops: planned.exposure.flash! },
  }
}

/** Parts of a ground that its light is told over, across and down, and passes over a small picture of it. */
const BLOCKS = { across: 16, down: 11 }
const PX = 5
const GROUND_PASSES = 16
/** Stops that what stands before a ground differs from it, the least. */
const BEFORE = 0.2

/** Stops of each part of a scene. */
function partsOf(scene: Scene): number[] {
  const [wide, tall] = [BLOCKS.across * PX, BLOCKS.down * PX]
  const film = new Film(scene, wide, tall, 1)
  film.pass(GROUND_PASSES)
  const sums = new Float64Array(BLOCKS.across * BLOCKS.down)
  for (let y = 0; y < tall; y++)
    for (let x = 0; x < wide; x++)
      sums[Math.floor(y / PX) * BLOCKS.across + Math.floor(x / PX)]! += film.brightness(x, y) / PX ** 2
  return Array.from(sums, light => Math.log2(Math.max(1e-9, light) / 0.18))
}

/** Stops of each part of a plan's ground with nothing before it. */
const backgroundLight = (planned: Assessment): number[] => partsOf(sceneOf(planned, { bare: true, room: false }))

/** A white ground lit from two sides, with what a set-up has before it. */
export function backgroundSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const recipe = (['pour', 'drop', 'balloon'] as const)[seed % 3]!
  const start = recipeStart(recipe)
  const light = { ...start.flashes[0]!, role: 'ground' as const, beamAngle: 2.2, power: 1 / 16, lossStops: 0 }
  const lights = [0, 1].map(side => {
    const beside = between(random, 0.25, 0.75)
    return {
      ...light,
      angle: side === 0 ? beside : Math.PI - beside,
      elevation: between(random, -0.3, 0.3),
      distance: between(random, 0.9, 1.5),
      lossStops: between(random, 0, 1.5),
    }
  })
  const lit = withChanges({ ...start, flashes: [...start.flashes.slice(0, 1), ...lights] }, [
    { path: 'scene.ground.reflectance', value: 0.85 },
    { path: 'scene.ground.distance', value: between(random, 0.8, 1.4) },
  ])
  // As bright as wanted: whatever is too much is kept off every light.
  const tooMuch = Math.max(...backgroundLight(assess(lit))) - between(random, -2, 1.8)
  const planned = assess({ ...lit, flashes: lit.flashes.map(f => ({ ...f, lossStops: f.lossStops + tooMuch })) })
  const stops = backgroundLight(planned)
  const shown = partsOf(sceneOf(planned, { room: false }))
  const seen = stops.filter((value, i) => Math.abs(value - shown[i]!) < BEFORE)
  const [wide, tall] = [BLOCKS.across, BLOCKS.down]
  const inMiddle = stops.filter(
    (_, i) => Math.abs((i % wide) - (wide - 1) / 2) < 1 && Math.abs(Math.floor(i / wide) - (tall - 1) / 2) < 1,
  )
  return {
    files: [file('ground.jpg', taken(sceneOf(planned, { room: false }), planned, random))],
    settings: {},
    truth: {
      evenness: Math.max(...seen) - Math.min(...seen),
      middle: inMiddle.reduce((sum, value) => sum + value, 0) / inMiddle.length,
    },
  }
}

/** An empty wall at three shutters past the sync, and at a slow one. */
export function syncSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const travel = between(random, 0.0025, 0.005)
  const start = recipeStart('projectile')
  const t01 = between(random, 0.0001, 0.0009)
  const key = {
    ...start.flashes[0]!,
    angle: -Math.PI / 2 + between(random, -0.3, 0.3),
    distance: between(random, 1.5, 2.5),
    beamAngle: 2.2,
    latency: between(random, 0.00005, 0.0005),
    power: 1 / 2,
    table: [{ power: 1 / 2, t05: t01 / 3.4, t01 }],
  }
  const wall = withChanges({ ...start, method: 'sync-shutter', flashes: [key] }, [
    { path: 'scene.ground.reflectance', value: 0.85 },
    { path: 'scene.ground.distance', value: between(random, 0.3, 1) },
    { path: 'camera.shutterKind', value: 'focal-plane' },
    { path: 'camera.curtainTravel', value: travel },
    { path: 'camera.curtainRuns', value: 'down' },
    { path: 'picture.ambientEv', value: -12 },
  ])
  const slow = 1 / 60
  const at = (setup: Setup, shutter: number): Assessment =>
    assess(withChanges(setup, [{ path: 'picture.shutter', value: shutter }]))
  const tooMuch = Math.max(...backgroundLight(at(wall, slow))) - between(random, 0.4, 1.4)
  const lit = { ...wall, flashes: [{ ...key, lossStops: key.lossStops + tooMuch }] }
  const met = at(lit, slow)
  // When half of the light is out, after the contact closed.
  const lag = met.known.link.latency + peakLatency(met.known, met.known.flashes[0]!) + pulseMiddle(met.pulses[0]!.shape)
  const shutters = [0.75, 0.55, 0.35].map(share => travel * share + lag * 0.5)
  const frameAt = (shutter: number): Frame => {
    const planned = at(lit, shutter)
    return taken(sceneOf(planned, { bare: true, room: false }), planned, random, { shutter })
  }
  return {
    files: [
      ...shutters.map((shutter, i) => file(`sync-${i + 1}.jpg`, frameAt(shutter))),
      file('slow.jpg', frameAt(slow)),
    ],
    settings: { reference: slow },
    truth: { travel, lag, dark: 1 + (lag - shutters[0]!) / travel },
  }
}

/** A take of a plan with the thing caught at a place, m along the travel, and the frame before anything came. */
function takeAt(planned: Assessment, place: number, random: Random) {
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
export function placeSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const planned = assess(
    withChanges(recipeStart('projectile'), [
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
export function chainSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const beam = between(random, 0.1, 0.3)
  const latency = between(random, 0.004, 0.03)
  const fallen = 0.5 * GRAVITY * (Math.sqrt((2 * beam) / GRAVITY) + latency) ** 2
  const planned = assess(
    withChanges(recipeStart('drop'), [
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
