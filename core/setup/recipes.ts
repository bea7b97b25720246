import { newBodies } from './bodies'
import { newLists, untested } from './lists'
import { MOMENTS, momentOf } from './moments'
import { withChanges } from './paths'
import type { FlashSetup, Method, PopGroup, Recipe, Setup } from './types'

/** A battery flash whose tube is cut off early: the lower the power, the shorter. */
export function batteryFlash(change: Partial<FlashSetup> = {}): FlashSetup {
  return {
    name: 'Key', kit: '', modifier: '', supply: 'battery', units: 1, relay: 1, guideNumber: 28, power: 1 / 32, minimumPower: 1 / 128, distance: 0.6, angle: -2.2, elevation: 0, lossStops: 0,
    latency: 90e-6, jitter: 8e-6, slaveDelay: 40e-6, recycleTime: 2.6, recyclePower: 1, energy: 76, heatLimit: 3000, highSpeedSync: false,
    measured: false, borrowed: true,
    table: [
      { power: 1, t05: 1250e-6, t01: 3800e-6 },
      { power: 1 / 2, t05: 900e-6, t01: 1350e-6 },
      { power: 1 / 4, t05: 420e-6, t01: 560e-6 },
      { power: 1 / 8, t05: 210e-6, t01: 270e-6 },
      { power: 1 / 16, t05: 115e-6, t01: 145e-6 },
      { power: 1 / 32, t05: 65e-6, t01: 82e-6 },
      { power: 1 / 64, t05: 38e-6, t01: 50e-6 },
      { power: 1 / 128, t05: 22e-6, t01: 31e-6 },
    ],
    repeat: [],
    ...change,
  }
}

/** A mains head whose voltage falls with power: the lower the power, the longer. */
export function mainsFlash(change: Partial<FlashSetup> = {}): FlashSetup {
  return {
    ...batteryFlash(),
    name: 'Mains key', supply: 'mains', guideNumber: 90, power: 1 / 2, minimumPower: 1 / 32, distance: 1.5, lossStops: 1.3, latency: 150e-6, jitter: 15e-6, recycleTime: 1.2,
    energy: 500, heatLimit: 60_000,
    table: [
      { power: 1, t05: 480e-6, t01: 1500e-6 },
      { power: 1 / 2, t05: 620e-6, t01: 1900e-6 },
      { power: 1 / 4, t05: 800e-6, t01: 2400e-6 },
      { power: 1 / 8, t05: 980e-6, t01: 3000e-6 },
      { power: 1 / 16, t05: 1150e-6, t01: 3500e-6 },
      { power: 1 / 32, t05: 1300e-6, t01: 4000e-6 },
    ],
    repeat: [],
    ...change,
  }
}

/** A group of pops, to be changed. */
export function popGroup(change: Partial<PopGroup> = {}): PopGroup {
  return { name: 'Pops', lights: [0], placing: 'interval', count: 6, interval: 0.08, start: 0, joinsLast: false, from: 0.1, to: 0.5, times: [], ...change }
}

/** The rig that every recipe starts from: a beam-fired open shutter in a dark room. */
const BASE: Omit<Setup, 'name' | 'recipe' | 'lists' | 'bodies'> = {
  format: 'epiro-setup',
  version: 1,
  notes: '',
  method: 'open-shutter',
  trigger: 'sensor',
  air: { temperatureC: 20, temperatureError: 1.5, relativeHumidity: 0.5, pressure: 101_325 },
  action: { kind: 'launcher' },
  motion: {
    kind: 'flight', speed: 34, speedSpread: 0.012, speedError: 0.04, angle: 0, objectLength: 0.008, diameter: 0.008, mass: 0.0021, dragCoefficient: 0.47,
    dragPerMetre: null, turns: 0,
  },
  subject: { distance: 0.9, distanceError: 0.002, depth: 0.012, height: 0.09, liquidDepth: 0, filling: 'air', crackSpeed: 250, crackSpeedSpread: 0.05, crackSpeedError: 0.3 },
  moment: {
    phase: 'ball just out of the far face', reference: 'travel', model: 'time', offset: 0.03, descending: false, fraction: 0.5, time: 0.01, timeSpread: 0, timeError: 0,
    window: { beforeDistance: 0.012, afterDistance: 0.012, beforeTime: 0.002, afterTime: 0.002 },
  },
  sensor: {
    kind: 'beam', source: 'start', position: 0.3, positionError: 0.002, offset: 0, beamWidth: 0.003, response: 80e-6, latency: null, jitter: null,
    riseTime: 50e-6, bounceAfter: 0.1, falsePeak: null, eventPeak: null, threshold: null, peakDistance: null,
  },
  controller: { latency: 20e-6, jitter: 3e-6, minimumInterval: 0.002, delayStep: 100e-6, delayMinimum: 0, delayMaximum: 10, holdOff: 0.5 },
  delay: null,
  link: { kind: 'cable', latency: null, jitter: null, minimumInterval: 0 },
  hand: { lead: null, scatter: 0.05, flinch: 0.03, flinchError: 0.03 },
  flashes: [
    batteryFlash({ name: 'Key', units: 2, power: 1 / 64, distance: 0.5, angle: -2.3 }),
    batteryFlash({ name: 'Rim', power: 1 / 64, distance: 0.55, angle: 0.7 }),
  ],
  camera: {
    shutterKind: 'focal-plane', sensorWidth: 0.036, sensorHeight: 0.024, pixelsWide: 7360, syncSpeed: 1 / 200, curtainTravel: 0.0034, curtainRuns: 'up', readOut: 0.05,
    lag: 0.055, lagJitter: 0.004, frameRate: 9, bufferFrames: 60, baseIso: 100, maximumIso: 3200,
  },
  lens: { focalLength: 0.1, widestAperture: 2.8, smallestAperture: 32, pupilRatio: 1 },
  picture: {
    distance: 0.65, aperture: 16, iso: 320, shutter: 2, ambientEv: -4, ambientLimit: -6, angleToSensor: 0, circleOfConfusion: null, depthWanted: 0.025,
    blurLimit: 0.002,
  },
  sequence: { groups: [], track: [], curtain: 'front', margin: 0.01, panSpeed: 0, panAngle: 0, stillWidth: 0.4, groundStops: -6 },
  catch: { distance: 1.9 },
  goal: { keepers: 3, confidence: 0.9, stock: 24 },
  kit: { camera: '', lens: '', sensor: '', controller: '', link: '', consumable: '' },
  learnt: [],
  tests: untested(),
}

