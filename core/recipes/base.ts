import { untested } from '../setup/tests'
import type { Setup } from '../setup/types'
import { batteryFlash } from './flashes'

/** The rig that every recipe starts from: a beam-fired open shutter in a dark room. */
export const BASE: Omit<Setup, 'name' | 'recipe' | 'lists' | 'bodies'> = {
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

/** What a recipe has otherwise than the rig that all start from. */
export type Draft = { [K in keyof Setup]?: Setup[K] extends unknown[] ? Setup[K] : Setup[K] extends object ? Partial<Setup[K]> : Setup[K] }
