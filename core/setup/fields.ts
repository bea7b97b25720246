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
  'air.temperatureError': number('temperatureDifference', 'Temperature uncertainty', 0, 20),
  'air.relativeHumidity': number('share', 'Humidity', 0, 1, {
    help: 'Changes the speed of sound only a little: a guess will do',
  }),
  'air.pressure': number('pressure', 'Air pressure', 60_000, 110_000),
  'action.kind': choice('Action', ACTIONS),
  'action.draw': number('length', 'Draw length of the band', 0.01, 3, { ...m, nullable: true }),
  'action.pull': number('force', 'Pull at full draw', 0.1, 2000, {
    nullable: true,
    help: 'Measure it with a luggage scale on the drawn band',
  }),
  'motion.kind': choice('Motion', MOTIONS),
  'motion.speed': number('speed', 'Launch speed', 0.01, 1500),
  'motion.speedSpread': number('share', 'Speed: take-to-take spread', 0, 0.5, {
    help: 'How much it varies from take to take',
  }),
  'motion.speedError': number('share', 'Speed uncertainty', 0, 1, {
    help: 'How far the average may be off, the same in every take, e.g. 4 %',
  }),
  'motion.angle': number('angle', 'Launch angle', 0, 1.56, { help: 'Above level' }),
  'motion.objectLength': number('length', 'Object length', 0.0001, 2, mm),
  'motion.diameter': number('length', 'Object diameter', 0.0001, 1, mm),
  'motion.mass': number('mass', 'Object mass', 1e-7, 20),
  'motion.dragCoefficient': number('number', 'Drag coefficient', 0, 3, {
    help: 'A ball 0.47, a cube 1.05, a flat disc across 1.2',
  }),
  'motion.dragPerMetre': number('perMetre', 'Measured drag', 0, 20, {
    nullable: true,
    help: 'Share of speed lost per metre, e.g. 0.02 /m; leave empty to work it out from size and mass',
  }),
  'motion.turns': number('rate', 'Spin', 0, 1000),
  'motion.turnsSpread': number('share', 'Spin: take-to-take spread', 0, 0.5, {
    help: 'How much it varies from take to take',
  }),
  'motion.faces': number('count', 'Good faces', 1, 2, { integer: true }),
  'motion.faceWithin': number('angle', 'Face angle, tolerance', Math.PI / 180, Math.PI / 2, {
    nullable: true,
    help: 'Largest angle off the camera that still counts, e.g. 30°; leave empty if any side will do',
  }),
  'motion.faceAtStart': number('angle', 'Face angle at the start', -6.3, 6.3, {
    help: '0° faces the camera at the launch',
  }),
  'subject.distance': number('length', 'Distance from start to subject', 0, 100, m),
  'subject.distanceError': number('length', 'Distance uncertainty', 0, 1, mm),
  'subject.depth': number('length', 'Subject depth', 0.0001, 5, mm),
  'subject.height': number('length', 'Subject height', 0.0001, 5, mm),
  'subject.speedLost': number('share', 'Speed lost in the subject', 0, 0.95, {
    help: 'How much slower the object comes out',
  }),
  'subject.speedLostSpread': number('share', 'Speed loss: take-to-take spread', 0, 0.5, {
    help: 'From take to take, as a share of the loss, e.g. 20 %',
  }),
  'subject.speedLostError': number('share', 'Speed loss: uncertainty', 0, 1, {
    help: 'The same in every take, a share of the loss',
  }),
  'subject.secondGap': number('length', 'Distance to second subject', 0.001, 20, {
    ...mm,
    nullable: true,
    help: 'From entry face to entry face, e.g. 60 mm; leave empty if there is only one',
  }),
  'subject.secondDepth': number('length', 'Second subject: depth', 0.0001, 5, mm),
  'subject.liquidDepth': number('length', 'Liquid depth', 0, 5, mm),
  'subject.person': flag('The target is a person'),
  'subject.filling': choice('Filling', FILLINGS),
  'subject.filmThickness': number('length', 'Film thickness', 2e-8, 1e-4, {
    unit: 'µm',
    nullable: true,
    help: 'Gives the tear speed: 1 µm, 7 m/s. Bright colours mean 0.2 to 1 µm',
  }),
  'subject.crackSpeed': number('speed', 'Tear speed', 1, 2000, { help: 'How fast the edge of the skin runs back' }),
  'subject.crackSpeedSpread': number('share', 'Tear speed spread', 0, 0.5, {
    help: 'How much it varies from take to take',
  }),
  'subject.crackSpeedError': number('share', 'Tear speed uncertainty', 0, 1, {
    help: 'How far the average may be off, the same in every take, e.g. 4 %',
  }),
  'moment.phase': text('Name of the moment', 80),
  'moment.reference': choice(
    'Moment counted from',
    REFERENCES,
    'A position on the path, or an event such as the impact plus a time',
  ),
  'moment.model': choice(
    'Basis of the moment',
    PHASE_MODELS,
    'A time of your own, or how far the subject itself has torn, sagged or closed',
  ),
  'moment.offset': number('length', 'Distance past the entry face', -10, 10, {
    ...mm,
    help: 'From the side the object reaches first, e.g. 30 mm; negative in front of it',
  }),
  'moment.descending': flag('On the way down'),
  'moment.fraction': number('share', 'Moment: progress', 0, 3, { help: '50 % of the tear: the skin is half open' }),
  'moment.time': number('time', 'Moment: time after it begins', 0, 20, ms),
  'moment.timeSpread': number('share', 'Moment: take-to-take spread', 0, 0.5, {
    help: 'From take to take, a share of the time to the moment',
  }),
  'moment.timeError': number('share', 'Moment: uncertainty', 0, 1, {
    help: 'The same in every take: how well you know it',
  }),
  'moment.window.beforeDistance': number('length', 'Window: short by up to', 0.00001, 5, mm),
  'moment.window.afterDistance': number('length', 'Window: past by up to', 0.00001, 5, mm),
  'moment.window.beforeTime': number('time', 'Window: early by up to', 1e-7, 10, ms),
  'moment.window.afterTime': number('time', 'Window: late by up to', 1e-7, 10, ms),
  'sensor.kind': choice('Sensor', SENSORS),
  'sensor.source': choice('Sensor: what it responds to', SOURCES),
  'sensor.position': number('length', 'Distance from start to sensor', 0, 100, m),
  'sensor.positionError': number('length', 'Sensor position uncertainty', 0, 1, mm),
  'sensor.offset': number('length', 'Sensor: distance from the path', 0, 50, {
    ...m,
    help: 'How far to the side of the path the sensor stands, e.g. 0.3 m',
  }),
  'sensor.beamWidth': number('length', 'Beam width', 0, 0.2, mm),
  'sensor.response': number('time', 'Sensor: shortest block', 0, 1, {
    ...us,
    help: 'The shortest interruption that triggers it, e.g. 50 µs',
  }),
  'sensor.latency': number('time', 'Sensor latency', 0, 2, {
    ...us,
    nullable: true,
    help: 'From event to signal, e.g. 20 µs; leave empty for the usual figure of its kind',
  }),
  'sensor.jitter': number('time', 'Sensor jitter', 0, 0.5, {
    ...us,
    nullable: true,
    help: 'How much the latency varies from take to take, e.g. 5 µs',
  }),
  'sensor.riseTime': number('time', 'Sound rise time', 0, 0.05, { ...us, help: 'From arrival to peak, e.g. 200 µs' }),
  'sensor.bounceAfter': number('time', 'Time to the bounce', 0, 10, {
    ...ms,
    help: 'From the impact to the bounce that should trigger, e.g. 400 ms',
  }),
  'sensor.falsePeak': number('number', 'Loudest false peak', 1e-6, 1000, {
    nullable: true,
    help: 'On the sensor’s own meter: footsteps, voices, doors',
  }),
  'sensor.eventPeak': number('number', 'Quietest real peak', 1e-6, 1000, {
    nullable: true,
    help: 'On the same meter: the quietest event that must trigger',
  }),
  'sensor.threshold': number('number', 'Threshold', 1e-6, 1000, {
    nullable: true,
    help: 'On the same meter: it triggers above this level',
  }),
  'sensor.peakDistance': number('length', 'Meter distance for the real peak', 0.01, 100, {
    ...m,
    nullable: true,
    help: 'From the source, e.g. 0.5 m; leave empty if the microphone has not moved since',
  }),
  'sensor.waveSpeed': number('speed', 'Wave speed in the table', 50, 6000, {
    help: 'A knock in a wooden tabletop runs at 300 to 900 m/s, in stone or steel faster',
  }),
  'sensor.waveSpeedError': number('share', 'Wave speed uncertainty', 0, 1, {
    help: 'A share of the speed, e.g. 30 % while it is only assumed',
  }),
  'sensor.ringing': number('time', 'Table: rings for', 0, 10, {
    ...ms,
    help: 'Until a knock has died away, e.g. 300 ms',
  }),
  'controller.latency': number('time', 'Controller latency', 0, 1, us),
  'controller.jitter': number('time', 'Controller jitter', 0, 0.1, {
    ...us,
    help: 'How much the latency varies from take to take, e.g. 5 µs',
  }),
  'controller.minimumInterval': number('time', 'Controller: shortest interval', 0, 60, ms),
  'controller.delayStep': number('time', 'Delay step', 1e-9, 1, {
    ...us,
    help: 'The smallest change its dial allows, e.g. 100 µs',
  }),
  'controller.delayMinimum': number('time', 'Shortest delay', 0, 1, ms),
  'controller.delayMaximum': number('time', 'Longest delay', 0, 10_000, {
    unit: 's',
    help: '0: a trigger that has no delay; where the sensor stands is the delay',
  }),
  'controller.holdOff': number('time', 'Hold-off', 0, 60, {
    ...ms,
    help: 'Ignores everything for this long after firing, so that echoes and bounces do not fire it again',
  }),
  'delay': number('time', 'Dialled delay', 0, 10_000, { unit: 'ms', nullable: true }),
  'link.kind': choice('Link', LINKS),
  'link.latency': number('time', 'Link latency', 0, 1, {
    ...us,
    nullable: true,
    help: 'From controller to flash or camera, e.g. 300 µs; leave empty for the usual figure of its kind',
  }),
  'link.jitter': number('time', 'Link jitter', 0, 0.1, { ...us, nullable: true }),
  'link.minimumInterval': number('time', 'Link: shortest interval', 0, 60, ms),
  'hand.lead': number('time', 'Press lead', -10, 10, {
    ...ms,
    nullable: true,
    help: 'How long before the moment you press, e.g. 120 ms; leave empty to have it worked out',
  }),
  'hand.scatter': number('time', 'Press spread', 0, 2, { ...ms, help: 'Practised people press within 30 to 50 ms' }),
  'hand.flinch': number('time', 'Press habit: early by', -2, 2, {
    ...ms,
    help: 'Average of your presses: + early, − late, e.g. 40 ms',
  }),
  'hand.flinchError': number('time', 'Press habit: uncertainty', 0, 2, ms),
  'scene.ground.distance': number('length', 'Background distance', 0.01, 50, m),
  'scene.ground.width': number('length', 'Background width', 0.05, 50, m),
  'scene.ground.height': number('length', 'Background height', 0.05, 50, m),
  'scene.ground.reflectance': number('share', 'Background reflectance', 0, 0.98, {
    help: 'White paper 85 %, grey card 18 %, black velvet 0.5 %.',
  }),
  'camera.shutterKind': choice('Shutter type', SHUTTERS),
  'camera.sensorWidth': number('length', 'Sensor width', 0.001, 0.2, gearMm),
  'camera.sensorHeight': number('length', 'Sensor height', 0.001, 0.2, gearMm),
  'camera.pixelsWide': number('count', 'Pixels across', 100, 100_000, { integer: true }),
  'camera.syncSpeed': number('shutter', 'Sync speed', 1 / 10_000, 1),
  'camera.curtainTravel': number('time', 'Curtain travel', 0.0001, 0.1, {
    ...ms,
    help: 'Time one curtain takes to cross the frame, e.g. 3.5 ms',
  }),
  'camera.curtainRuns': choice('Curtain direction in the picture', CURTAIN_RUNS),
  'camera.readOut': number('time', 'Read-out', 0, 1, { ...ms, help: 'From first row to last, e.g. 20 ms' }),
  'camera.lag': number('time', 'Shutter lag', 0, 2, ms),
  'camera.lagJitter': number('time', 'Shutter lag jitter', 0, 0.5, ms),
  'camera.frameRate': number('rate', 'Frame rate', 0.1, 1000),
  'camera.bufferFrames': number('count', 'Buffer size', 1, 10_000, { integer: true }),
  'camera.baseIso': number('iso', 'Lowest ISO', 6, 6400, { help: 'Where the picture is cleanest' }),
  'camera.setsShutter': flag('Automatic shutter and ISO'),
  'camera.maximumIso': number('iso', 'Highest acceptable ISO', 25, 3_276_800),
  'lens.focalLength': number('length', 'Focal length', 0.004, 2, gearMm),
  'lens.widestAperture': number('aperture', 'Widest aperture', 0.7, 64),
  'lens.smallestAperture': number('aperture', 'Smallest aperture', 0.7, 128),
  'lens.pupilRatio': number('number', 'Pupil ratio', 0.2, 5, {
    help: 'Exit pupil diameter divided by entrance pupil diameter; 1 for most lenses',
  }),
  'picture.distance': number('length', 'Camera distance', 0.01, 200, m),
  'picture.aimAlong': number('length', 'Camera aimed along the path by', -20, 20, {
    ...m,
    help: 'Past the middle of the subject; of what falls, − aims it higher',
  }),
  'picture.aperture': number('aperture', 'Aperture', 0.7, 128),
  'picture.iso': number('iso', 'ISO', 6, 3_276_800),
  'picture.shutter': number('shutter', 'Shutter speed', 1 / 100_000, 3600),
  'picture.ambientEv': number('ev', 'Room light', -12, 20),
  'picture.ambientLimit': number('stops', 'Room light is black below', -20, -1, {
    help: 'How far below correct exposure the room counts as black, e.g. −6 EV',
  }),
  'picture.angleToSensor': number('angle', 'Angle of path to sensor plane', -1.5, 1.5, {
    help: '0°: across the frame; 90°: straight at the camera',
  }),
  'picture.circleOfConfusion': number('length', 'Circle of confusion', 1e-6, 0.001, {
    unit: 'µm',
    marked: true,
    nullable: true,
    help: 'Largest spot on the sensor that still looks sharp; if empty, the diagonal / 1500',
  }),
  'picture.depthWanted': number('length', 'Depth of field wanted', 0.0001, 20, mm),
  'picture.blurLimit': number('length', 'Longest streak accepted', 1e-6, 0.1, {
    ...mm,
    help: 'A streak up to this length at the subject still counts as sharp',
  }),
  'sequence.curtain': choice('Pops timed to', CURTAINS),
  'sequence.margin': number('time', 'Spare shutter time', 0, 60, {
    ...ms,
    help: 'How much longer the shutter stays open than the pops need, e.g. 200 ms',
  }),
  'sequence.panSpeed': number('angleRate', 'Pan speed', 0, 100),
  'sequence.panAngle': number('angle', 'Pan direction, from the path', -6.3, 6.3, {
    help: '0° pans with the motion, 180° against it',
  }),
  'sequence.moveSpeed': number('speed', 'Camera tracking speed', 0, 100),
  'sequence.stillWidth': number('length', 'Width of the still part', 0.0001, 20, {
    ...mm,
    help: 'What does not move, such as the thrower’s feet',
  }),
  'sequence.groundStops': number('stops', 'Still parts: exposure from one pop', -20, 4, {
    help: 'Exposure that each pop gives to whatever does not move',
  }),
  'catch.distance': number('length', 'Start to backstop', 0, 200, m),
  'crew.ready': text('“Ready?”', 40),
  'crew.lights-out': text('“Lights out”', 40),
  'crew.eyes': text('“Eyes”', 40),
  'crew.clear': text('“Clear”', 40),
  'crew.open': text('“Open”', 40),
  'crew.arm': text('“Armed”', 40),
  'crew.act': text('Action step', 40),
  'crew.close': text('“Closed”', 40),
  'crew.lights-on': text('“Lights”', 40),
  'crew.judge': text('Picture check', 40),
  'crew.reset': text('Reset', 40),
  'goal.keepers': number('count', 'Keepers wanted', 1, 1000, { integer: true }),
  'goal.confidence': number('share', 'Confidence', 0.5, 0.999, {
    help: 'How certain you want to be that the props last',
  }),
  'goal.stock': number('count', 'Props at hand', 0, 100_000, { integer: true }),
  'goal.variants': text('Variants of the prop', 160),
  'goal.kept': number('share', 'On-time takes usually kept', 0.02, 0.99, {
    help: 'Of the takes that catch the moment, how many you keep for their looks; say 0.8 for eight in ten',
  }),
  'kit.camera': text('Camera from kit', 36),
  'kit.lens': text('Lens from kit', 36),
  'kit.sensor': text('Sensor from kit', 36),
  'kit.controller': text('Controller from kit', 36),
  'kit.link': text('Link from kit', 36),
  'kit.consumable': text('Prop from kit', 36),
  'kit.launcher': text('Launcher from kit', 36),
  'kit.mixture': text('Mixture from kit', 36),
  'kit.skin': text('Skin from kit', 36),
  'kit.hand': text('Hand from kit', 36),
  'tests.black.outcome': choice('Black frame', OUTCOMES),
  'tests.black.stops': number('stops', 'Room light in the test frame', -20, 10, { nullable: true }),
  'tests.black.note': text('Note', 400),
  'tests.exposure.outcome': choice('Exposure test', OUTCOMES),
  'tests.exposure.stops': number('stops', 'Stand-in exposure', -12, 12, { nullable: true }),
  'tests.exposure.note': text('Note', 400),
  'tests.focus.outcome': choice('Focus test', OUTCOMES),
  'tests.focus.depth': number('length', 'Sharp over', 0.0001, 20, { unit: 'mm', nullable: true }),
  'tests.focus.note': text('Note', 400),
  'tests.sensor.outcome': choice('Sensor test', OUTCOMES),
  'tests.sensor.events': number('count', 'Events tried', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.fired': number('count', 'Events that triggered it', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.falseFires': number('count', 'False triggers', 0, 1000, { nullable: true, integer: true }),
  'tests.sensor.note': text('Note', 400),
  'tests.control.outcome': choice('Control shot', OUTCOMES),
  'tests.control.delay': number('time', 'Delay of the control shot', 0, 10_000, { unit: 'ms', nullable: true }),
  'tests.control.position': number('length', 'Position past the entry face', -10, 10, { unit: 'mm', nullable: true }),
  'tests.control.late': number('time', 'Lateness of the picture', -10, 10, { unit: 'ms', nullable: true }),
  'tests.control.note': text('Note', 400),
} as const satisfies FieldsFor<Omit<Setup, 'format' | 'version' | 'posterior'>>

