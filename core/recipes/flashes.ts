import { roleByPlace } from '../setup/role'
import type { FlashSetup, PopGroup } from '../setup/types'

/** A battery flash whose tube is cut off early: the lower the power, the shorter. */
export function batteryFlash(change: Partial<FlashSetup> = {}): FlashSetup {
  const { angle = -2.2, elevation = 0 } = change
  return {
    name: 'Key',
    kit: '',
    modifier: '',
    supply: 'battery',
    units: 1,
    relay: 1,
    guideNumber: 28,
    power: 1 / 32,
    minimumPower: 1 / 128,
    distance: 0.6,
    angle,
    elevation,
    aimAlong: 0,
    aimAcross: 0,
    aimOut: 0,
    lossStops: 0,
    role: roleByPlace({ angle, elevation }),
    head: 'bare',
    bounceDistance: null,
    headWidth: 0.08,
    headHeight: 0.05,
    beamAngle: Math.PI / 3,
    fired: 'link',
    follows: 0,
    latency: 90e-6,
    jitter: 8e-6,
    slaveDelay: 40e-6,
    recycleTime: 2.6,
    recyclePower: 1,
    energy: 76,
    heatLimit: 3000,
    highSpeedSync: false,
    measured: false,
    borrowed: true,
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
    ...batteryFlash(change),
    name: 'Mains key',
    supply: 'mains',
    guideNumber: 90,
    power: 1 / 2,
    minimumPower: 1 / 32,
    distance: 1.5,
    lossStops: 1.3,
    latency: 150e-6,
    jitter: 15e-6,
    recycleTime: 1.2,
    energy: 500,
    heatLimit: 60_000,
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
  return {
    name: 'Pops',
    lights: [0],
    placing: 'interval',
    count: 6,
    interval: 0.08,
    start: 0,
    joinsLast: false,
    from: 0.1,
    to: 0.5,
    times: [],
    ...change,
  }
}