type Draft = { [K in keyof Setup]?: Setup[K] extends unknown[] ? Setup[K] : Setup[K] extends object ? Partial<Setup[K]> : Setup[K] }

function from(recipe: Recipe, name: string, change: Draft): Setup {
  const setup: Setup = { ...structuredCloneOf(BASE), name, recipe, bodies: newBodies(recipe), lists: newLists(recipe) }
  for (const [key, value] of Object.entries(change) as [keyof Setup, unknown][]) {
    const old = setup[key]
    const merge = value !== null && typeof value === 'object' && !Array.isArray(value) && old !== null && typeof old === 'object'
    Object.assign(setup, { [key]: merge ? { ...old, ...value } : value })
  }
  return setup
}

/** Plain data only; core may not count on a host's structuredClone. */
function structuredCloneOf<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}

/** A plausible whole for each recipe, to be changed from there. Times and spreads are typical, not measured. */
const STARTS: Record<Recipe, () => Setup> = {
  projectile: () => from('projectile', 'Steel ball through a rice cracker', {}),

  balloon: () => from('balloon', 'Confetti-filled balloon and a pin', {
    action: { kind: 'pin' },
    motion: { kind: 'still', speed: 1, objectLength: 0.28, diameter: 0.28, mass: 0.01 },
    subject: { distance: 0, distanceError: 0, depth: 0.28, height: 0.28, filling: 'confetti' },
    sensor: { ...BASE.sensor, kind: 'sound', source: 'start', position: 0, offset: 0.11, positionError: 0.01, falsePeak: 0.05, eventPeak: 0.7, threshold: 0.19 },
    flashes: [batteryFlash({ units: 2, power: 1 / 128, distance: 0.6 }), batteryFlash({ name: 'Rim', power: 1 / 128, distance: 0.8, angle: 0.7 })],
    // A recoiling skin is near 100 m/s: no light of this kind draws it finer than some millimetres.
    picture: { distance: 1.6, aperture: 11, iso: 400, depthWanted: 0.12, blurLimit: 0.004 },
    catch: { distance: 0.6 },
  }),

  pour: () => from('pour', 'Cream into iced coffee', {
    action: { kind: 'pour' },
    motion: { kind: 'stream', speed: 0.35, speedSpread: 0.06, speedError: 0.15, objectLength: 0.012, diameter: 0.012, mass: 0.02 },
    subject: { distance: 0.16, distanceError: 0.004, depth: 0.09, height: 0.08, liquidDepth: 0.07 },
    sensor: { ...BASE.sensor, position: 0.05, beamWidth: 0.002, response: 0.001 },
    flashes: [batteryFlash({ power: 1 / 16, distance: 0.6, units: 1 }), batteryFlash({ name: 'Behind', power: 1 / 16, distance: 0.5, angle: 1.2, lossStops: 1 })],
    picture: { distance: 0.8, aperture: 14, iso: 200, shutter: 1, depthWanted: 0.035, blurLimit: 0.0005 },
    catch: { distance: 0.3 },
  }),

  drop: () => from('drop', 'Key into a bowl of milk', {
    action: { kind: 'release' },
    motion: { kind: 'fall', speed: 1, speedSpread: 0, speedError: 0, objectLength: 0.02, diameter: 0.02, mass: 0.012 },
    subject: { distance: 0.45, distanceError: 0.003, depth: 0.06, height: 0.1, liquidDepth: 0.05 },
    sensor: { ...BASE.sensor, position: 0.1, beamWidth: 0.003, response: 0.0005 },
    flashes: [batteryFlash({ power: 1 / 32, distance: 0.5 }), batteryFlash({ name: 'Behind', power: 1 / 32, distance: 0.5, angle: 1.2 })],
    picture: { distance: 0.7, aperture: 16, iso: 320, shutter: 2, depthWanted: 0.03, blurLimit: 0.0005 },
    catch: { distance: 0.5 },
  }),

  throw: () => from('throw', 'Iced tea thrown over a steel jug', {
    action: { kind: 'throw' },
    motion: { kind: 'arc', speed: 4, speedSpread: 0.1, speedError: 0.2, angle: Math.PI / 12, objectLength: 0.2, diameter: 0.1, mass: 0.3 },
    subject: { distance: 0.9, distanceError: 0.02, depth: 0.15, height: 0.3 },
    sensor: { ...BASE.sensor, position: 0.35, beamWidth: 0.004, response: 0.001 },
    flashes: [batteryFlash({ power: 1 / 16, distance: 1, units: 2 }), batteryFlash({ name: 'Rim', power: 1 / 16, distance: 1.1, angle: 0.7 })],
    picture: { distance: 2.4, aperture: 11, iso: 125, shutter: 1, depthWanted: 0.25, blurLimit: 0.001 },
    catch: { distance: 2 },
  }),

  powder: () => from('powder', 'Climber’s chalk clap', {
    method: 'sync-shutter',
    action: { kind: 'hand' },
    motion: { kind: 'flight', speed: 4, speedSpread: 0.12, speedError: 0.3, objectLength: 0.02, diameter: 0.02, mass: 0.001, dragPerMetre: 4 },
    subject: { distance: 0, distanceError: 0, depth: 0.3, height: 0.5 },
    sensor: { ...BASE.sensor, kind: 'sound', source: 'start', position: 0, offset: 0.8, positionError: 0.03, falsePeak: 0.08, eventPeak: 0.5, threshold: 0.2 },
    flashes: [batteryFlash({ power: 1 / 16, distance: 1.2, units: 2 }), batteryFlash({ name: 'Rim', power: 1 / 16, distance: 1.3, angle: 0.7 })],
    picture: { distance: 3, aperture: 9, iso: 125, shutter: 1 / 160, ambientEv: 1, depthWanted: 0.4, blurLimit: 0.001 },
    catch: { distance: 1 },
  }),

  toss: () => from('toss', 'Spinning top at the top of a toss', {
    method: 'sync-shutter',
    action: { kind: 'toss' },
    motion: { kind: 'toss', speed: 3.2, speedSpread: 0.04, speedError: 0.1, objectLength: 0.06, diameter: 0.06, mass: 0.06, turns: 6 },
    subject: { distance: 0.45, distanceError: 0.01, depth: 0.06, height: 0.06 },
    sensor: { ...BASE.sensor, position: 0.15, beamWidth: 0.004, response: 0.001 },
    flashes: [batteryFlash({ power: 1 / 16, distance: 0.9, units: 2 })],
    picture: { distance: 1.8, aperture: 11, iso: 125, shutter: 1 / 160, ambientEv: 0, depthWanted: 0.12, blurLimit: 0.001 },
    catch: { distance: 0.6 },
  }),

  swing: () => from('swing', 'Diabolo juggler in six pops', {
    action: { kind: 'swing' },
    motion: { kind: 'swing', speed: 3, speedSpread: 0.05, speedError: 0.15, objectLength: 0.13, diameter: 0.13, mass: 0.25, turns: 8 },
    subject: { distance: 0.8, distanceError: 0.02, depth: 0.5, height: 1.8 },
    sensor: { ...BASE.sensor, kind: 'beam', position: 0.1, beamWidth: 0.004, response: 0.001 },
    flashes: [
      batteryFlash({ name: 'Left', power: 1 / 32, distance: 2, units: 3, angle: -2.9, recycleTime: 1.8 }),
      batteryFlash({ name: 'Right', power: 1 / 32, distance: 2, units: 3, angle: -0.25, recycleTime: 1.8 }),
      batteryFlash({ name: 'Front', power: 1 / 16, distance: 2.2, units: 2, angle: -1.1, recycleTime: 2.6 }),
    ],
    lens: { ...BASE.lens, focalLength: 0.05 },
    picture: { distance: 4, aperture: 6.3, iso: 100, shutter: 1, ambientEv: -4, depthWanted: 1, blurLimit: 0.003 },
    // The front light joins on the last pop: (count − 1) × interval.
    sequence: {
      ...BASE.sequence,
      groups: [popGroup({ name: 'Side lights', lights: [0, 1], count: 6, interval: 0.06 }), popGroup({ name: 'Front light', lights: [2], count: 1, joinsLast: true })],
    },
    catch: { distance: 3 },
  }),
}

/** A new set-up of a recipe, whole and ready to be changed. */
export function newSetup(recipe: Recipe, method?: Method): Setup {
  const start = STARTS[recipe]()
  const setup = withChanges(start, momentOf(start, MOMENTS[recipe][0]!))
  return method ? { ...setup, method } : setup
}
