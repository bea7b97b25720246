import {
  type Setup,
  type SingleKind,
  cameraSets,
  canBeMarked,
  intoLiquid,
  sensorOf,
  shoots,
  slows,
  traitsOf,
} from '~~/core'

/** Inputs of a set-up in the order of work; what a choice makes idle is left out. */
interface PanelRow {
  path: string
  when?: (s: Setup) => boolean
}
export interface Section {
  id: 'picture' | 'subject' | 'chain' | 'camera' | 'rest'
  rows: PanelRow[]
  kit?: SingleKind[]
}

const sensed = (s: Setup) => s.trigger === 'sensor'
const travels = (s: Setup) => s.moment.reference === 'travel'
const moves = (s: Setup) => s.motion.kind !== 'still'
const dragged = (s: Setup) => s.motion.kind === 'flight' || s.motion.kind === 'fall' || s.motion.kind === 'arc'
const tears = (s: Setup) => !travels(s) && s.moment.model === 'tear'
/** A row that kinds of sensor have which name it as theirs. */
const ofSensor = (key: keyof Setup['sensor'] & string): PanelRow => ({
  path: `sensor.${key}`,
  when: s => sensed(s) && sensorOf(s).rows.includes(key),
})
const turns = (s: Setup) => s.bodies.some(body => body.kind === 'rim') || s.moment.model === 'turn'
const goesThrough = (s: Setup) => s.motion.kind === 'flight' && traitsOf(s.recipe).passesThrough === true
const byHand = (s: Setup) => s.trigger === 'hand'
const linked = (s: Setup) => sensed(s) || (byHand(s) && s.flashes.length > 0)
const throughCamera = (s: Setup) => s.method !== 'open-shutter'

