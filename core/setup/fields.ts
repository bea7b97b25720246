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
  Field,
  FieldsFor,
  FlagField,
  NumberFacts,
  NumberField,
  Quantity,
  TextField,
} from './fieldKinds'

export type { ChoiceField, Field, NumberField, Quantity, TextField } from './fieldKinds'

const number = <const R extends Partial<NumberField> = object>(
  quantity: Quantity,
  label: string,
  min: number,
  max: number,
  rest?: R,
): NumberFacts & R => ({ type: 'number', quantity, label, min, max, ...rest! })
const choice = <O extends string>(label: string, options: readonly O[], help?: string): ChoiceField<O> => ({
  type: 'choice',
  label,
  options,
  ...(help === undefined ? {} : { help }),
})
const text = (label: string, maxLength: number, required = false): TextField => ({
  type: 'text',
  label,
  maxLength,
  required,
})
const flag = (label: string): FlagField => ({ type: 'flag', label })

const ms = { unit: 'ms' }
const us = { unit: 'µs' }
const mm = { unit: 'mm' }
const gearMm = { unit: 'mm', marked: true }
const m = { unit: 'm' }

/**
 * Every field of a set-up outside its lists: what it is, its limits and its name. Validation, the input panel, the
 * set-up file's schema and the random set-ups of the tests are all made from this one table, and the compiler holds it
 * to the type: a field too few or too many, nullable in one alone, or of another kind does not compile. Limits are
 * wide: what gear and air allow, not what is wise.
 */
