import { fieldAt } from '../../core/setup/paths'
import type {
  BODY_FIELDS,
  CARD_FIELDS,
  EVIDENCE_FIELDS,
  FIELDS,
  FLASH_FIELDS,
  FLASH_ROW_FIELDS,
  GROUP_LIGHT,
  HAND_TIME,
  KIT_FIELDS,
  LIST_ITEM_FIELDS,
  POP_GROUP_FIELDS,
  READINGS,
  REPEAT_ROW_FIELDS,
  TRACK_ROW_FIELDS,
} from '../../core'

type IdsOf<T extends Readonly<Record<string, { id: string }>>> = T[keyof T]['id']
/** Every field that has texts: the compiler names one without. */
type FieldId =
  | IdsOf<typeof FIELDS>
  | IdsOf<typeof FLASH_FIELDS>
  | IdsOf<typeof CARD_FIELDS>
  | IdsOf<typeof FLASH_ROW_FIELDS>
  | IdsOf<typeof REPEAT_ROW_FIELDS>
  | IdsOf<typeof POP_GROUP_FIELDS>
  | IdsOf<typeof TRACK_ROW_FIELDS>
  | IdsOf<typeof BODY_FIELDS>
  | IdsOf<typeof LIST_ITEM_FIELDS>
  | IdsOf<typeof EVIDENCE_FIELDS>
  | IdsOf<typeof READINGS>
  | IdsOf<typeof KIT_FIELDS>
  | (typeof GROUP_LIGHT)['id']
  | (typeof HAND_TIME)['id']

/** What a field is called, and a line for who does not know the word. */
export interface FieldText {
  label: string
  help?: string
}

