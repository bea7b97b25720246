import { FIELDS, type FieldPath, FLASH_FIELDS, type FlashSetup, type Identified, type NumberField } from '../../core'
import { labelOf } from '../texts/fields'

type FlashKey = keyof typeof FLASH_FIELDS & keyof FlashSetup

/** What figures of a set-up are called besides their labels, as people say them. */
const SAID: Partial<Record<FieldPath, string>> = {
  'air.temperatureC': 'temperature|air|room temperature|air temperature',
  'air.relativeHumidity': 'humidity|relative humidity',
  'air.pressure': 'pressure|air pressure|barometer',
  'action.draw': 'draw|draw length|band drawn|drawn',
  'action.pull': 'pull|full draw|pull at full draw',
  'motion.speed': 'speed|velocity|muzzle speed|launch speed|throw speed|walking pace|pace',
  'motion.speedSpread': 'speed spread|spread of speed|shot to shot|shot-to-shot spread|take to take',
  'motion.speedError': 'speed uncertainty|speed error',
  'motion.angle': 'launch angle|throw angle|loft',
  'motion.objectLength': 'object length',
  'motion.diameter': 'diameter|object diameter|calibre|caliber|across it',
  'motion.mass': 'mass|weight|object mass|weighs|weighing',
  'motion.dragCoefficient': 'drag coefficient|drag|cd',
  'motion.turns': 'spin|spins|spinning|turns|rotation',
  'motion.faceWithin': 'face within|face angle|face tolerance',
  'subject.distance':
    'distance to subject|distance to the subject|start to subject|throw distance|drop height|height of fall|' +
    'fall height|falls',
  'subject.depth': 'subject depth|thickness|subject thickness|depth of the subject',
  'subject.height': 'subject height|height of the subject',
  'subject.liquidDepth': 'liquid depth|depth of liquid|water depth|milk depth|tank depth|liquid',
  'subject.secondGap': 'second subject|gap to the second|second gap',
  'subject.filmThickness': 'film thickness|film|bubble film',
  'subject.crackSpeed': 'tear speed|crack speed',
  'moment.offset': 'past the entry face|past the near face|past the front|past the face|past the mark|entry face',
  'moment.fraction': 'progress|open|torn',
  'moment.time': 'moment|after the impact|after impact|after the burst|after the pop|after the splash',
  'sensor.position': 'sensor position|start to sensor|distance to sensor',
  'sensor.offset': 'sensor offset|beside the path',
  'sensor.beamWidth': 'beam width',
  'sensor.response': 'shortest block|sensor response|response',
  'sensor.latency': 'sensor latency|sensor delay|latency',
  'sensor.jitter': 'sensor jitter',
  'sensor.threshold': 'threshold|trigger level',
  'sensor.riseTime': 'rise time',
  'controller.latency': 'controller latency|latency',
  'controller.jitter': 'controller jitter',
  'controller.delayStep': 'delay step|dial step',
  'controller.holdOff': 'hold-off|hold off|holdoff|lock-out|lockout|dead time',
  'delay': 'delay|dialled delay|trigger delay|dial',
  'link.latency': 'link latency|radio latency|radio delay|cable latency|latency',
  'link.jitter': 'link jitter|radio jitter',
  'hand.lead': 'press lead|press early',
  'hand.scatter': 'press spread|press scatter|reaction spread',
  'scene.ground.distance': 'background distance|behind the subject background',
  'scene.ground.reflectance': 'background reflectance|reflectance',
  'scene.ground.width': 'background width',
  'scene.ground.height': 'background height',
  'camera.syncSpeed': 'sync speed|sync|x-sync|flash sync',
  'camera.curtainTravel': 'curtain travel|curtain time',
  'camera.readOut': 'read-out|readout|rolling shutter',
  'camera.lag': 'shutter lag|lag|camera lag|release lag',
  'camera.frameRate': 'frame rate|burst rate|frames per second|shooting rate',
  'camera.bufferFrames': 'buffer|buffer size',
  'camera.maximumIso': 'highest iso|maximum iso|iso limit|top iso',
  'camera.pixelsWide': 'pixels across|pixels wide',
  'lens.focalLength': 'focal length|lens|focal',
  'lens.widestAperture': 'widest aperture|maximum aperture',
  'lens.smallestAperture': 'smallest aperture|minimum aperture',
  'lens.pupilRatio': 'pupil ratio',
  'picture.distance': 'camera distance|shooting distance|working distance',
  'picture.aperture': 'aperture|f-stop|f stop|f-number',
  'picture.iso': 'iso|sensitivity',
  'picture.shutter': 'shutter|shutter speed|shutter time|exposure time|open for|exposure of',
  'picture.ambientEv': 'ambient|ambient light|room light|room|light of the room|light level',
  'picture.circleOfConfusion': 'circle of confusion|coc',
  'picture.depthWanted': 'depth of field|depth of field wanted|dof|sharp over',
  'picture.blurLimit': 'longest streak|streak|streak limit|blur limit|blur|motion blur',
  'picture.angleToSensor': 'angle to sensor|angle of path|path angle',
  'sequence.panSpeed': 'pan speed|panning|pan',
  'catch.distance': 'backstop|backstop distance|start to backstop|catch',
  'goal.keepers': 'keepers|keeper|keepers wanted|good ones|good frames',
  'goal.stock': 'props|in stock|stock|props at hand|crackers|balloons|bottles|spare',
  'goal.confidence': 'confidence|certainty',
  'goal.kept': 'usually kept|kept of on time',
}

