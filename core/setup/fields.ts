import {
  ACTIONS,
  BODY_KINDS,
  CARD_KINDS,
  CURTAINS,
  CURTAIN_RUNS,
  EVENTS,
  EVIDENCE_KINDS,
  type EvidenceKind,
  FILLINGS,
  FIRINGS,
  HEADS,
  LINKS,
  METHODS,
  MOTIONS,
  OUTCOMES,
  PHASE_MODELS,
  PLACINGS,
  RECIPES,
  REFERENCES,
  LIGHT_ROLES,
  SENSORS,
  SHUTTERS,
  SOURCES,
  SUPPLIES,
  TRIGGERS,
  type Body,
  type Card,
  type Evidence,
  type FlashRow,
  type FlashSetup,
  type ListItem,
  type PopGroup,
  type RepeatRow,
  type Setup,
  type TrackRow,
} from './types'
import type {
  ChoiceField,
  Identified,
  FieldsFor,
  FlagField,
  NumberFacts,
  NumberField,
  Quantity,
  TextField,
} from './fieldKinds'
import { identified } from './fieldKinds'

export type { ChoiceField, Field, Identified, NumberField, Quantity, TextField } from './fieldKinds'

const number = <const R extends Partial<NumberField> = object>(
  quantity: Quantity,
  min: number,
  max: number,
  rest?: R,
): NumberFacts & R => ({ type: 'number', quantity, min, max, ...rest! })
const choice = <O extends string>(options: readonly O[]): ChoiceField<O> => ({ type: 'choice', options })
const text = (maxLength: number, required = false): TextField => ({ type: 'text', maxLength, required })
const flag = (): FlagField => ({ type: 'flag' })

const ms = { unit: 'ms' }
const us = { unit: 'µs' }
const mm = { unit: 'mm' }
const gearMm = { unit: 'mm', marked: true }
const m = { unit: 'm' }

/**
 * Every field of a set-up outside its lists: what it is and its limits. What it is called stands with
 * the texts, by its id. Validation, the input panel, the
 * set-up file's schema and the random set-ups of the tests are all made from this one table, and the compiler holds it
 * to the type: a field too few or too many, nullable in one alone, or of another kind does not compile. Limits are
 * wide: what gear and air allow, not what is wise.
 */