/** What the fields of set-ups and kit are called. */
export const FIELD_TEXTS: Readonly<Record<FieldId, FieldText>> = {
  'name': { label: 'Name' },
  'notes': { label: 'Notes' },
  'recipe': { label: 'Recipe' },
  'method': { label: 'Method' },
  'trigger': { label: 'Fired by' },
  'air.temperatureC': { label: 'Air temperature', help: 'Sets the speed of sound: 1 °C changes it by 0.2 %' },
  'air.temperatureError': { label: 'Temperature uncertainty', help: 'How far the thermometer may be off, e.g. 1 °C' },
  'air.relativeHumidity': { label: 'Humidity', help: 'Changes the speed of sound only a little: a guess will do' },
  'air.pressure': {
    label: 'Air pressure',
    help: 'Matters for drag only, and only a little: 1013 hPa at sea level, 950 hPa at 540 m',
  },
  'action.kind': { label: 'Action', help: 'What sets it going: a launcher, a hand, a release' },
  'action.draw': { label: 'Draw length of the band', help: 'From the slack band to where you let go, e.g. 40 cm' },
  'action.pull': { label: 'Pull at full draw', help: 'Measure it with a luggage scale on the drawn band' },
  'motion.kind': { label: 'Motion', help: 'How it moves on its way to the subject, e.g. a fall or a flight' },
  'motion.speed': {
    label: 'Launch speed',
    help: 'As it leaves the start, e.g. 35 m/s from a small catapult, 5 m/s from a hand',
  },
  'motion.speedSpread': { label: 'Speed: take-to-take spread', help: 'How much it varies from take to take' },
  'motion.speedError': {
    label: 'Speed uncertainty',
    help: 'How far the average may be off, the same in every take, e.g. 4 %',
  },
  'motion.angle': { label: 'Launch angle', help: 'Above level' },
  'motion.objectLength': { label: 'Object length', help: 'Along its path, e.g. 6 mm for a 6 mm ball' },
  'motion.diameter': { label: 'Object diameter', help: 'Across its path: size and mass make the drag, e.g. 6 mm' },
  'motion.mass': {
    label: 'Object mass',
    help: 'On a kitchen scale, ten at once if it is small: a 6 mm steel ball is 0.88 g',
  },
  'motion.dragCoefficient': { label: 'Drag coefficient', help: 'A ball 0.47, a cube 1.05, a flat disc across 1.2' },
  'motion.dragPerMetre': {
    label: 'Measured drag',
    help: 'Share of speed lost per metre, e.g. 0.02 /m; leave empty to work it out from size and mass',
  },
  'motion.turns': { label: 'Spin', help: 'Turns in a second, e.g. 8 /s for a top tossed by hand' },
  'motion.turnsSpread': { label: 'Spin: take-to-take spread', help: 'How much it varies from take to take' },
  'motion.faces': { label: 'Good faces', help: '1 if one side of it must be seen, 2 if front and back will do' },
  'motion.faceWithin': {
    label: 'Face angle, tolerance',
    help: 'Largest angle off the camera that still counts, e.g. 30°; leave empty if any side will do',
  },
  'motion.faceAtStart': { label: 'Face angle at the start', help: '0° faces the camera at the launch' },
  'subject.distance': {
    label: 'Distance from start to subject',
    help: 'From where it starts to the side it reaches first, e.g. 1.2 m',
  },
  'subject.distanceError': {
    label: 'Distance uncertainty',
    help: 'How well you measured it: 5 mm with a tape, 2 cm by eye',
  },
  'subject.depth': { label: 'Subject depth', help: 'From entry face to exit face, e.g. 4 mm for a cracker' },
  'subject.height': { label: 'Subject height', help: 'From bottom to top, as the camera sees it, e.g. 80 mm' },
  'subject.speedLost': { label: 'Speed lost in the subject', help: 'How much slower the object comes out' },
  'subject.speedLostSpread': {
    label: 'Speed loss: take-to-take spread',
    help: 'From take to take, as a share of the loss, e.g. 20 %',
  },
  'subject.speedLostError': { label: 'Speed loss: uncertainty', help: 'The same in every take, a share of the loss' },
  'subject.secondGap': {
    label: 'Distance to second subject',
    help: 'From entry face to entry face, e.g. 60 mm; leave empty if there is only one',
  },
  'subject.secondDepth': { label: 'Second subject: depth', help: 'From its entry face to its exit face, e.g. 4 mm' },
  'subject.liquidDepth': { label: 'Liquid depth', help: 'From the surface to the bottom, e.g. 20 mm of milk' },
  'subject.person': { label: 'The target is a person', help: 'Adds the cautions for faces, eyes and consent' },
  'subject.filling': { label: 'Filling', help: 'What the skin holds: it decides what is seen once the skin is gone' },
  'subject.filmThickness': {
    label: 'Film thickness',
    help: 'Gives the tear speed: 1 µm, 7 m/s. Bright colours mean 0.2 to 1 µm',
  },
  'subject.crackSpeed': { label: 'Tear speed', help: 'How fast the edge of the skin runs back' },
  'subject.crackSpeedSpread': { label: 'Tear speed spread', help: 'How much it varies from take to take' },
  'subject.crackSpeedError': {
    label: 'Tear speed uncertainty',
    help: 'How far the average may be off, the same in every take, e.g. 4 %',
  },
  'moment.phase': {
    label: 'Name of the moment',
    help: 'What the picture should show, in a few words, e.g. “skin half open”',
  },
  'moment.reference': {
    label: 'Moment counted from',
    help: 'A position on the path, or an event such as the impact plus a time',
  },
  'moment.model': {
    label: 'Basis of the moment',
    help: 'A time of your own, or how far the subject itself has torn, sagged or closed',
  },
  'moment.offset': {
    label: 'Distance past the entry face',
    help: 'From the side the object reaches first, e.g. 30 mm; negative in front of it',
  },
  'moment.descending': {
    label: 'On the way down',
    help: 'A thrown object passes each height twice: on for the second time',
  },
  'moment.fraction': { label: 'Moment: progress', help: '50 % of the tear: the skin is half open' },
  'moment.time': {
    label: 'Moment: time after it begins',
    help: 'From the event to the picture you want, e.g. 12 ms from the impact to the crown',
  },
  'moment.timeSpread': {
    label: 'Moment: take-to-take spread',
    help: 'From take to take, a share of the time to the moment',
  },
  'moment.timeError': { label: 'Moment: uncertainty', help: 'The same in every take: how well you know it' },
  'moment.window.beforeDistance': {
    label: 'Window: short by up to',
    help: 'How far short of the mark the picture is still good, e.g. 10 mm',
  },
  'moment.window.afterDistance': {
    label: 'Window: past by up to',
    help: 'How far past the mark the picture is still good, e.g. 15 mm',
  },
  'moment.window.beforeTime': {
    label: 'Window: early by up to',
    help: 'How much too early the picture is still good, e.g. 2 ms',
  },
  'moment.window.afterTime': {
    label: 'Window: late by up to',
    help: 'How much too late the picture is still good, e.g. 3 ms',
  },
  'sensor.kind': { label: 'Sensor', help: 'What notices the event and starts the delay' },
  'sensor.source': {
    label: 'Sensor: what it responds to',
    help: 'Of several sounds or bodies, the one that triggers it',
  },
  'sensor.position': { label: 'Distance from start to sensor', help: 'Along the path, from the start, e.g. 0.9 m' },
  'sensor.positionError': {
    label: 'Sensor position uncertainty',
    help: 'How well you measured it: 2 mm with a rule, 1 cm by eye',
  },
  'sensor.offset': {
    label: 'Sensor: distance from the path',
    help: 'How far to the side of the path the sensor stands, e.g. 0.3 m',
  },
  'sensor.beamWidth': {
    label: 'Beam width',
    help: 'Across the light beam: 3 mm for a bare photodiode, 0.5 mm behind a slit',
  },
  'sensor.response': {
    label: 'Sensor: shortest block',
    help: 'The shortest interruption that triggers it, e.g. 50 µs',
  },
  'sensor.latency': {
    label: 'Sensor latency',
    help: 'From event to signal, e.g. 20 µs; leave empty for the usual figure of its kind',
  },
  'sensor.jitter': { label: 'Sensor jitter', help: 'How much the latency varies from take to take, e.g. 5 µs' },
  'sensor.riseTime': { label: 'Sound rise time', help: 'From arrival to peak, e.g. 200 µs' },
  'sensor.bounceAfter': {
    label: 'Time to the bounce',
    help: 'From the impact to the bounce that should trigger, e.g. 400 ms',
  },
  'sensor.falsePeak': { label: 'Loudest false peak', help: 'On the sensor’s own meter: footsteps, voices, doors' },
  'sensor.eventPeak': { label: 'Quietest real peak', help: 'On the same meter: the quietest event that must trigger' },
  'sensor.threshold': { label: 'Threshold', help: 'On the same meter: it triggers above this level' },
  'sensor.peakDistance': {
    label: 'Meter distance for the real peak',
    help: 'From the source, e.g. 0.5 m; leave empty if the microphone has not moved since',
  },
  'sensor.waveSpeed': {
    label: 'Wave speed in the table',
    help: 'A knock in a wooden tabletop runs at 300 to 900 m/s, in stone or steel faster',
  },
  'sensor.waveSpeedError': {
    label: 'Wave speed uncertainty',
    help: 'A share of the speed, e.g. 30 % while it is only assumed',
  },
  'sensor.ringing': { label: 'Table: rings for', help: 'Until a knock has died away, e.g. 300 ms' },
  'controller.latency': {
    label: 'Controller latency',
    help: 'From sensor signal to output with the delay at zero, e.g. 20 µs',
  },
  'controller.jitter': { label: 'Controller jitter', help: 'How much the latency varies from take to take, e.g. 5 µs' },
  'controller.minimumInterval': {
    label: 'Controller: shortest interval',
    help: 'Between two of its outputs, e.g. 1 ms',
  },
  'controller.delayStep': { label: 'Delay step', help: 'The smallest change its dial allows, e.g. 100 µs' },
  'controller.delayMinimum': { label: 'Shortest delay', help: 'The least its dial can be set to, e.g. 0.1 ms' },
  'controller.delayMaximum': {
    label: 'Longest delay',
    help: '0: a trigger that has no delay; where the sensor stands is the delay',
  },
  'controller.holdOff': {
    label: 'Hold-off',
    help: 'Ignores everything for this long after firing, so that echoes and bounces do not fire it again',
  },
  'delay': { label: 'Dialled delay', help: 'What stands on the controller’s dial now, e.g. 18.2 ms' },
  'link.kind': {
    label: 'Link',
    help: 'How the signal gets to flash or camera: a cable is the quickest and the steadiest',
  },
  'link.latency': {
    label: 'Link latency',
    help: 'From controller to flash or camera, e.g. 300 µs; leave empty for the usual figure of its kind',
  },
  'link.jitter': {
    label: 'Link jitter',
    help: 'How much it varies from take to take: 1 µs by cable, 30 µs and more by radio',
  },
  'link.minimumInterval': { label: 'Link: shortest interval', help: 'Between two signals, e.g. 5 ms for a radio' },
  'hand.lead': {
    label: 'Press lead',
    help: 'How long before the moment you press, e.g. 120 ms; leave empty to have it worked out',
  },
  'hand.scatter': { label: 'Press spread', help: 'Practised people press within 30 to 50 ms' },
  'hand.flinch': { label: 'Press habit: early by', help: 'Average of your presses: + early, − late, e.g. 40 ms' },
  'hand.flinchError': {
    label: 'Press habit: uncertainty',
    help: 'How far that average may be off, e.g. 10 ms after twenty presses',
  },
  'scene.ground.distance': {
    label: 'Background distance',
    help: 'From the subject to the background behind it, e.g. 1.5 m',
  },
  'scene.ground.width': {
    label: 'Background width',
    help: 'Of the paper or cloth that the camera can see, e.g. 2.7 m',
  },
  'scene.ground.height': {
    label: 'Background height',
    help: 'Of the paper or cloth that the camera can see, e.g. 2 m',
  },
  'scene.ground.reflectance': {
    label: 'Background reflectance',
    help: 'White paper 85 %, grey card 18 %, black velvet 0.5 %.',
  },
  'camera.shutterKind': {
    label: 'Shutter type',
    help: 'What opens and closes the light’s way: it decides how flash and shutter meet',
  },
  'camera.sensorWidth': { label: 'Sensor width', help: 'The long side of the picture on the sensor, e.g. 36 mm' },
  'camera.sensorHeight': { label: 'Sensor height', help: 'The short side of the picture on the sensor, e.g. 24 mm' },
  'camera.pixelsWide': { label: 'Pixels across', help: 'Along the long side of the picture, e.g. 6000' },
  'camera.syncSpeed': {
    label: 'Sync speed',
    help: 'The shortest shutter speed that a flash lights whole, e.g. 1/200 s',
  },
  'camera.curtainTravel': { label: 'Curtain travel', help: 'Time one curtain takes to cross the frame, e.g. 3.5 ms' },
  'camera.curtainRuns': {
    label: 'Curtain direction in the picture',
    help: 'Which way the curtain’s edge moves across the finished picture',
  },
  'camera.readOut': { label: 'Read-out', help: 'From first row to last, e.g. 20 ms' },
  'camera.lag': {
    label: 'Shutter lag',
    help: 'From the release signal to the open shutter, mirror up and focus off, e.g. 45 ms',
  },
  'camera.lagJitter': { label: 'Shutter lag jitter', help: 'How much the lag varies from take to take, e.g. 2 ms' },
  'camera.frameRate': { label: 'Frame rate', help: 'Frames in a second in a burst, e.g. 10 /s' },
  'camera.bufferFrames': { label: 'Buffer size', help: 'Frames in a burst before it slows down, e.g. 25' },
  'camera.baseIso': { label: 'Lowest ISO', help: 'Where the picture is cleanest' },
  'camera.setsShutter': {
    label: 'Automatic shutter and ISO',
    help: 'On for a phone or camera that chooses them by itself',
  },
  'camera.maximumIso': {
    label: 'Highest acceptable ISO',
    help: 'Beyond it you would not keep the picture for its noise, e.g. ISO 1600',
  },
  'lens.focalLength': { label: 'Focal length', help: 'As marked on the lens, e.g. 100 mm; of a zoom, where it is set' },
  'lens.widestAperture': { label: 'Widest aperture', help: 'The smallest f-number it has, e.g. f/2.8' },
  'lens.smallestAperture': { label: 'Smallest aperture', help: 'The largest f-number it has, e.g. f/22' },
  'lens.pupilRatio': {
    label: 'Pupil ratio',
    help: 'Exit pupil diameter divided by entrance pupil diameter; 1 for most lenses',
  },
  'picture.distance': { label: 'Camera distance', help: 'From the lens to the subject, e.g. 0.8 m' },
  'picture.aimAlong': {
    label: 'Camera aimed along the path by',
    help: 'Past the middle of the subject; of what falls, − aims it higher',
  },
  'picture.aperture': { label: 'Aperture', help: 'Stopped down for depth, opened up for light, e.g. f/11' },
  'picture.iso': { label: 'ISO', help: 'As low as the light allows, e.g. ISO 200' },
  'picture.shutter': {
    label: 'Shutter speed',
    help: 'How long the shutter is open, e.g. 2 s in the dark, 1/200 s at sync speed',
  },
  'picture.ambientEv': {
    label: 'Room light',
    help: 'At ISO 100: a lit room has 5 EV, one candle 0 EV, a dark studio −5 EV or less',
  },
  'picture.ambientLimit': {
    label: 'Room light is black below',
    help: 'How far below correct exposure the room counts as black, e.g. −6 EV',
  },
  'picture.angleToSensor': {
    label: 'Angle of path to sensor plane',
    help: '0°: across the frame; 90°: straight at the camera',
  },
  'picture.circleOfConfusion': {
    label: 'Circle of confusion',
    help: 'Largest spot on the sensor that still looks sharp; if empty, the diagonal / 1500',
  },
  'picture.depthWanted': {
    label: 'Depth of field wanted',
    help: 'From the nearest sharp part to the farthest, e.g. 60 mm',
  },
  'picture.blurLimit': {
    label: 'Longest streak accepted',
    help: 'A streak up to this length at the subject still counts as sharp',
  },
  'sequence.curtain': {
    label: 'Pops timed to',
    help: 'First: the pops begin as the shutter opens. Second: they end as it closes',
  },
  'sequence.margin': {
    label: 'Spare shutter time',
    help: 'How much longer the shutter stays open than the pops need, e.g. 200 ms',
  },
  'sequence.panSpeed': { label: 'Pan speed', help: 'How fast the camera turns while the pops fire, e.g. 30°/s' },
  'sequence.panAngle': { label: 'Pan direction, from the path', help: '0° pans with the motion, 180° against it' },
  'sequence.moveSpeed': {
    label: 'Camera tracking speed',
    help: 'How fast the camera itself moves beside the path, e.g. 0.5 m/s',
  },
  'sequence.stillWidth': { label: 'Width of the still part', help: 'What does not move, such as the thrower’s feet' },
  'sequence.groundStops': {
    label: 'Still parts: exposure from one pop',
    help: 'Exposure that each pop gives to whatever does not move',
  },
  'catch.distance': {
    label: 'Start to backstop',
    help: 'From the start to what stops it: everything before it is in danger, e.g. 2.5 m',
  },
  'crew.ready': { label: '“Ready?”' },
  'crew.lights-out': { label: '“Lights out”' },
  'crew.eyes': { label: '“Eyes”' },
  'crew.clear': { label: '“Clear”' },
  'crew.open': { label: '“Open”' },
  'crew.arm': { label: '“Armed”' },
  'crew.act': { label: 'Action step' },
  'crew.close': { label: '“Closed”' },
  'crew.lights-on': { label: '“Lights”' },
  'crew.judge': { label: 'Picture check' },
  'crew.reset': { label: 'Reset' },
  'goal.keepers': { label: 'Keepers wanted', help: 'Pictures you want to take home from this set-up, e.g. 3' },
  'goal.confidence': { label: 'Confidence', help: 'How certain you want to be that the props last' },
  'goal.stock': { label: 'Props at hand', help: 'Balloons, crackers, cups left to shoot, e.g. 20' },
  'goal.variants': {
    label: 'Variants of the prop',
    help: 'Kinds you want to compare, with commas between them, e.g. “thick, thin”',
  },
  'goal.kept': {
    label: 'On-time takes usually kept',
    help: 'Of the takes that catch the moment, how many you keep for their looks; say 0.8 for eight in ten',
  },
  'kit.camera': { label: 'Camera from kit' },
  'kit.lens': { label: 'Lens from kit' },
  'kit.sensor': { label: 'Sensor from kit' },
  'kit.controller': { label: 'Controller from kit' },
  'kit.link': { label: 'Link from kit' },
  'kit.consumable': { label: 'Prop from kit' },
  'kit.launcher': { label: 'Launcher from kit' },
  'kit.mixture': { label: 'Mixture from kit' },
  'kit.skin': { label: 'Skin from kit' },
  'kit.hand': { label: 'Hand from kit' },
  'tests.black.outcome': { label: 'Black frame' },
  'tests.black.stops': { label: 'Room light in the test frame' },
  'tests.black.note': { label: 'Note' },
  'tests.exposure.outcome': { label: 'Exposure test' },
  'tests.exposure.stops': { label: 'Stand-in exposure' },
  'tests.exposure.note': { label: 'Note' },
  'tests.focus.outcome': { label: 'Focus test' },
  'tests.focus.depth': { label: 'Sharp over' },
  'tests.focus.note': { label: 'Note' },
  'tests.sensor.outcome': { label: 'Sensor test' },
  'tests.sensor.events': { label: 'Events tried' },
  'tests.sensor.fired': { label: 'Events that triggered it' },
  'tests.sensor.falseFires': { label: 'False triggers' },
  'tests.sensor.note': { label: 'Note' },
  'tests.control.outcome': { label: 'Control shot' },
  'tests.control.delay': { label: 'Delay of the control shot' },
  'tests.control.position': { label: 'Position past the entry face' },
  'tests.control.late': { label: 'Lateness of the picture' },
  'tests.control.note': { label: 'Note' },

  'flash.name': { label: 'Light' },
  'flash.kit': { label: 'Light from kit' },
  'flash.modifier': { label: 'Modifier from kit' },
  'flash.supply': {
    label: 'Power supply',
    help: 'Mains keeps its power through an evening; batteries recycle ever more slowly',
  },
  'flash.units': { label: 'Units', help: 'Flashes side by side that act as one light' },
  'flash.relay': { label: 'Alternating sets', help: 'Sets that fire in turn, so that each can recycle' },
  'flash.guideNumber': { label: 'Guide number', help: 'At full power and ISO 100, in metres or feet' },
  'flash.power': { label: 'Power', help: 'As dialled on the flash, e.g. 1/64; less power is a shorter flash for most' },
  'flash.minimumPower': { label: 'Lowest power', help: 'The least it can be dialled to, e.g. 1/128' },
  'flash.distance': {
    label: 'Light to subject',
    help: 'From the front of the light to the subject, e.g. 0.7 m; half as far is four times the light',
  },
  'flash.angle': {
    label: 'Angle round the subject',
    help: '0° in the direction of travel, 90° behind the subject, −90° on the camera’s side',
  },
  'flash.elevation': { label: 'Elevation', help: 'Above the level of the subject' },
  'flash.aimAlong': {
    label: 'Aim offset along the path',
    help: 'Along the path from the subject to where it points, e.g. 0.2 m',
  },
  'flash.aimAcross': {
    label: 'Aim offset behind',
    help: 'Behind the subject to where it points, e.g. 0.5 m for the background',
  },
  'flash.aimOut': { label: 'Aim offset upwards', help: 'Above the subject to where it points, e.g. 0.2 m' },
  'flash.lossStops': {
    label: 'Modifier loss',
    help: 'Light lost in umbrella, grid or softbox; negative for a reflector that adds light',
  },
  'flash.role': {
    label: 'Role',
    help: 'Key and fill expose what faces the camera; rim, backlight and background do not.',
  },
  'flash.head': {
    label: 'Head',
    help: 'What the light goes through: it sets how hard the shadows are, and what is lost',
  },
  'flash.bounceDistance': {
    label: 'Flash to card or wall',
    help: 'Sets what the bounce costs, with the size of the surface',
  },
  'flash.headWidth': {
    label: 'Light face: width',
    help: 'The lit face as the subject sees it, e.g. 600 mm of softbox',
  },
  'flash.headHeight': {
    label: 'Light face: height',
    help: 'The lit face as the subject sees it, e.g. 900 mm of softbox',
  },
  'flash.beamAngle': { label: 'Beam angle', help: 'The full angle between the points of half brightness, e.g. 60°' },
  'flash.fired': { label: 'Fired by', help: 'How the signal reaches this light' },
  'flash.follows': { label: 'Light that its slave follows', help: 'Its optical slave fires when it sees this one' },
  'flash.latency': { label: 'Flash latency', help: 'From trigger signal to light, e.g. 40 µs' },
  'flash.jitter': { label: 'Flash jitter', help: 'How much its latency varies from take to take, e.g. 1 µs' },
  'flash.slaveDelay': { label: 'Optical-slave delay', help: 'Extra delay of its optical slave, e.g. 30 µs' },
  'flash.recycleTime': {
    label: 'Recycle',
    help: 'Until it is ready again, e.g. 2 s; with it the power at which you timed it',
  },
  'flash.recyclePower': {
    label: 'Power for that recycle time',
    help: 'The power at which that recycle time was measured',
  },
  'flash.energy': { label: 'Energy at full power', help: 'From its data sheet, e.g. 70 Ws' },
  'flash.heatLimit': {
    label: 'Energy before it must cool',
    help: 'Watt seconds before tube or battery must rest, e.g. 3000; leave empty for no limit',
  },
  'flash.highSpeedSync': {
    label: 'High-speed sync',
    help: 'A train of pulses while the curtains run: it never freezes anything fast',
  },
  'flash.measured': {
    label: 'Durations measured',
    help: 'On once you have read its durations yourself, in the Lab or with a meter',
  },
  'flash.borrowed': {
    label: 'Typical durations, assumed',
    help: 'On while its durations are those of a typical flash of its kind',
  },

  'card.name': { label: 'Card' },
  'card.kind': { label: 'Card type', help: 'White fills softly, silver fills hard, black takes light away' },
  'card.along': {
    label: 'Position along the path',
    help: 'From the subject along the path, e.g. 0.3 m; − towards the start',
  },
  'card.across': {
    label: 'Position behind the subject',
    help: 'From the subject away from the camera, e.g. 0.2 m; − towards the camera',
  },
  'card.out': { label: 'Raised', help: 'Above the subject, e.g. 0.3 m' },
  'card.width': { label: 'Width', help: 'From side to side, e.g. 0.5 m' },
  'card.height': { label: 'Height', help: 'From bottom to top, e.g. 0.7 m' },
  'card.turn': { label: 'Rotation', help: '0° faces the camera, 90° the way the object goes' },
  'card.tilt': { label: 'Tilt', help: '0° stands upright, 90° lies flat and faces up' },

  'flashRow.power': { label: 'Power', help: 'As dialled on the flash, e.g. 1/64' },
  'flashRow.t05': { label: 't.5', help: 'Time above half of the peak, as data sheets give it, e.g. 50 µs' },
  'flashRow.t01': { label: 't.1', help: 'Time above a tenth of the peak, which is what freezes, e.g. 150 µs' },

  'repeatRow.power': { label: 'Power', help: 'At each power the flash stands other series, e.g. 1/64' },
  'repeatRow.rate': { label: 'Highest rate', help: 'Pops in a second, e.g. 20 /s' },
  'repeatRow.pops': { label: 'Longest series of pops', help: 'In one series before it must rest, e.g. 10' },

  'popGroup.name': { label: 'Group' },
  'popGroup.placing': {
    label: 'Placement of pops',
    help: 'At one interval, at even distances along the path, or each by hand',
  },
  'popGroup.count': { label: 'Pops', help: 'How many times this group fires in one frame, e.g. 6' },
  'popGroup.interval': { label: 'Interval', help: 'From one pop to the next, e.g. 80 ms' },
  'popGroup.joinsLast': {
    label: 'Starts from the last pop',
    help: 'On: its first pop is the last one of the group before',
  },
  'popGroup.start': { label: 'Start time', help: 'After the trigger’s own pop; − before it' },
  'popGroup.from': {
    label: 'First position',
    help: 'Where on the path the first pop catches the object, from the start, e.g. 0.4 m',
  },
  'popGroup.to': {
    label: 'Last position',
    help: 'Where on the path the last pop catches the object, from the start, e.g. 1.6 m',
  },

  'popGroup.light': { label: 'Light' },
  'trackRow.time': { label: 'Time', help: 'After the start, e.g. 120 ms' },
  'trackRow.position': { label: 'Place', help: 'Where it was by then, along the path, e.g. 0.6 m' },

  'popGroup.byHand': { label: 'Pop', help: 'After the start of its group, e.g. 80 ms' },
  'body.name': { label: 'Body' },
  'body.kind': { label: 'Speed from', help: 'What this part moves with, e.g. the skin as it runs back' },
  'body.speed': { label: 'Speed', help: 'Its own speed in the picture, e.g. 2 m/s for a hand' },
  'body.sharp': { label: 'Parts that must be sharp', help: 'On: its streak counts when the flash duration is judged' },

  'listItem.text': { label: 'Line' },
  'listItem.done': { label: 'Done' },

  'evidence.id': { label: 'Measurement' },
  'evidence.kind': { label: 'Measurement type' },
  'evidence.on': { label: 'Used in the plan' },
  'evidence.value': { label: 'Reading' },
  'evidence.error': {
    label: 'Reading uncertainty',
    help: 'How far the reading may be off, e.g. 1 mm from a ruler in the picture',
  },
  'evidence.delay': { label: 'Dialled delay', help: 'What was dialled when it was shot, e.g. 18.2 ms' },
  'evidence.at': { label: 'Position of the reading', help: 'From the start, e.g. 0.9 m' },
  'evidence.from': { label: 'From' },
  'evidence.to': { label: 'To' },
  'evidence.light': { label: 'Light' },
  'evidence.scatter': { label: 'Measured spread', help: 'How much the readings vary among themselves, e.g. 0.4 ms' },
  'evidence.firing': { label: 'Firing' },
  'evidence.instrument': { label: 'Read with' },
  'evidence.date': { label: 'Day' },
  'evidence.how': { label: 'How' },

  'reading.place': {
    label: 'Distance past the entry face',
    help: 'From the side the object reaches first, e.g. 30 mm; negative in front of it',
  },
  'reading.beyond': { label: 'Least distance past the entry face' },
  'reading.short': { label: 'Greatest distance past the entry face' },
  'reading.late': {
    label: 'Picture late by',
    help: 'The moment in the picture after the one you wanted, e.g. 1.5 ms; negative: early',
  },
  'reading.speed': { label: 'Speed', help: 'From a chronograph, a streak or two frames, e.g. 34.8 m/s' },
  'reading.interval': {
    label: 'Time between',
    help: 'Between two things in one recording, e.g. 21.4 ms from shot to impact',
  },
  'reading.blocked': { label: 'Time the beam was blocked', help: 'From the sensor’s own output, e.g. 180 µs' },
  'reading.latency': { label: 'Chain latency', help: 'From the trigger to the light, measured as one, e.g. 1.2 ms' },
  'reading.found': { label: 'Correct delay', help: 'The delay at which the picture was right, e.g. 18.2 ms' },
  'reading.ambient': { label: 'Room light', help: 'From a frame without flash, or a meter, e.g. −4 EV' },
  'reading.light': {
    label: 'Exposure against the plan',
    help: 'Brighter than planned is +, e.g. −0.3 EV for a third of a stop too dark',
  },
  'reading.dark': {
    label: 'Dark share of the picture',
    help: 'Share of the frame still dark behind the curtain’s edge, e.g. 20 %',
  },
  'kit.remembers.takes': { label: 'Fill in new set-ups from its takes' },
  'kit.remembers.readings': { label: 'Fill in new set-ups from its readings' },
  'kit.stock': { label: 'Left in stock' },
  'kit.perTake': { label: 'Used by a take' },
}

const TEXTS: Readonly<Record<string, FieldText>> = FIELD_TEXTS

/** What a field is called. */
export const labelOf = ({ id }: { id: string }): string => TEXTS[id]?.label ?? id

/** The line of help of a field; undefined: it has none. */
export const helpOf = ({ id }: { id?: string }): string | undefined => (id ? TEXTS[id]?.help : undefined)

/** What the field behind a path of a set-up is called; the path itself where there is none. */
export function labelAt(path: string): string {
  const field = fieldAt(path)
  return field ? labelOf(field) : path
}
