import type { EventName, EvidenceKind, FigureSource, KnownBy, LearntElsewhere, Measurement } from '../../core'

/** Where a figure comes from, as it is said at its row. */
export const SOURCE_TEXT: Record<FigureSource, { word: string; means: string }> = {
  assumed: { word: 'assumed', means: 'Assumed: typical of the recipe or the kind of gear' },
  rated: { word: 'rated', means: 'Rated: from Kit or a data sheet' },
  yours: { word: 'yours', means: 'Entered: typed in here' },
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
  'motion.speed': { ask: 'Launch speed', help: 'At the start; for a swing, at the subject' },
  'action.kind': { ask: 'What launches it?' },
  'action.draw': { ask: 'Draw length of the band' },
  'action.pull': { ask: 'Pull at full draw', help: 'A luggage scale on the drawn band: 5 kg, 50 N, 11 lb' },
  'motion.mass': { ask: 'Weight of the object' },
  'motion.diameter': { ask: 'Object diameter' },
  'motion.angle': { ask: 'Launch angle' },
  'motion.turns': { ask: 'Spin', help: 'Turns per second; 0 if it does not spin' },
  'subject.distance': { ask: 'Start to subject' },
  'subject.height': { ask: 'Subject height' },
  'subject.filling': { ask: 'Filling' },
  'subject.crackSpeed': { ask: 'Tear speed' },
  'subject.filmThickness': { ask: 'Film thickness', help: 'Bright colours: 0.2 to 1 µm; the thinner, the faster' },
  'subject.liquidDepth': { ask: 'Liquid depth' },
  'sensor.position': { ask: 'Start to sensor', help: 'Measured along the path from the start' },
  'sensor.offset': { ask: 'Microphone distance', help: 'From what it hears' },
  'moment.offset': {
    ask: 'Moment: distance past the entry face',
    help: 'The side that is hit first; negative is before it',
  },
  'moment.time': { ask: 'Moment: time after it begins' },
  'moment.fraction': { ask: 'Moment: progress', help: '100 % is the whole tear, sag, cavity or turn' },
  'moment.timeSpread': { ask: 'Moment: take-to-take spread' },
  'hand.scatter': { ask: 'Press spread', help: 'Practised people press within 30 to 50 ms' },
  'flashes[0].power': { ask: 'Flash power' },
  'flashes[0].distance': { ask: 'Light to subject' },
  'picture.distance': { ask: 'Camera to subject' },
  'picture.aperture': { ask: 'Aperture' },
  'picture.iso': { ask: 'ISO' },
  'picture.shutter': { ask: 'Shutter speed' },
  'picture.ambientEv': {
    ask: 'Room light',
    help: 'EV or lux, “dim room”, a reading such as f/4 1/60 ISO 400, or “two stops dark at” such a reading',
  },
}

/** What was learnt on another set-up, and the unit it is shown in. */
export const LEARNT_TEXT: Record<LearntElsewhere['what'], { name: string; quantity: 'speed' | 'time' }> = {
  speed: { name: 'Speed in flight', quantity: 'speed' },
  tear: { name: 'Tear speed', quantity: 'speed' },
  hand: { name: 'Press lead', quantity: 'time' },
}

/** What can have been seen, in the order people meet it, and how it is said. */
export const EVIDENCE_TEXT: Record<EvidenceKind, { name: string; said: string; help: string }> = {
  place: {
    name: 'Position in the picture',
    said: 'was {value}',
    help: 'From a control shot, a marker or a take: past the entry face, negative before it',
  },
  beyond: {
    name: 'Already past a point',
    said: 'past {value}',
    help: 'Out of the picture already; a distance is not needed',
  },
  short: {
    name: 'Not yet at a point',
    said: 'short of {value}',
    help: 'Not in the picture yet; a distance is not needed',
  },
  late: { name: 'Picture too late by', said: 'late by {value}', help: 'Negative if it was early' },
  speed: { name: 'Speed', said: 'speed {value}', help: 'Chronograph, two beams, a recording' },
  interval: { name: 'Time between two events', said: '{value} apart', help: 'From a sound recording or a trace' },
  blocked: {
    name: 'Time the beam was blocked',
    said: 'beam blocked for {value}',
    help: 'From a scope or counter on the beam; with the length of the object it gives the speed there',
  },
  latency: { name: 'Chain latency', said: 'latency {value}', help: 'From sensor to light, not counting the delay' },
  found: { name: 'Correct delay', said: 'correct at {value}', help: 'Found by takes' },
  ambient: { name: 'Room light', said: 'is {value}', help: 'From a meter or a test frame' },
  light: {
    name: 'Light compared with the plan',
    said: 'is {value} off',
    help: 'Stops against the plan: “one stop dark”, −1 EV; or the aperture off a flash meter',
  },
  dark: {
    name: 'Dark band',
    said: '{value} of the frame dark',
    help: 'Share of the frame left dark at the present shutter speed; gives the curtain travel',
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
  'recording': 'A sound recording of one take',
  'trace': 'A trace of the chain from sensor to light',
  'tape-subject': 'Start to subject taped to 1 mm',
  'tape-sensor': 'Sensor position, taped to 1 mm',
  'thermometer': 'Air temperature, to 0.3 °C',
}
