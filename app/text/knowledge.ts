import type { EventName, EvidenceKind, FigureSource, KnownBy, LearntElsewhere, Measurement } from '~~/core'

/** Where a figure comes from, as it is said at its row. */
export const SOURCE_TEXT: Record<FigureSource, { word: string; means: string }> = {
  assumed: { word: 'assumed', means: 'Assumed: typical of the recipe or the kind of gear' },
  rated: { word: 'rated', means: 'Rated: from kit or a leaflet' },
  yours: { word: 'yours', means: 'Yours: entered here' },
  measured: { word: 'measured', means: 'Measured' },
}

/** How somebody knows what they typed. */
export const KNOWN_BY_TEXT: Record<KnownBy, string> = {
  guess: 'a guess',
  scale: 'read off a scale',
  measured: 'measured',
}

/** What people are asked, by field; a field without a question is asked by its name. */
export const QUESTIONS: Partial<Record<string, { ask: string; help?: string }>> = {
  'motion.speed': { ask: 'How fast is it?', help: 'At the start, or at the subject for a swing' },
  'action.kind': { ask: 'What sends it off?' },
  'action.draw': { ask: 'How far is the band drawn?' },
  'action.pull': { ask: 'How hard does it pull then?', help: 'A luggage scale on the drawn band: 5 kg, 50 N, 11 lb' },
  'motion.mass': { ask: 'What does it weigh?' },
  'motion.diameter': { ask: 'How thick is it?' },
  'motion.angle': { ask: 'How steeply is it thrown?' },
  'motion.turns': { ask: 'How fast does it spin?', help: 'Turns a second; 0: it does not' },
  'subject.distance': { ask: 'How far from start to subject?' },
  'subject.height': { ask: 'How large is the subject?' },
  'subject.filling': { ask: 'What is in it?' },
  'subject.crackSpeed': { ask: 'How fast does the skin tear?' },
  'subject.liquidDepth': { ask: 'How deep is the liquid?' },
  'sensor.position': { ask: 'Where is the sensor?', help: 'Along the travel, from the start' },
  'sensor.offset': { ask: 'How far is the microphone?', help: 'From what it hears' },
  'moment.offset': { ask: 'How far past the near face?', help: 'The side it meets first; − before it' },
  'moment.time': { ask: 'How long after it begins?' },
  'moment.fraction': { ask: 'How far has it gone?', help: '100 % is all of the tear, the sag, the cavity or a turn' },
  'moment.timeSpread': { ask: 'How much does that differ each time?' },
  'hand.scatter': { ask: 'How steady is the hand?', help: 'Practised people press within 30 to 50 ms' },
  'flashes[0].power': { ask: 'At what power is the light?' },
  'flashes[0].distance': { ask: 'How far is the light?' },
  'picture.distance': { ask: 'How far is the camera?' },
  'picture.aperture': { ask: 'Which aperture?' },
  'picture.iso': { ask: 'Which ISO?' },
  'picture.shutter': { ask: 'Which shutter speed?' },
  'picture.ambientEv': {
    ask: 'How light is the room?',
    help: 'EV, lux, “dim room”, a metered triple: f/4 1/60 ISO 400, or a frame “two stops dark at” one',
  },
}

/** What was learnt on another set-up, and the unit it is shown in. */
export const LEARNT_TEXT: Record<LearntElsewhere['what'], { name: string; quantity: 'speed' | 'time' }> = {
  speed: { name: 'How fast it flies', quantity: 'speed' },
  tear: { name: 'How fast the skin tears', quantity: 'speed' },
  hand: { name: 'How early the hand presses', quantity: 'time' },
}

/** What can have been seen, in the order people meet it, and how it is said. */
export const EVIDENCE_TEXT: Record<EvidenceKind, { name: string; said: string; help: string }> = {
  place: {
    name: 'It was at a place',
    said: 'was {value}',
    help: 'A control shot, a marker, a take: past the near face, − before it',
  },
  beyond: {
    name: 'It was beyond a place',
    said: 'was beyond {value}',
    help: 'Out of the picture already; a distance is not needed',
  },
  short: {
    name: 'It was not there yet',
    said: 'was short of {value}',
    help: 'Not in the picture yet; a distance is not needed',
  },
  late: { name: 'The picture was late', said: 'was late by {value}', help: '− where it was early' },
  speed: { name: 'A speed', said: 'ran at {value}', help: 'Chronograph, two beams, a recording' },
  interval: { name: 'A time between two events', said: 'took {value}', help: 'From a sound recording or a trace' },
  latency: {
    name: 'The chain’s latency',
    said: 'takes {value}',
    help: 'From the sensor to the light, without the delay',
  },
  found: { name: 'The delay that was right', said: 'right at {value}', help: 'Found by takes' },
  ambient: { name: 'The room’s light', said: 'is {value}', help: 'From a meter or a test frame' },
  light: {
    name: 'A light against the plan',
    said: 'is {value} off',
    help: 'Stops against the plan: “one stop dark”, −1 EV; or the aperture off a flash meter',
  },
  dark: {
    name: 'A dark band',
    said: 'was {value} dark',
    help: 'How much of a picture the shutter left dark, at the shutter and light set now: tells the curtains’ travel',
  },
}

export const EVENT_TEXT: Record<EventName, string> = {
  start: 'the start',
  sensed: 'the sensor',
  impact: 'the impact',
  moment: 'the moment',
}

/** Tests that are at hand, as one line each. */
export const MEASUREMENT_TEXT: Record<Measurement, string> = {
  'control': 'One control shot',
  'control-3': 'Three control shots',
  'chronograph': 'A chronograph at the subject',
  'recording': 'A sound recording of one go',
  'trace': 'A trace of the chain, sensor to light',
  'tape-subject': 'Start to subject taped to 1 mm',
  'tape-sensor': 'The sensor’s place taped to 1 mm',
  'thermometer': 'The air’s temperature to 0.3 °C',
}