export const SECTIONS: readonly Section[] = [
  { id: 'picture', rows: [{ path: 'name' }, { path: 'method' }, { path: 'trigger' }] },
  {
    id: 'subject',
    kit: ['launcher', 'mixture', 'skin', 'hand'],
    rows: [
      { path: 'action.kind' },
      { path: 'action.draw', when: s => s.action.kind === 'catapult' },
      { path: 'action.pull', when: s => s.action.kind === 'catapult' },
      { path: 'motion.kind' },
      { path: 'motion.speed', when: s => moves(s) && s.motion.kind !== 'fall' },
      { path: 'motion.speedSpread', when: s => moves(s) && s.motion.kind !== 'fall' },
      { path: 'motion.speedError', when: s => moves(s) && s.motion.kind !== 'fall' },
      { path: 'motion.angle', when: s => s.motion.kind === 'arc' },
      { path: 'motion.diameter', when: moves },
      { path: 'motion.objectLength', when: moves },
      { path: 'motion.mass', when: dragged },
      { path: 'motion.dragCoefficient', when: dragged },
      { path: 'motion.dragPerMetre', when: dragged },
      { path: 'motion.turns', when: turns },
      { path: 'motion.turnsSpread', when: s => turns(s) && s.motion.faceWithin !== null },
      { path: 'motion.faceWithin', when: turns },
      { path: 'motion.faces', when: s => turns(s) && s.motion.faceWithin !== null },
      { path: 'motion.faceAtStart', when: s => turns(s) && s.motion.faceWithin !== null },
      { path: 'subject.distance', when: moves },
      // A balloon is as deep as it is high: its size is entered once.
      { path: 'subject.depth', when: s => traitsOf(s.recipe).tears !== true },
      { path: 'subject.height' },
      { path: 'subject.person', when: s => s.motion.kind === 'arc' || shoots(s.action.kind) },
      { path: 'subject.speedLost', when: goesThrough },
      { path: 'subject.speedLostSpread', when: slows },
      { path: 'subject.speedLostError', when: slows },
      { path: 'subject.secondGap', when: goesThrough },
      { path: 'subject.secondDepth', when: s => goesThrough(s) && s.subject.secondGap !== null },
      { path: 'subject.liquidDepth', when: s => intoLiquid(s.recipe) },
      { path: 'subject.filling', when: s => traitsOf(s.recipe).tears === true && traitsOf(s.recipe).film !== true },
      { path: 'subject.filmThickness', when: s => traitsOf(s.recipe).film === true },
      { path: 'moment.reference' },
      { path: 'moment.offset', when: travels },
      { path: 'moment.descending', when: s => travels(s) && s.motion.kind === 'toss' },
      { path: 'moment.model', when: s => !travels(s) },
      { path: 'moment.time', when: s => !travels(s) && s.moment.model === 'time' },
      { path: 'moment.fraction', when: s => !travels(s) && s.moment.model !== 'time' },
      { path: 'subject.crackSpeed', when: tears },
      { path: 'subject.crackSpeedSpread', when: tears },
      { path: 'subject.crackSpeedError', when: tears },
      { path: 'moment.timeSpread', when: s => !travels(s) },
      { path: 'moment.timeError', when: s => !travels(s) },
      { path: 'moment.window.beforeDistance', when: travels },
      { path: 'moment.window.afterDistance', when: travels },
      { path: 'moment.window.beforeTime', when: s => !travels(s) },
      { path: 'moment.window.afterTime', when: s => !travels(s) },
      { path: 'moment.phase' },
      { path: 'catch.distance', when: s => shoots(s.action.kind) },
    ],
  },
  {
    id: 'chain',
    kit: ['sensor', 'controller', 'link'],
    rows: [
      { path: 'sensor.kind', when: sensed },
      ofSensor('source'),
      // A microphone by something that stands is so far from it, and no more.
      { path: 'sensor.position', when: s => ofSensor('position').when!(s) && (moves(s) || !sensorOf(s).listens) },
      ofSensor('offset'),
      ofSensor('waveSpeed'),
      ofSensor('waveSpeedError'),
      ofSensor('ringing'),
      ofSensor('beamWidth'),
      ofSensor('response'),
      ofSensor('bounceAfter'),
      { path: 'sensor.latency', when: sensed },
      { path: 'sensor.jitter', when: sensed },
      ofSensor('threshold'),
      ofSensor('falsePeak'),
      ofSensor('eventPeak'),
      ofSensor('peakDistance'),
      ofSensor('riseTime'),
      { path: 'controller.latency', when: sensed },
      { path: 'controller.jitter', when: sensed },
      { path: 'controller.delayStep', when: sensed },
      { path: 'controller.delayMinimum', when: sensed },
      { path: 'controller.delayMaximum', when: sensed },
      { path: 'controller.holdOff', when: sensed },
      { path: 'delay', when: sensed },
      { path: 'hand.lead', when: byHand },
      { path: 'hand.scatter', when: byHand },
      { path: 'hand.flinch', when: byHand },
      { path: 'hand.flinchError', when: byHand },
      { path: 'link.kind', when: linked },
      { path: 'link.latency', when: linked },
      { path: 'link.jitter', when: linked },
    ],
  },
  {
    id: 'camera',
    kit: ['camera', 'lens'],
    rows: [
      { path: 'picture.aperture' },
      { path: 'picture.iso', when: s => !cameraSets(s) },
      { path: 'picture.shutter', when: s => !cameraSets(s) },
      { path: 'camera.setsShutter', when: s => s.method === 'fast-shutter' },
      { path: 'picture.ambientEv' },
      { path: 'picture.ambientLimit' },
      { path: 'picture.distance' },
      { path: 'picture.aimAlong', when: moves },
      { path: 'lens.focalLength' },
      { path: 'lens.pupilRatio' },
      { path: 'picture.angleToSensor' },
      { path: 'picture.depthWanted' },
      { path: 'picture.blurLimit' },
      { path: 'picture.circleOfConfusion' },
      { path: 'camera.shutterKind' },
      { path: 'camera.sensorWidth' },
      { path: 'camera.sensorHeight' },
      { path: 'camera.pixelsWide' },
      { path: 'camera.syncSpeed' },
      { path: 'camera.curtainTravel', when: s => s.camera.shutterKind === 'focal-plane' },
      {
        path: 'camera.curtainRuns',
        when: s => s.camera.shutterKind === 'focal-plane' || s.camera.shutterKind === 'rolling',
      },
      { path: 'camera.readOut', when: s => s.camera.shutterKind === 'rolling' },
      { path: 'camera.lag', when: throughCamera },
      { path: 'camera.lagJitter', when: throughCamera },
      { path: 'camera.frameRate', when: s => s.trigger === 'burst' },
      { path: 'camera.bufferFrames', when: s => s.trigger === 'burst' },
      { path: 'lens.widestAperture' },
      { path: 'lens.smallestAperture' },
      { path: 'camera.baseIso' },
      { path: 'camera.maximumIso' },
    ],
  },
  {
    id: 'rest',
    kit: ['consumable'],
    rows: [
      { path: 'air.temperatureC' },
      { path: 'air.temperatureError' },
      { path: 'air.relativeHumidity' },
      { path: 'air.pressure' },
      { path: 'goal.keepers' },
      { path: 'goal.confidence' },
      { path: 'goal.stock' },
      { path: 'goal.variants' },
      { path: 'goal.kept' },
    ],
  },
]

/** Figures of each light that decide what it does. */
const LIGHT_FIGURES = ['guideNumber', 'power', 'distance', 'lossStops', 'latency']

/** Every field of a set-up that is open as things are chosen. */
export function openPaths(setup: Setup): string[] {
  const open = SECTIONS.flatMap(section =>
    section.rows.filter(row => !row.when || row.when(setup)).map(row => row.path),
  )
  const lights = setup.flashes.flatMap((flash, i) => [
    ...LIGHT_FIGURES.map(key => `flashes[${i}].${key}`),
    ...flash.table.map((_, j) => `flashes[${i}].table[${j}].t01`),
  ])
  return [...open, ...lights]
}

/** Those of them with a figure that can be known or not. */
export const figurePaths = (setup: Setup): string[] => openPaths(setup).filter(canBeMarked)

const ROWS = new Map(SECTIONS.flatMap(({ rows }) => rows.map(row => [row.path, row.when] as const)))

/** Whether an input bears on a set-up as it is: what a choice makes idle does not. */
export const isInUse = (setup: Setup, path: string): boolean => ROWS.get(path)?.(setup) ?? true