/** The path of a field of a set-up outside its lists. */
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
  supply: choice('Power supply', SUPPLIES),
  units: number('count', 'Units', 1, 50, { integer: true, help: 'Flashes side by side that act as one light' }),
  relay: number('count', 'Alternating sets', 1, 50, {
    integer: true,
    help: 'Sets that fire in turn, so that each can recycle',
  }),
  guideNumber: number('guide', 'Guide number', 0.1, 500, { help: 'At full power and ISO 100, in metres or feet' }),
  power: number('power', 'Power', 1 / 4096, 1),
  minimumPower: number('power', 'Lowest power', 1 / 4096, 1),
  distance: number('length', 'Light to subject', 0.01, 100, m),
  angle: number('angle', 'Angle round the subject', -6.3, 6.3, {
    help: '0° in the direction of travel, 90° behind the subject, −90° on the camera’s side',
  }),
  elevation: number('angle', 'Elevation', -Math.PI / 2, Math.PI / 2, { help: 'Above the level of the subject' }),
  aimAlong: number('length', 'Aim offset along the path', -20, 20, m),
  aimAcross: number('length', 'Aim offset behind', -20, 20, m),
  aimOut: number('length', 'Aim offset upwards', -20, 20, m),
  lossStops: number('stops', 'Modifier loss', -3, 15, {
    help: 'Light lost in umbrella, grid or softbox; negative for a reflector that adds light',
  }),
  role: choice('Role', LIGHT_ROLES, 'Key and fill expose what faces the camera; rim, backlight and background do not.'),
  head: choice('Head', HEADS),
  bounceDistance: number('length', 'Flash to card or wall', 0.02, 20, {
    ...m,
    nullable: true,
    help: 'Sets what the bounce costs, with the size of the surface',
  }),
  headWidth: number('length', 'Light face: width', 0.005, 10, mm),
  headHeight: number('length', 'Light face: height', 0.005, 10, mm),
  beamAngle: number('angle', 'Beam angle', 0.02, 6.3, {
    help: 'The full angle between the points of half brightness, e.g. 60°',
  }),
  fired: choice('Fired by', FIRINGS),
  follows: number('count', 'Light that its slave follows', 0, 15, { integer: true }),
  latency: number('time', 'Flash latency', 0, 0.1, { ...us, help: 'From trigger signal to light, e.g. 40 µs' }),
  jitter: number('time', 'Flash jitter', 0, 0.1, us),
  slaveDelay: number('time', 'Optical-slave delay', 0, 0.1, {
    ...us,
    help: 'Extra delay of its optical slave, e.g. 30 µs',
  }),
  recycleTime: number('time', 'Recycle', 0, 120, { unit: 's' }),
  recyclePower: number('power', 'Power for that recycle time', 1 / 4096, 1, {
    help: 'The power at which that recycle time was measured',
  }),
  energy: number('energy', 'Energy at full power', 0.1, 10_000),
  heatLimit: number('energy', 'Energy before it must cool', 1, 10_000_000, {
    nullable: true,
    help: 'Watt seconds before tube or battery must rest, e.g. 3000; leave empty for no limit',
  }),
  highSpeedSync: flag('High-speed sync'),
  measured: flag('Durations measured'),
  borrowed: flag('Typical durations, assumed'),
} as const satisfies FieldsFor<FlashSetup>

