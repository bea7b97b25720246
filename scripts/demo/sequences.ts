import { type Setup, batteryFlash, newSetup, popGroup } from '../../core'

/** A key ring let fall past seven evenly spaced places; one small flash cannot follow, so three take turns. */
export function fallingKeys(): Setup {
  const base = newSetup('drop')
  return {
    ...base,
    name: 'Falling key ring in seven places',
    notes: 'Black velvet behind; three old units on one arm, no repeating mode.',
    motion: { ...base.motion, objectLength: 0.05, diameter: 0.05, mass: 0.04 },
    subject: { ...base.subject, distance: 0.4, depth: 0.06, height: 0.1, liquidDepth: 0 },
    moment: {
      ...base.moment,
      phase: 'first of seven places',
      reference: 'travel',
      model: 'time',
      offset: -0.28,
      timeSpread: 0,
      window: { beforeDistance: 0.02, afterDistance: 0.02, beforeTime: 0.005, afterTime: 0.005 },
    },
    bodies: [{ name: 'Key ring', kind: 'object', speed: null, sharp: true }],
    sensor: { ...base.sensor, position: 0.04 },
    flashes: [
      batteryFlash({
        name: 'Arm',
        power: 1 / 16,
        distance: 1.1,
        angle: -1.9,
        units: 2,
        relay: 3,
        recycleTime: 1.3,
        repeat: [],
      }),
    ],
    lens: { ...base.lens, focalLength: 0.05 },
    picture: { ...base.picture, distance: 1.5, aperture: 9, iso: 125, shutter: 1, depthWanted: 0.1, blurLimit: 0.001 },
    sequence: {
      ...base.sequence,
      stillWidth: 0.1,
      groups: [popGroup({ name: 'Seven places', placing: 'spacing', lights: [0], count: 7, from: 0.12, to: 0.66 })],
    },
    catch: { distance: 0.9 },
  }
}

/** A top that spins where it stands: the camera is turned, so that each pop lands beside the last. */
export function pannedTop(): Setup {
  const base = newSetup('toss')
  return {
    ...base,
    name: 'Spinning top, camera panned',
    notes: 'The top stays on its mark; the head turns at an even speed, tried with a metronome.',
    method: 'open-shutter',
    action: { ...base.action, kind: 'hand' },
    motion: { ...base.motion, kind: 'still', speed: 1, speedSpread: 0, speedError: 0 },
    subject: { ...base.subject, distance: 0, distanceError: 0 },
    moment: {
      ...base.moment,
      phase: 'first pop, camera turning',
      reference: 'start',
      model: 'time',
      time: 0.3,
      timeSpread: 0,
      window: { ...base.moment.window, beforeTime: 0.05, afterTime: 0.05 },
    },
    bodies: [{ name: 'Rim', kind: 'rim', speed: null, sharp: true }],
    sensor: { ...base.sensor, kind: 'hand', latency: 0.0005, jitter: 0.004 },
    flashes: [batteryFlash({ name: 'Key', power: 1 / 16, distance: 0.9, units: 2, recycleTime: 2.4 })],
    picture: { ...base.picture, distance: 2.4, aperture: 11, iso: 125, shutter: 1.6, ambientEv: -4 },
    sequence: {
      ...base.sequence,
      stillWidth: 0.06,
      panSpeed: (8 * Math.PI) / 180,
      panAngle: Math.PI,
      groups: [popGroup({ name: 'Five a second', lights: [0], count: 6, interval: 0.2 })],
    },
  }
}