export const FIELDS = {
  'name': text('Name', 120, true),
  'notes': text('Notes', 4000),
  'recipe': choice('Recipe', RECIPES),
  'method': choice('Method', METHODS),
  'trigger': choice('Fired by', TRIGGERS),
  'air.temperatureC': number('temperature', 'Air temperature', -30, 50),
  'air.temperatureError': number('temperatureDifference', 'Temperature uncertain by', 0, 20),
  'air.relativeHumidity': number('share', 'Humidity', 0, 1, {
    help: 'Bears on the speed of sound a little: a guess will do',
  }),
  'air.pressure': number('pressure', 'Air pressure', 60_000, 110_000),
  'action.kind': choice('Action', ACTIONS),
  'action.draw': number('length', 'Band drawn by', 0.01, 3, { ...m, nullable: true }),
  'action.pull': number('force', 'It pulls with', 0.1, 2000, {
    nullable: true,
    help: 'A luggage scale on the drawn band tells it',
  }),
  'motion.kind': choice('Motion', MOTIONS),
  'motion.speed': number('speed', 'Launch speed', 0.01, 1500),
  'motion.speedSpread': number('share', 'Speed spread, take to take', 0, 0.5, {
    help: 'How much it differs from one go to the next',
  }),
  'motion.speedError': number('share', 'Speed uncertain by', 0, 1, {
    help: 'The same in every take: how well the mean is known',
  }),
  'motion.angle': number('angle', 'Launch angle', 0, 1.56, { help: 'Above level' }),
  'motion.objectLength': number('length', 'Object length', 0.0001, 2, mm),
  'motion.diameter': number('length', 'Object diameter', 0.0001, 1, mm),
  'motion.mass': number('mass', 'Object mass', 1e-7, 20),
  'motion.dragCoefficient': number('number', 'Drag coefficient', 0, 3, {
    help: 'A ball 0.47, a cube 1.05, a flat disc across 1.2',
  }),
  'motion.dragPerMetre': number('perMetre', 'Drag, if measured', 0, 20, {
    nullable: true,
    help: 'Share of the speed lost in each metre; empty: worked out from size and mass',
  }),
  'motion.turns': number('rate', 'Turns a second', 0, 1000),
  'motion.turnsSpread': number('share', 'Turns differ by', 0, 0.5, {
    help: 'How much they differ from one go to the next',
  }),
  'motion.faces': number('count', 'Faces that may show', 1, 2, { integer: true }),
  'motion.faceWithin': number('angle', 'Face seen within', Math.PI / 180, Math.PI / 2, {
    nullable: true,
    help: 'Either side of straight at the camera; empty: any side will do',
  }),
  'motion.faceAtStart': number('angle', 'Face turned at the start', -6.3, 6.3, {
    help: '0: straight at the camera when it sets off',
  }),
  'subject.distance': number('length', 'Start to subject', 0, 100, m),
  'subject.distanceError': number('length', 'Distance uncertain by', 0, 1, mm),
  'subject.depth': number('length', 'Subject depth', 0.0001, 5, mm),
  'subject.height': number('length', 'Subject height', 0.0001, 5, mm),
  'subject.speedLost': number('share', 'Speed lost going through', 0, 0.95, {
    help: 'What flies on behind it is so much slower',
  }),
  'subject.speedLostSpread': number('share', 'That loss differs by', 0, 0.5, {
    help: 'From one go to the next, a share of the loss',
  }),
  'subject.speedLostError': number('share', 'That loss may be off by', 0, 1, {
    help: 'The same in every take, a share of the loss',
  }),
  'subject.secondGap': number('length', 'Second one behind by', 0.001, 20, {
    ...mm,
    nullable: true,
    help: 'Near face to near face; empty: there is only one',
  }),
  'subject.secondDepth': number('length', 'Second one deep', 0.0001, 5, mm),
  'subject.liquidDepth': number('length', 'Liquid deep', 0, 5, mm),
  'subject.person': flag('The target is a person'),
  'subject.filling': choice('Filled with', FILLINGS),
  'subject.crackSpeed': number('speed', 'Tear speed', 1, 2000, { help: 'How fast the edge of the skin runs back' }),
  'subject.crackSpeedSpread': number('share', 'Tear speed spread', 0, 0.5, {
    help: 'How much it differs from one go to the next',
  }),
  'subject.crackSpeedError': number('share', 'Tear speed uncertain by', 0, 1, {
    help: 'The same in every take: how well the mean is known',
  }),
  'moment.phase': text('The moment’s own name', 80),
  'moment.reference': choice(
    'Time runs from',
    REFERENCES,
    'A place: the picture is due when the thing stands there. Else: so long after that event',
  ),
  'moment.model': choice(
    'The moment is set by',
    PHASE_MODELS,
    'A time of your own, or how far the subject itself has torn, sagged or closed',
  ),
  'moment.offset': number('length', 'Past the near face', -10, 10, {
    ...mm,
    help: 'Past the side of the subject that is met first; − before it',
  }),
  'moment.descending': flag('On the way down'),
  'moment.fraction': number('share', 'How far it has gone', 0, 3, { help: '50 % of the tear: the skin is half open' }),
  'moment.time': number('time', 'Time after', 0, 20, ms),
  'moment.timeSpread': number('share', 'That time varies by', 0, 0.5, {
    help: 'From take to take, a share of the time to the moment',
  }),
  'moment.timeError': number('share', 'That time may be off by', 0, 1, {
    help: 'The same in every take: how well it is known',
  }),
  'moment.window.beforeDistance': number('length', 'Still good if short by', 0.00001, 5, mm),
  'moment.window.afterDistance': number('length', 'Still good if past by', 0.00001, 5, mm),
  'moment.window.beforeTime': number('time', 'Still good if early by', 1e-7, 10, ms),
  'moment.window.afterTime': number('time', 'Still good if late by', 1e-7, 10, ms),
  'sensor.kind': choice('Sensor', SENSORS),
  'sensor.source': choice('Answers to', SOURCES),
  'sensor.position': number('length', 'Start to sensor', 0, 100, m),
  'sensor.positionError': number('length', 'Sensor place uncertain by', 0, 1, mm),
  'sensor.offset': number('length', 'Beside the travel', 0, 50, {
    ...m,
    help: 'How far off the line of travel the sensor stands',
  }),
  'sensor.beamWidth': number('length', 'Beam width', 0, 0.2, mm),
  'sensor.response': number('time', 'Must be blocked for', 0, 1, {
    ...us,
    help: 'The shortest shadow the sensor still notices',
  }),
  'sensor.latency': number('time', 'Sensor latency', 0, 2, {
    ...us,
    nullable: true,
    help: 'From what it senses to its signal; empty: usual of its kind',
  }),
  'sensor.jitter': number('time', 'Sensor jitter', 0, 0.5, {
    ...us,
    nullable: true,
    help: 'How much that differs from one go to the next',
  }),
  'sensor.riseTime': number('time', 'Sound rises in', 0, 0.05, { ...us, help: 'From when it arrives to its peak' }),
  'sensor.bounceAfter': number('time', 'Bounce comes after', 0, 10, {
    ...ms,
    help: 'From the impact to the bounce that is answered to',
  }),
  'sensor.falsePeak': number('number', 'Loudest false peak', 1e-6, 1000, {
    nullable: true,
    help: 'By the sensor’s own meter: steps, talk, doors',
  }),
  'sensor.eventPeak': number('number', 'Quietest true peak', 1e-6, 1000, {
    nullable: true,
    help: 'By the same meter: the quietest that must fire',
  }),
  'sensor.threshold': number('number', 'Threshold', 1e-6, 1000, {
    nullable: true,
    help: 'By the same meter: it fires above this',
  }),
  'sensor.peakDistance': number('length', 'True peak noted at', 0.01, 100, {
    ...m,
    nullable: true,
    help: 'From the sound; empty: where the microphone stands',
  }),
  'controller.latency': number('time', 'Controller latency', 0, 1, us),
  'controller.jitter': number('time', 'Controller jitter', 0, 0.1, {
    ...us,
    help: 'How much that differs from one go to the next',
  }),
  'controller.minimumInterval': number('time', 'Controller: shortest interval', 0, 60, ms),
  'controller.delayStep': number('time', 'Delay step', 1e-9, 1, {
    ...us,
    help: 'The finest step its dial can be set by',
  }),
  'controller.delayMinimum': number('time', 'Shortest delay', 0, 1, ms),
  'controller.delayMaximum': number('time', 'Longest delay', 0, 10_000, {
    unit: 's',
    help: '0: a trigger that has no delay; where the sensor stands is the delay',
  }),
  'controller.holdOff': number('time', 'Hold-off', 0, 60, {
    ...ms,
    help: 'Deaf for so long once it has fired, against echoes and bounces',
  }),
  'delay': number('time', 'Delay dialled', 0, 10_000, { unit: 'ms', nullable: true }),
  'link.kind': choice('Link', LINKS),
  'link.latency': number('time', 'Link latency', 0, 1, {
    ...us,
    nullable: true,
    help: 'From the controller to the flash or camera; empty: usual of its kind',
  }),
  'link.jitter': number('time', 'Link jitter', 0, 0.1, { ...us, nullable: true }),
  'link.minimumInterval': number('time', 'Link: shortest interval', 0, 60, ms),
  'hand.lead': number('time', 'Pressed before the moment by', -10, 10, {
    ...ms,
    nullable: true,
    help: 'Empty: worked out from the moment and the hand’s habit',
  }),
  'hand.scatter': number('time', 'Press scatters by', 0, 2, {
    ...ms,
    help: 'Practised people press within 30 to 50 ms',
  }),
  'hand.flinch': number('time', 'Press comes early by', -2, 2, {
    ...ms,
    help: 'Mean of your presses: + before the count is up, − after',
  }),
  'hand.flinchError': number('time', 'That is uncertain by', 0, 2, ms),
  'scene.ground.distance': number('length', 'Ground behind the subject', 0.01, 50, m),
  'scene.ground.width': number('length', 'Ground is wide', 0.05, 50, m),
  'scene.ground.height': number('length', 'Ground is high', 0.05, 50, m),
  'scene.ground.reflectance': number('share', 'Ground throws back', 0, 0.98, {
    help: 'White paper 85 %, grey card 18 %, black velvet 0.5 %.',
  }),
  'camera.shutterKind': choice('Shutter', SHUTTERS),
  'camera.sensorWidth': number('length', 'Sensor width', 0.001, 0.2, gearMm),
  'camera.sensorHeight': number('length', 'Sensor height', 0.001, 0.2, gearMm),
  'camera.pixelsWide': number('count', 'Pixels across', 100, 100_000, { integer: true }),
  'camera.syncSpeed': number('shutter', 'Sync speed', 1 / 10_000, 1),
  'camera.curtainTravel': number('time', 'Curtain travel', 0.0001, 0.1, {
    ...ms,
    help: 'From the first edge of the frame to the last',
  }),
  'camera.curtainRuns': choice('Curtain runs, in the picture', CURTAIN_RUNS),
  'camera.readOut': number('time', 'Read-out', 0, 1, { ...ms, help: 'From the first row read to the last' }),
  'camera.lag': number('time', 'Shutter lag', 0, 2, ms),
  'camera.lagJitter': number('time', 'Shutter lag jitter', 0, 0.5, ms),
  'camera.frameRate': number('rate', 'Frame rate', 0.1, 1000),
  'camera.bufferFrames': number('count', 'Frames in buffer', 1, 10_000, { integer: true }),
  'camera.baseIso': number('iso', 'Lowest ISO', 6, 6400, { help: 'Where the picture is cleanest' }),
  'camera.setsShutter': flag('Camera sets shutter and ISO itself'),
  'camera.maximumIso': number('iso', 'Highest ISO accepted', 25, 3_276_800),
  'lens.focalLength': number('length', 'Focal length', 0.004, 2, gearMm),
  'lens.widestAperture': number('aperture', 'Widest aperture', 0.7, 64),
  'lens.smallestAperture': number('aperture', 'Smallest aperture', 0.7, 128),
  'lens.pupilRatio': number('number', 'Pupil ratio', 0.2, 5, {
    help: 'Exit over entrance pupil, as seen from either end; 1 for most lenses',
  }),
  'picture.distance': number('length', 'Camera to subject', 0.01, 200, m),
  'picture.aimAlong': number('length', 'Camera aimed along the path by', -20, 20, {
    ...m,
    help: 'Past the middle of the subject; of what falls, − aims it higher',
  }),
  'picture.aperture': number('aperture', 'Aperture', 0.7, 128),
  'picture.iso': number('iso', 'ISO', 6, 3_276_800),
  'picture.shutter': number('shutter', 'Shutter', 1 / 100_000, 3600),
  'picture.ambientEv': number('ev', 'Ambient light', -12, 20),
  'picture.ambientLimit': number('stops', 'Black below', -20, -1, {
    help: 'The room must stay so far under correct exposure',
  }),
  'picture.angleToSensor': number('angle', 'Travel to sensor plane', -1.5, 1.5, {
    help: '0°: across the frame; 90°: straight at the camera',
  }),
  'picture.circleOfConfusion': number('length', 'Circle of confusion', 1e-6, 0.001, {
    unit: 'µm',
    marked: true,
    nullable: true,
    help: 'A spot so large on the sensor still counts as a point; empty: diagonal / 1500',
  }),
  'picture.depthWanted': number('length', 'Depth wanted', 0.0001, 20, mm),
  'picture.blurLimit': number('length', 'Blur limit', 1e-6, 0.1, {
    ...mm,
    help: 'A streak so long at the subject still counts as sharp',
  }),
  'sequence.curtain': choice('Pops stand at the', CURTAINS),
  'sequence.margin': number('time', 'Open time to spare', 0, 60, {
    ...ms,
    help: 'Held open so much longer than the pops need',
  }),
  'sequence.panSpeed': number('angleRate', 'Camera turned at', 0, 100),
  'sequence.panAngle': number('angle', 'towards, from the travel', -6.3, 6.3, { help: '0°: along with the travel' }),
  'sequence.moveSpeed': number('speed', 'Camera moved at', 0, 100),
  'sequence.stillWidth': number('length', 'Still part across', 0.0001, 20, {
    ...mm,
    help: 'What does not move, such as the thrower’s feet',
  }),
  'sequence.groundStops': number('stops', 'Still parts, light of one pop', -20, 4, {
    help: 'What does not move gets this from each pop, against correct exposure',
  }),
  'catch.distance': number('length', 'Start to catch', 0, 200, m),
  'crew.ready': text('“Ready?”', 40),
  'crew.lights-out': text('“Lights out”', 40),
  'crew.eyes': text('“Eyes”', 40),
  'crew.clear': text('“Clear”', 40),
  'crew.open': text('“Open”', 40),
  'crew.arm': text('“Armed”', 40),
  'crew.act': text('Acts', 40),
  'crew.close': text('“Closed”', 40),
  'crew.lights-on': text('“Lights”', 40),
  'crew.judge': text('Looks', 40),
  'crew.reset': text('Resets', 40),
  'goal.keepers': number('count', 'Keepers wanted', 1, 1000, { integer: true }),
  'goal.confidence': number('share', 'Wanted with', 0.5, 0.999, {
    help: 'How sure to be that the props last for the keepers',
  }),
  'goal.stock': number('count', 'Props at hand', 0, 100_000, { integer: true }),
  'kit.camera': text('Camera from kit', 36),
  'kit.lens': text('Lens from kit', 36),
  'kit.sensor': text('Sensor from kit', 36),
  'kit.controller': text('Controller from kit', 36),
  'kit.link': text('Link from kit', 36),
  'kit.consumable': text('Prop from kit', 36),
  'tests.black.outcome': choice('Black frame', OUTCOMES),
  'tests.black.stops': number('stops', 'The room shows at', -20, 10, { nullable: true }),
  'tests.black.note': text('Note', 400),
  'tests.exposure.outcome': choice('Exposure', OUTCOMES),
  'tests.exposure.stops': number('stops', 'The stand-in is at', -12, 12, { nullable: true }),
  'tests.exposure.note': text('Note', 400),
  'tests.focus.outcome': choice('Focus', OUTCOMES),
  'tests.focus.depth': number('length', 'Sharp over', 0.0001, 20, { unit: 'mm', nullable: true }),
  'tests.focus.note': text('Note', 400),
  'tests.sensor.outcome': choice('Sensor', OUTCOMES),
  'tests.sensor.events': number('count', 'Events tried', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.fired': number('count', 'of them fired', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.falseFires': number('count', 'Fired by something else', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.note': text('Note', 400),
  'tests.control.outcome': choice('Control shot', OUTCOMES),
  'tests.control.delay': number('time', 'Delay of the control shot', 0, 10_000, { unit: 'ms', nullable: true }),
  'tests.control.position': number('length', 'It was past the near face by', -10, 10, { unit: 'mm', nullable: true }),
  'tests.control.late': number('time', 'The picture was late by', -10, 10, { unit: 'ms', nullable: true }),
  'tests.control.note': text('Note', 400),
} as const satisfies FieldsFor<Omit<Setup, 'format' | 'version' | 'belief'>>

export type FieldPath = keyof typeof FIELDS

/** Fields of one part of a set-up, by the rest of their path. */
export function fieldsOf(part: string): Record<string, Field> {
  return Object.fromEntries(
    Object.entries(FIELDS).flatMap(([path, field]) =>
      path.startsWith(`${part}.`) ? [[path.slice(part.length + 1), field]] : [],
    ),
  )
}

/** Fields of each light; path in a set-up: `flashes[i].<key>`. */
export const FLASH_FIELDS = {
  name: text('Light', 80, true),
  kit: text('Light from kit', 36),
  modifier: text('Modifier from kit', 36),
  supply: choice('Fed by', SUPPLIES),
  units: number('count', 'Units', 1, 50, { integer: true, help: 'Flashes side by side that act as one light' }),
  relay: number('count', 'Sets taking turns', 1, 50, {
    integer: true,
    help: 'Sets that fire in turn, so that each can recycle',
  }),
  guideNumber: number('guide', 'Guide number', 0.1, 500, { help: 'At full power and ISO 100, in metres or feet' }),
  power: number('power', 'Power', 1 / 4096, 1),
  minimumPower: number('power', 'Lowest power', 1 / 4096, 1),
  distance: number('length', 'Light to subject', 0.01, 100, m),
  angle: number('angle', 'Stands at', -6.3, 6.3, {
    help: '0°: where it travels to; 90°: behind the subject; −90°: on the camera’s side',
  }),
  elevation: number('angle', 'Raised by', -Math.PI / 2, Math.PI / 2, { help: 'Above the level of the subject' }),
  aimAlong: number('length', 'Aimed along the travel by', -20, 20, m),
  aimAcross: number('length', 'Aimed behind by', -20, 20, m),
  aimOut: number('length', 'Aimed higher by', -20, 20, m),
  lossStops: number('stops', 'Lost in modifier', -3, 15, {
    help: 'What umbrella, grid or softbox take away; − where a reflector gathers',
  }),
  role: choice('Role', LIGHT_ROLES, 'Key and fill expose what faces the camera; rim, behind and ground do not.'),
  head: choice('Head', HEADS),
  bounceDistance: number('length', 'Flash to card or wall', 0.02, 20, {
    ...m,
    nullable: true,
    help: 'What the bounce costs follows from it and from the size of what it is bounced off',
  }),
  headWidth: number('length', 'Its face is wide', 0.005, 10, mm),
  headHeight: number('length', 'Its face is high', 0.005, 10, mm),
  beamAngle: number('angle', 'Its beam opens', 0.02, 6.3, {
    help: 'The full angle within which it is at least half as bright as in the middle.',
  }),
  fired: choice('Fired by', FIRINGS),
  follows: number('count', 'Follows light', 0, 15, { integer: true }),
  latency: number('time', 'Flash latency', 0, 0.1, { ...us, help: 'From its signal until it lights' }),
  jitter: number('time', 'Flash jitter', 0, 0.1, us),
  slaveDelay: number('time', 'Optical-slave delay', 0, 0.1, { ...us, help: 'What its optical slave adds' }),
  recycleTime: number('time', 'Recycle', 0, 120, { unit: 's' }),
  recyclePower: number('power', 'That recycle is at', 1 / 4096, 1, {
    help: 'The power at which that recycle time was measured',
  }),
  energy: number('energy', 'Energy at full power', 0.1, 10_000),
  heatLimit: number('energy', 'Gives before it must cool', 1, 10_000_000, {
    nullable: true,
    help: 'Watt seconds before its lamp or battery must rest; empty: no limit',
  }),
  highSpeedSync: flag('High-speed sync'),
  measured: flag('Durations measured'),
  borrowed: flag('Durations of a typical unit'),
} as const satisfies FieldsFor<FlashSetup>

/** Fields of each card or flag; path: `scene.cards[i].<key>`. */
export const CARD_FIELDS = {
  name: text('Card', 80, true),
  kind: choice('Is', CARD_KINDS),
  along: number('length', 'Along the travel', -20, 20, m),
  across: number('length', 'Behind the subject', -20, 20, m),
  out: number('length', 'Raised', -20, 20, m),
  width: number('length', 'Wide', 0.01, 10, m),
  height: number('length', 'High', 0.01, 10, m),
  turn: number('angle', 'Turned', -6.3, 6.3),
  tilt: number('angle', 'Tilted', -6.3, 6.3),
} as const satisfies FieldsFor<Card>

/** Fields of each row of a light's duration table; path: `flashes[i].table[j].<key>`. */
export const FLASH_ROW_FIELDS = {
  power: number('power', 'Power', 1 / 4096, 1),
  t05: number('time', 't.5', 1e-7, 1, { ...us, nullable: true }),
  t01: number('time', 't.1', 1e-7, 1, { ...us, nullable: true }),
} as const satisfies FieldsFor<FlashRow>

/** Fields of each row of a light's repeating mode; path: `flashes[i].repeat[j].<key>`. */
export const REPEAT_ROW_FIELDS = {
  power: number('power', 'Power', 1 / 4096, 1),
  rate: number('rate', 'Fastest', 0.1, 1000),
  pops: number('count', 'Most pops', 1, 1000, { integer: true }),
} as const satisfies FieldsFor<RepeatRow>

/** Fields of each group of pops; path: `sequence.groups[i].<key>`. */
export const POP_GROUP_FIELDS = {
  name: text('Group', 80, true),
  placing: choice('Pops placed by', PLACINGS),
  count: number('count', 'Pops', 1, 200, { integer: true }),
  interval: number('time', 'Interval', 0, 60, ms),
  joinsLast: flag('Joins on the last pop'),
  start: number('time', 'Starts after', -600, 600, { ...ms, help: 'After the trigger’s own pop; − before it' }),
  from: number('length', 'First position', 0, 100, m),
  to: number('length', 'Last position', 0, 100, m),
} as const satisfies FieldsFor<PopGroup>

/** One light of a group of pops, by its place in the set-up's list. */
export const GROUP_LIGHT = number('count', 'Light', 0, 15, { integer: true })

/** Fields of each row of the table of places; path: `sequence.track[i].<key>`. */
export const TRACK_ROW_FIELDS = {
  time: number('time', 'Time', 0, 600, ms),
  position: number('length', 'Place', -100, 100, m),
} as const satisfies FieldsFor<TrackRow>

/** One pop by hand, s after the start of its group. */
export const HAND_TIME = number('time', 'Pop', 0, 600, ms)

/** Fields of each body; path: `bodies[i].<key>`. */
export const BODY_FIELDS = {
  name: text('Body', 80, true),
  kind: choice('Speed from', BODY_KINDS),
  speed: number('speed', 'Speed', 0, 2000, { nullable: true }),
  sharp: flag('Must be sharp'),
} as const satisfies FieldsFor<Body>

/** Fields of each line of a list; path: `lists.<name>[i].<key>`. */
export const LIST_ITEM_FIELDS = {
  text: text('Line', 200, true),
  done: flag('Done'),
} as const satisfies FieldsFor<ListItem>

/** Most bodies. */
export const MOST_BODIES = 12
/** Fields of each piece of evidence; path: `evidence[i].<key>`. Value and error are in the unit of its kind. */
export const EVIDENCE_FIELDS = {
  id: text('Evidence', 40, true),
  kind: choice('Seen', EVIDENCE_KINDS),
  on: flag('Counts'),
  value: number('number', 'Reading', -1e6, 1e6),
  error: number('number', 'Reading uncertain by', 1e-9, 1e6),
  delay: number('time', 'Delay dialled', -10_000, 10_000, { ...ms, nullable: true }),
  at: number('length', 'Read at', 0, 200, { ...m, nullable: true }),
  from: choice('From', EVENTS),
  to: choice('To', EVENTS),
  light: number('count', 'Light', 0, 15, { integer: true }),
  scatter: number('time', 'Scatter seen', 0, 10, { ...ms, nullable: true }),
  firing: text('Firing', 40),
  instrument: text('Read with', 80),
  date: text('Day', 10),
  how: text('How', 120),
} as const satisfies FieldsFor<Evidence>

/** What a reading of a kind is: its quantity, limits and name. */
export const READINGS: Record<EvidenceKind, NumberField> = {
  place: number('length', 'Past the near face', -10, 10, mm),
  beyond: number('length', 'Beyond, past the near face', -10, 10, mm),
  short: number('length', 'Not yet at, past the near face', -10, 10, mm),
  late: number('time', 'Picture late by', -10, 10, ms),
  speed: number('speed', 'Speed', 0.01, 2000),
  interval: number('time', 'Time between', 1e-7, 100, ms),
  latency: number('time', 'Chain takes', 0, 5, ms),
  found: number('time', 'Delay that was right', -10, 10_000, ms),
  ambient: number('ev', 'Ambient light', -12, 20),
  light: number('stops', 'Brighter than planned by', -12, 12),
  dark: number('share', 'Dark, of the picture', 0.01, 0.99),
}

/** Most pieces of evidence, their conditions, and marks: every field of sixteen lights can be typed. */
export const MOST_EVIDENCE = 60
export const MOST_CONDITIONS = 40
export const MOST_MARKS = 600
/** Most figures of choices that were left. */
export const MOST_ASIDE = 200
/** Most learnt figures. */
export const MOST_LEARNT = 40
/** Most lines in a list. */
export const MOST_LIST_ITEMS = 60
/** Most groups of pops, pops by hand, and rows of places. */
export const MOST_POP_GROUPS = 16
export const MOST_POPS = 200
export const MOST_TRACK_ROWS = 64
/** Most lights in a set-up and most rows in a table. */
export const MOST_FLASHES = 16
/** Most cards and flags. */
export const MOST_CARDS = 12
export const MOST_FLASH_ROWS = 32