/** Fields of each card or flag; path: `scene.cards[i].<key>`. */
export const CARD_FIELDS = {
  name: text('Card', 80, true),
  kind: choice('Card type', CARD_KINDS),
  along: number('length', 'Position along the path', -20, 20, m),
  across: number('length', 'Position behind the subject', -20, 20, m),
  out: number('length', 'Raised', -20, 20, m),
  width: number('length', 'Width', 0.01, 10, m),
  height: number('length', 'Height', 0.01, 10, m),
  turn: number('angle', 'Rotation', -6.3, 6.3),
  tilt: number('angle', 'Tilt', -6.3, 6.3),
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
  rate: number('rate', 'Highest rate', 0.1, 1000),
  pops: number('count', 'Longest series of pops', 1, 1000, { integer: true }),
} as const satisfies FieldsFor<RepeatRow>

/** Fields of each group of pops; path: `sequence.groups[i].<key>`. */
export const POP_GROUP_FIELDS = {
  name: text('Group', 80, true),
  placing: choice('Placement of pops', PLACINGS),
  count: number('count', 'Pops', 1, 200, { integer: true }),
  interval: number('time', 'Interval', 0, 60, ms),
  joinsLast: flag('Starts from the last pop'),
  start: number('time', 'Start time', -600, 600, { ...ms, help: 'After the trigger’s own pop; − before it' }),
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
  sharp: flag('Parts that must be sharp'),
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
  id: text('Measurement', 40, true),
  kind: choice('Measurement type', EVIDENCE_KINDS),
  on: flag('Used in the plan'),
  value: number('number', 'Reading', -1e6, 1e6),
  error: number('number', 'Reading uncertainty', 1e-9, 1e6),
  delay: number('time', 'Dialled delay', -10_000, 10_000, { ...ms, nullable: true }),
  at: number('length', 'Position of the reading', 0, 200, { ...m, nullable: true }),
  from: choice('From', EVENTS),
  to: choice('To', EVENTS),
  light: number('count', 'Light', 0, 15, { integer: true }),
  scatter: number('time', 'Measured spread', 0, 10, { ...ms, nullable: true }),
  firing: text('Firing', 40),
  instrument: text('Read with', 80),
  date: text('Day', 10),
  how: text('How', 120),
} as const satisfies FieldsFor<Evidence>

/** What a reading of a kind is: its quantity, limits and name. */
export const READINGS: Record<EvidenceKind, NumberField> = {
  place: number('length', 'Distance past the entry face', -10, 10, mm),
  beyond: number('length', 'Least distance past the entry face', -10, 10, mm),
  short: number('length', 'Greatest distance past the entry face', -10, 10, mm),
  late: number('time', 'Picture late by', -10, 10, ms),
  speed: number('speed', 'Speed', 0.01, 2000),
  interval: number('time', 'Time between', 1e-7, 100, ms),
  blocked: number('time', 'Time the beam was blocked', 1e-7, 10, us),
  latency: number('time', 'Chain latency', 0, 5, ms),
  found: number('time', 'Correct delay', -10, 10_000, ms),
  ambient: number('ev', 'Room light', -12, 20),
  light: number('stops', 'Exposure against the plan', -12, 12),
  dark: number('share', 'Dark share of the picture', 0.01, 0.99),
}

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