/** The same of a light. */
const SAID_OF_LIGHT: Partial<Record<FlashKey, string>> = {
  power: 'power|output',
  minimumPower: 'lowest power|minimum power',
  distance: 'distance|away|from the subject|to the subject|from it|from the glass|from the bowl',
  angle: 'round|angle|round the subject',
  elevation: 'raised|elevation|above|up high|overhead|over it',
  lossStops: 'modifier loss|loss|loses|eats|costs',
  guideNumber: 'guide number|gn',
  units: 'units|heads side by side',
  beamAngle: 'beam angle|spread of the beam|beam spread',
  recycleTime: 'recycle|recycles|recycle time|recycles in|recycling',
  latency: 'flash latency|latency',
  energy: 'energy|watt seconds',
  bounceDistance: 'from the card|to the card|from the wall|to the wall|from the ceiling',
  slaveDelay: 'slave delay',
}

/** A figure by what it is called. */
export interface Term {
  words: string
  /** Field of the set-up, or of a light that is named beside it. */
  path?: FieldPath
  key?: FlashKey
}

const plain = (label: string): string =>
  label
    .toLowerCase()
    .replace(/[“”(),:]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

const isNumber = (field: { type: string }): field is NumberField => field.type === 'number'

/** Labels of figures that are not said in passing: what was tested and who does what has forms of its own. */
const LEFT_OUT = /^(tests|crew|kit)\./

function termsOf(): Term[] {
  const found: Term[] = []
  for (const [path, field] of Object.entries(FIELDS) as [FieldPath, Identified][]) {
    if (!isNumber(field) || LEFT_OUT.test(path)) continue
    for (const words of new Set([plain(labelOf(field)), ...(SAID[path]?.split('|') ?? [])])) found.push({ words, path })
  }
  for (const [key, field] of Object.entries(FLASH_FIELDS) as [FlashKey, Identified][]) {
    if (!isNumber(field)) continue
    for (const words of new Set([plain(labelOf(field)), ...(SAID_OF_LIGHT[key]?.split('|') ?? [])]))
      found.push({ words, key })
  }
  return found.sort((a, b) => b.words.length - a.words.length)
}

/** Every term, the longest first. */
export const TERMS: readonly Term[] = termsOf()

/** What moves, as it is called on a set. */
const OBJECTS =
  'ball|pebble|stone|marble|dart|arrow|pellet|slug|shot|projectile|object|drop|bead|key|jet|top|disc|disk|wheel|' +
  'turntable|runner|skater|racer|juggler|diabolo|skip|bag'

/** The thing that a figure without a name of its own belongs to. */
export const THINGS = [
  ['mic', /^(?:the\s+)?(?:microphone|mic|mike|sound (?:sensor|trigger))\b/],
  ['beam', /^(?:the\s+)?(?:light )?(?:beam|light barrier|laser|photogate|gate)\b/],
  ['sensor', /^(?:the\s+)?(?:sensor|trigger sensor|vibration sensor|contact)\b/],
  ['camera', /^(?:the\s+)?(?:camera|body)\b/],
  ['background', /^(?:the\s+)?(?:background|backdrop|ground|paper roll)\b(?!\s+light)/],
  ['object', new RegExp(String.raw`^(?:the\s+)?(?:${OBJECTS})\b(?!\s+light)`)],
  ['subject', /^(?:the\s+)?(?:subject|target|cracker|poppadom|paper|glass|bowl|balloon|bun)\b/],
] as const satisfies readonly (readonly [string, RegExp])[]
export type Thing = (typeof THINGS)[number][0]

/** Choices by the words for them. */
export const CHOICES: readonly { words: RegExp; path: FieldPath; value: string | number }[] = [
  { words: /^(?:white paper|white background|white wall)\b/, path: 'scene.ground.reflectance', value: 0.85 },
  { words: /^(?:grey card|grey background|gray background)\b/, path: 'scene.ground.reflectance', value: 0.18 },
  { words: /^black velvet\b/, path: 'scene.ground.reflectance', value: 0.005 },
  {
    words: /^(?:open[- ]shutter|shutter open(?: in the dark)?|bulb and flash)\b/,
    path: 'method',
    value: 'open-shutter',
  },
  { words: /^(?:sync[- ]shutter|at sync speed|in sync)\b/, path: 'method', value: 'sync-shutter' },
  { words: /^(?:fast[- ]shutter|freeze with the shutter|shutter freezes)\b/, path: 'method', value: 'fast-shutter' },
  {
    words: /^(?:by hand|hand[- ]fired|press(?:ed)? by hand|fire by hand|fired by hand)\b/,
    path: 'trigger',
    value: 'hand',
  },
  { words: /^(?:by burst|as a burst|in a burst|burst mode|shoot a burst)\b/, path: 'trigger', value: 'burst' },
  { words: /^(?:by (?:the )?sensor|fired by (?:the |a )?sensor)\b/, path: 'trigger', value: 'sensor' },
  { words: /^(?:by |on a |a |over )?radio(?: link| trigger)?\b/, path: 'link.kind', value: 'radio' },
  { words: /^(?:by |on a |a )?cable(?: link)?\b/, path: 'link.kind', value: 'cable' },
  { words: /^(?:by )?(?:optical link|optical slaves)\b/, path: 'link.kind', value: 'optical' },
  { words: /^(?:rear|second)[- ]curtain\b/, path: 'sequence.curtain', value: 'rear' },
  { words: /^(?:front|first)[- ]curtain\b/, path: 'sequence.curtain', value: 'front' },
  { words: /^(?:full of |filled with |holds )confetti\b/, path: 'subject.filling', value: 'confetti' },
  { words: /^(?:full of |filled with |holds )powder\b/, path: 'subject.filling', value: 'powder' },
  { words: /^(?:full of |filled with |holds )(?:water|liquid|tea|milk)\b/, path: 'subject.filling', value: 'liquid' },
  { words: /^(?:full of |filled with |holds )air\b/, path: 'subject.filling', value: 'air' },
]

/** The same of a light that is named. */
export const LIGHT_CHOICES: readonly { words: RegExp; key: 'head' | 'fired'; value: string }[] = [
  { words: /^(?:with |in |through )?(?:an? )?(?:honeycomb|grid)\b/, key: 'head', value: 'grid' },
  { words: /^(?:with |through )?(?:an? )?snoot\b/, key: 'head', value: 'snoot' },
  { words: /^(?:with |in |through |into )?(?:an? )?(?:umbrella|brolly)\b/, key: 'head', value: 'umbrella' },
  { words: /^(?:with |in |through )?(?:an? )?(?:softbox|soft box)\b/, key: 'head', value: 'softbox' },
  { words: /^(?:bare(?: head)?|without (?:a )?modifier|no modifier)\b/, key: 'head', value: 'bare' },
  { words: /^(?:bounced|bounced off (?:a |the )?(?:card|wall|ceiling))\b/, key: 'head', value: 'bounced' },
  { words: /^(?:through (?:a |the )?(?:diffuser|scrim|sheet|silk))\b/, key: 'head', value: 'through' },
  { words: /^(?:fired |triggered )?(?:by |as an? |on )?(?:optical )?slave\b/, key: 'fired', value: 'slave' },
  { words: /^(?:fired |triggered )?(?:by |on )(?:its own )?radio\b/, key: 'fired', value: 'radio' },
  { words: /^(?:fired |triggered )?(?:by |on )(?:its own |a )?cable\b/, key: 'fired', value: 'cable' },
  { words: /^(?:on |in )?(?:the )?(?:hot ?)?shoe\b/, key: 'fired', value: 'shoe' },
]