export const FIELDS = identified('', {
  'name': text(120, true),
  'notes': text(4000),
  'recipe': choice(RECIPES),
  'method': choice(METHODS),
  'trigger': choice(TRIGGERS),
  'air.temperatureC': number('temperature', -30, 50),
  'air.temperatureError': number('temperatureDifference', 0, 20),
  'air.relativeHumidity': number('share', 0, 1),
  'air.pressure': number('pressure', 60_000, 110_000),
  'action.kind': choice(ACTIONS),
  'action.draw': number('length', 0.01, 3, { ...m, nullable: true }),
  'action.pull': number('force', 0.1, 2000, { nullable: true }),
  'motion.kind': choice(MOTIONS),
  'motion.speed': number('speed', 0.01, 1500),
  'motion.speedSpread': number('share', 0, 0.5),
  'motion.speedError': number('share', 0, 1),
  'motion.angle': number('angle', 0, 1.56),
  'motion.objectLength': number('length', 0.0001, 2, mm),
  'motion.diameter': number('length', 0.0001, 1, mm),
  'motion.mass': number('mass', 1e-7, 20),
  'motion.dragCoefficient': number('number', 0, 3),
  'motion.dragPerMetre': number('perMetre', 0, 20, { nullable: true }),
  'motion.turns': number('rate', 0, 1000),
  'motion.turnsSpread': number('share', 0, 0.5),
  'motion.faces': number('count', 1, 2, { integer: true }),
  'motion.faceWithin': number('angle', Math.PI / 180, Math.PI / 2, { nullable: true }),
  'motion.faceAtStart': number('angle', -6.3, 6.3),
  'subject.distance': number('length', 0, 100, m),
  'subject.distanceError': number('length', 0, 1, mm),
  'subject.depth': number('length', 0.0001, 5, mm),
  'subject.height': number('length', 0.0001, 5, mm),
  'subject.speedLost': number('share', 0, 0.95),
  'subject.speedLostSpread': number('share', 0, 0.5),
  'subject.speedLostError': number('share', 0, 1),
  'subject.secondGap': number('length', 0.001, 20, { ...mm, nullable: true }),
  'subject.secondDepth': number('length', 0.0001, 5, mm),
  'subject.liquidDepth': number('length', 0, 5, mm),
  'subject.person': flag(),
  'subject.filling': choice(FILLINGS),
  'subject.filmThickness': number('length', 2e-8, 1e-4, { unit: 'µm', nullable: true }),
  'subject.crackSpeed': number('speed', 1, 2000),
  'subject.crackSpeedSpread': number('share', 0, 0.5),
  'subject.crackSpeedError': number('share', 0, 1),
  'moment.phase': text(80),
  'moment.reference': choice(REFERENCES),
  'moment.model': choice(PHASE_MODELS),
  'moment.offset': number('length', -10, 10, { ...mm }),
  'moment.descending': flag(),
  'moment.fraction': number('share', 0, 3),
  'moment.time': number('time', 0, 20, ms),
  'moment.timeSpread': number('share', 0, 0.5),
  'moment.timeError': number('share', 0, 1),
  'moment.window.beforeDistance': number('length', 0.00001, 5, mm),
  'moment.window.afterDistance': number('length', 0.00001, 5, mm),
  'moment.window.beforeTime': number('time', 1e-7, 10, ms),
  'moment.window.afterTime': number('time', 1e-7, 10, ms),
  'sensor.kind': choice(SENSORS),
  'sensor.source': choice(SOURCES),
  'sensor.position': number('length', 0, 100, m),
  'sensor.positionError': number('length', 0, 1, mm),
  'sensor.offset': number('length', 0, 50, { ...m }),
  'sensor.beamWidth': number('length', 0, 0.2, mm),
  'sensor.response': number('time', 0, 1, { ...us }),
  'sensor.latency': number('time', 0, 2, { ...us, nullable: true }),
  'sensor.jitter': number('time', 0, 0.5, { ...us, nullable: true }),
  'sensor.riseTime': number('time', 0, 0.05, { ...us }),
  'sensor.bounceAfter': number('time', 0, 10, { ...ms }),
  'sensor.falsePeak': number('number', 1e-6, 1000, { nullable: true }),
  'sensor.eventPeak': number('number', 1e-6, 1000, { nullable: true }),
  'sensor.threshold': number('number', 1e-6, 1000, { nullable: true }),
  'sensor.peakDistance': number('length', 0.01, 100, { ...m, nullable: true }),
  'sensor.waveSpeed': number('speed', 50, 6000),
  'sensor.waveSpeedError': number('share', 0, 1),
  'sensor.ringing': number('time', 0, 10, { ...ms }),
  'controller.latency': number('time', 0, 1, us),
  'controller.jitter': number('time', 0, 0.1, { ...us }),
  'controller.minimumInterval': number('time', 0, 60, ms),
  'controller.delayStep': number('time', 1e-9, 1, { ...us }),
  'controller.delayMinimum': number('time', 0, 1, ms),
  'controller.delayMaximum': number('time', 0, 10_000, { unit: 's' }),
  'controller.holdOff': number('time', 0, 60, { ...ms }),
  'delay': number('time', 0, 10_000, { unit: 'ms', nullable: true }),
  'link.kind': choice(LINKS),
  'link.latency': number('time', 0, 1, { ...us, nullable: true }),
  'link.jitter': number('time', 0, 0.1, { ...us, nullable: true }),
  'link.minimumInterval': number('time', 0, 60, ms),
  'hand.lead': number('time', -10, 10, { ...ms, nullable: true }),
  'hand.scatter': number('time', 0, 2, { ...ms }),
  'hand.flinch': number('time', -2, 2, { ...ms }),
  'hand.flinchError': number('time', 0, 2, ms),
  'scene.ground.distance': number('length', 0.01, 50, m),
  'scene.ground.width': number('length', 0.05, 50, m),
  'scene.ground.height': number('length', 0.05, 50, m),
  'scene.ground.reflectance': number('share', 0, 0.98),
  'camera.shutterKind': choice(SHUTTERS),
  'camera.sensorWidth': number('length', 0.001, 0.2, gearMm),
  'camera.sensorHeight': number('length', 0.001, 0.2, gearMm),
  'camera.pixelsWide': number('count', 100, 100_000, { integer: true }),
  'camera.syncSpeed': number('shutter', 1 / 10_000, 1),
  'camera.curtainTravel': number('time', 0.0001, 0.1, { ...ms }),
  'camera.curtainRuns': choice(CURTAIN_RUNS),
  'camera.readOut': number('time', 0, 1, { ...ms }),
  'camera.lag': number('time', 0, 2, ms),
  'camera.lagJitter': number('time', 0, 0.5, ms),
  'camera.frameRate': number('rate', 0.1, 1000),
  'camera.bufferFrames': number('count', 1, 10_000, { integer: true }),
  'camera.baseIso': number('iso', 6, 6400),
  'camera.setsShutter': flag(),
  'camera.maximumIso': number('iso', 25, 3_276_800),
  'lens.focalLength': number('length', 0.004, 2, gearMm),
  'lens.widestAperture': number('aperture', 0.7, 64),
  'lens.smallestAperture': number('aperture', 0.7, 128),
  'lens.pupilRatio': number('number', 0.2, 5),
  'picture.distance': number('length', 0.01, 200, m),
  'picture.aimAlong': number('length', -20, 20, { ...m }),
  'picture.aperture': number('aperture', 0.7, 128),
  'picture.iso': number('iso', 6, 3_276_800),
  'picture.shutter': number('shutter', 1 / 100_000, 3600),
  'picture.ambientEv': number('ev', -12, 20),
  'picture.ambientLimit': number('stops', -20, -1),
  'picture.angleToSensor': number('angle', -1.5, 1.5),
  'picture.circleOfConfusion': number('length', 1e-6, 0.001, { unit: 'µm', marked: true, nullable: true }),
  'picture.depthWanted': number('length', 0.0001, 20, mm),
  'picture.blurLimit': number('length', 1e-6, 0.1, { ...mm }),
  'sequence.curtain': choice(CURTAINS),
  'sequence.margin': number('time', 0, 60, { ...ms }),
  'sequence.panSpeed': number('angleRate', 0, 100),
  'sequence.panAngle': number('angle', -6.3, 6.3),
  'sequence.moveSpeed': number('speed', 0, 100),
  'sequence.stillWidth': number('length', 0.0001, 20, { ...mm }),
  'sequence.groundStops': number('stops', -20, 4),
  'catch.distance': number('length', 0, 200, m),
  'crew.ready': text(40),
  'crew.lights-out': text(40),
  'crew.eyes': text(40),
  'crew.clear': text(40),
  'crew.open': text(40),
  'crew.arm': text(40),
  'crew.act': text(40),
  'crew.close': text(40),
  'crew.lights-on': text(40),
  'crew.judge': text(40),
  'crew.reset': text(40),
  'goal.keepers': number('count', 1, 1000, { integer: true }),
  'goal.confidence': number('share', 0.5, 0.999),
  'goal.stock': number('count', 0, 100_000, { integer: true }),
  'goal.variants': text(160),
  'goal.kept': number('share', 0.02, 0.99),
  'kit.camera': text(36),
  'kit.lens': text(36),
  'kit.sensor': text(36),
  'kit.controller': text(36),
  'kit.link': text(36),
  'kit.consumable': text(36),
  'kit.launcher': text(36),
  'kit.mixture': text(36),
  'kit.skin': text(36),
  'kit.hand': text(36),
  'tests.black.outcome': choice(OUTCOMES),
  'tests.black.stops': number('stops', -20, 10, { nullable: true }),
  'tests.black.note': text(400),
  'tests.exposure.outcome': choice(OUTCOMES),
  'tests.exposure.stops': number('stops', -12, 12, { nullable: true }),
  'tests.exposure.note': text(400),
  'tests.focus.outcome': choice(OUTCOMES),
  'tests.focus.depth': number('length', 0.0001, 20, { unit: 'mm', nullable: true }),
  'tests.focus.note': text(400),
  'tests.sensor.outcome': choice(OUTCOMES),
  'tests.sensor.events': number('count', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.fired': number('count', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.falseFires': number('count', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.note': text(400),
  'tests.control.outcome': choice(OUTCOMES),
  'tests.control.delay': number('time', 0, 10_000, { unit: 'ms', nullable: true }),
  'tests.control.position': number('length', -10, 10, { unit: 'mm', nullable: true }),
  'tests.control.late': number('time', -10, 10, { unit: 'ms', nullable: true }),
  'tests.control.note': text(400),
} as const satisfies FieldsFor<Omit<Setup, 'format' | 'version' | 'posterior'>>)

/** The path of a field of a set-up outside its lists. */
export type FieldPath = keyof typeof FIELDS

/** Fields of one part of a set-up, by the rest of their path. */
export function fieldsOf(part: string): Record<string, Identified> {
  return Object.fromEntries(
    Object.entries(FIELDS).flatMap(([path, field]) =>
      path.startsWith(`${part}.`) ? [[path.slice(part.length + 1), field]] : [],
    ),
  )
}

/** Fields of each light; path in a set-up: `flashes[i].<key>`. */
export const FLASH_FIELDS = identified('flash.', {
  name: text(80, true),
  kit: text(36),
  modifier: text(36),
  supply: choice(SUPPLIES),
  units: number('count', 1, 50, { integer: true }),
  relay: number('count', 1, 50, { integer: true }),
  guideNumber: number('guide', 0.1, 500),
  power: number('power', 1 / 4096, 1),
  minimumPower: number('power', 1 / 4096, 1),
  distance: number('length', 0.01, 100, m),
  angle: number('angle', -6.3, 6.3),
  elevation: number('angle', -Math.PI / 2, Math.PI / 2),
  aimAlong: number('length', -20, 20, m),
  aimAcross: number('length', -20, 20, m),
  aimOut: number('length', -20, 20, m),
  lossStops: number('stops', -3, 15),
  role: choice(LIGHT_ROLES),
  head: choice(HEADS),
  bounceDistance: number('length', 0.02, 20, { ...m, nullable: true }),
  headWidth: number('length', 0.005, 10, mm),
  headHeight: number('length', 0.005, 10, mm),
  beamAngle: number('angle', 0.02, 6.3),
  fired: choice(FIRINGS),
  follows: number('count', 0, 15, { integer: true }),
  latency: number('time', 0, 0.1, { ...us }),
  jitter: number('time', 0, 0.1, us),
  slaveDelay: number('time', 0, 0.1, { ...us }),
  recycleTime: number('time', 0, 120, { unit: 's' }),
  recyclePower: number('power', 1 / 4096, 1),
  energy: number('energy', 0.1, 10_000),
  heatLimit: number('energy', 1, 10_000_000, { nullable: true }),
  highSpeedSync: flag(),
  measured: flag(),
  borrowed: flag(),
} as const satisfies FieldsFor<FlashSetup>)

/** Fields of each card or flag; path: `scene.cards[i].<key>`. */
export const CARD_FIELDS = identified('card.', {
  name: text(80, true),
  kind: choice(CARD_KINDS),
  along: number('length', -20, 20, m),
  across: number('length', -20, 20, m),
  out: number('length', -20, 20, m),
  width: number('length', 0.01, 10, m),
  height: number('length', 0.01, 10, m),
  turn: number('angle', -6.3, 6.3),
  tilt: number('angle', -6.3, 6.3),
} as const satisfies FieldsFor<Card>)

/** Fields of each row of a light's duration table; path: `flashes[i].table[j].<key>`. */
export const FLASH_ROW_FIELDS = identified('flashRow.', {
  power: number('power', 1 / 4096, 1),
  t05: number('time', 1e-7, 1, { ...us, nullable: true }),
  t01: number('time', 1e-7, 1, { ...us, nullable: true }),
} as const satisfies FieldsFor<FlashRow>)

/** Fields of each row of a light's repeating mode; path: `flashes[i].repeat[j].<key>`. */
export const REPEAT_ROW_FIELDS = identified('repeatRow.', {
  power: number('power', 1 / 4096, 1),
  rate: number('rate', 0.1, 1000),
  pops: number('count', 1, 1000, { integer: true }),
} as const satisfies FieldsFor<RepeatRow>)

/** Fields of each group of pops; path: `sequence.groups[i].<key>`. */
export const POP_GROUP_FIELDS = identified('popGroup.', {
  name: text(80, true),
  placing: choice(PLACINGS),
  count: number('count', 1, 200, { integer: true }),
  interval: number('time', 0, 60, ms),
  joinsLast: flag(),
  start: number('time', -600, 600, { ...ms }),
  from: number('length', 0, 100, m),
  to: number('length', 0, 100, m),
} as const satisfies FieldsFor<PopGroup>)

/** One light of a group of pops, by its place in the set-up's list. */
export const GROUP_LIGHT = { id: 'popGroup.light', ...number('count', 0, 15, { integer: true }) }

/** Fields of each row of the table of places; path: `sequence.track[i].<key>`. */
export const TRACK_ROW_FIELDS = identified('trackRow.', {
  time: number('time', 0, 600, ms),
  position: number('length', -100, 100, m),
} as const satisfies FieldsFor<TrackRow>)

/** One pop by hand, s after the start of its group. */
export const HAND_TIME = { id: 'popGroup.byHand', ...number('time', 0, 600, ms) }

/** Fields of each body; path: `bodies[i].<key>`. */
export const BODY_FIELDS = identified('body.', {
  name: text(80, true),
  kind: choice(BODY_KINDS),
  speed: number('speed', 0, 2000, { nullable: true }),
  sharp: flag(),
} as const satisfies FieldsFor<Body>)

/** Fields of each line of a list; path: `lists.<name>[i].<key>`. */
export const LIST_ITEM_FIELDS = identified('listItem.', {
  text: text(200, true),
  done: flag(),
} as const satisfies FieldsFor<ListItem>)

/** Most bodies. */
export const MOST_BODIES = 12
/** Fields of each piece of evidence; path: `evidence[i].<key>`. Value and error are in the unit of its kind. */
export const EVIDENCE_FIELDS = identified('evidence.', {
  id: text(40, true),
  kind: choice(EVIDENCE_KINDS),
  on: flag(),
  value: number('number', -1e6, 1e6),
  error: number('number', 1e-9, 1e6),
  delay: number('time', -10_000, 10_000, { ...ms, nullable: true }),
  at: number('length', 0, 200, { ...m, nullable: true }),
  from: choice(EVENTS),
  to: choice(EVENTS),
  light: number('count', 0, 15, { integer: true }),
  scatter: number('time', 0, 10, { ...ms, nullable: true }),
  firing: text(40),
  instrument: text(80),
  date: text(10),
  how: text(120),
} as const satisfies FieldsFor<Evidence>)

/** What a reading of a kind is: its quantity and limits. */
export const READINGS = identified('reading.', {
  place: number('length', -10, 10, mm),
  beyond: number('length', -10, 10, mm),
  short: number('length', -10, 10, mm),
  late: number('time', -10, 10, ms),
  speed: number('speed', 0.01, 2000),
  interval: number('time', 1e-7, 100, ms),
  blocked: number('time', 1e-7, 10, us),
  latency: number('time', 0, 5, ms),
  found: number('time', -10, 10_000, ms),
  ambient: number('ev', -12, 20),
  light: number('stops', -12, 12),
  dark: number('share', 0.01, 0.99),
} as const satisfies Record<EvidenceKind, NumberFacts>)

/** Most pieces of evidence, their conditions, and marks: every field of sixteen lights can be typed. */
export const MOST_EVIDENCE = 60
/** Most conditions that an observation keeps. */
export const MOST_CONDITIONS = 40
/** Most marks of where figures come from. */
export const MOST_MARKS = 600
/** Most figures of choices that were left. */
export const MOST_ASIDE = 200
/** Most learnt figures. */
export const MOST_LEARNT = 40
/** Most lines in a list. */
export const MOST_LIST_ITEMS = 60
/** Most groups of pops, pops by hand, and rows of places. */
export const MOST_POP_GROUPS = 16
/** Most pops of a group. */
export const MOST_POPS = 200
/** Most rows of the measured track. */
export const MOST_TRACK_ROWS = 64
/** Most lights in a set-up and most rows in a table. */
export const MOST_FLASHES = 16
/** Most cards and flags. */
export const MOST_CARDS = 12
/** Most rows of a flash's table of durations. */
export const MOST_FLASH_ROWS = 32
