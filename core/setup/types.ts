/**
 * The set-up: everything one picture needs, in SI units. This is also the open file format, version 2
 * (docs/setup-file.md).
 */

/** Kinds of subject that a set-up can be made for. */
export const RECIPES = [
  'balloon',
  'projectile',
  'pour',
  'drop',
  'throw',
  'powder',
  'toss',
  'swing',
  'grains',
  'run',
  'spin',
  'bubble',
] as const
/** The kind of subject that a set-up is made for. */
export type Recipe = (typeof RECIPES)[number]

/**
 * Open shutter: the flash alone makes the picture. Sync shutter: at or slower than sync, flash freezes. Fast shutter:
 * the shutter freezes.
 */
export const METHODS = ['open-shutter', 'sync-shutter', 'fast-shutter'] as const
/** What ends the exposure: a shutter left open in the dark, one in sync with the flash, or a fast one. */
export type Method = (typeof METHODS)[number]

/** What fires: a sensor, a hand on the count, or a burst through the event. */
export const TRIGGERS = ['sensor', 'hand', 'burst'] as const
/** What starts the chain. */
export type Trigger = (typeof TRIGGERS)[number]

/** What starts the event. */
export const ACTIONS = [
  'launcher',
  'catapult',
  'pin',
  'release',
  'pour',
  'throw',
  'hand',
  'toss',
  'swing',
  'run',
  'spin',
] as const
/** What starts the event. */
export type ActionKind = (typeof ACTIONS)[number]

/** How position follows time along the line of travel, from where the action starts. */
export const MOTIONS = ['still', 'flight', 'fall', 'stream', 'arc', 'toss', 'swing', 'steady'] as const
/** How the object moves. */
export type MotionKind = (typeof MOTIONS)[number]

/** What the moment is timed from; the floor is that under a liquid, the second stands behind the first subject. */
export const REFERENCES = ['travel', 'start', 'impact', 'apex', 'floor', 'second'] as const
/** What the moment is timed from. */
export type MomentReference = (typeof REFERENCES)[number]

/** How long after it: a time, or a share of what the subject itself takes to tear, sag or close, or of a turn. */
export const PHASE_MODELS = ['time', 'tear', 'hang', 'cavity', 'splash', 'turn'] as const
/** How the time from the reference to the moment follows from the subject. */
export type PhaseModel = (typeof PHASE_MODELS)[number]

/** A person is a sensor too: with the action, on sight of it, or on its sound. */
export const SENSORS = ['beam', 'sound', 'contact', 'hand', 'sight', 'ear', 'phone', 'vibration'] as const
/** A kind of sensor. */
export type SensorKind = (typeof SENSORS)[number]

/**
 * What a microphone or contact answers to: release, report or burst; the surface or near face; the floor under it; a
 * bounce.
 */
export const SOURCES = ['start', 'impact', 'floor', 'bounce'] as const
/** What a balloon holds. */
export const FILLINGS = ['air', 'confetti', 'powder', 'liquid'] as const
/** The way a focal-plane shutter's curtains run, in the picture. */
export const CURTAIN_RUNS = ['up', 'down', 'left', 'right'] as const
/** A body whose streak is told: where its speed comes from. */
export const BODY_KINDS = ['object', 'rim', 'tear', 'skin', 'drops', 'limbs', 'contents', 'own'] as const
/** What the speed of a moving part follows from. */
export type BodyKind = (typeof BODY_KINDS)[number]
/** How the signal gets to the flashes. */
export const LINKS = ['cable', 'radio', 'optical'] as const
/** What feeds a flash: a battery, the mains, or a spark gap. */
export const SUPPLIES = ['battery', 'mains', 'spark'] as const
/**
 * What a light is there for. Key and fill expose what faces the camera; rim and behind draw its edge; a ground light is
 * aimed at what is behind the subject.
 */
export const LIGHT_ROLES = ['key', 'fill', 'rim', 'behind', 'ground'] as const
/** What a light is there for. */
export type LightRole = (typeof LIGHT_ROLES)[number]
/** What shapes a light. */
export const HEADS = ['bare', 'grid', 'snoot', 'umbrella', 'softbox', 'bounced', 'through'] as const
/** What stands before a flash tube. */
export type Head = (typeof HEADS)[number]
/** What sets a light off: the set-up's own link, a cable or radio of its own, the camera's shoe, or another light. */
export const FIRINGS = ['link', 'cable', 'radio', 'shoe', 'slave'] as const
/** What fires a light. */
export type Firing = (typeof FIRINGS)[number]
/** What a card does: throws light back evenly, as a mirror of sorts, or takes it away (a flag). */
export const CARD_KINDS = ['white', 'silver', 'black'] as const
/** A kind of card. */
export type CardKind = (typeof CARD_KINDS)[number]
/** Kinds of shutter. */
export const SHUTTERS = ['focal-plane', 'leaf', 'rolling', 'global'] as const

/** One row of a flash's duration table: fraction of full power; t.5 and t.1, s; null: estimated from the other. */
export interface FlashRow {
  power: number
  t05: number | null
  t01: number | null
}

/** The same as the sums go by: what was not given is estimated. */
export interface KnownFlashRow extends FlashRow {
  t05: number
  t01: number
}

/** Something in the picture that moves, with the speed it has at the moment. */
export interface Body {
  name: string
  kind: BodyKind
  /** m/s; null: worked out from motion and recipe. */
  speed: number | null
  /** Whether it must be sharp: answers to the blur limit. */
  sharp: boolean
}

/** What a unit's repeating mode does at a power: most pops in one burst and fastest rate, 1/s. */
export interface RepeatRow {
  power: number
  rate: number
  pops: number
}

/** A light, or several alike at the same place. */
export interface FlashSetup {
  name: string
  /** Item of kit it was taken from, and its modifier; empty: none. */
  kit: string
  modifier: string
  supply: (typeof SUPPLIES)[number]
  /** Equal units side by side; their light adds, the duration stays. */
  units: number
  /** Sets of so many units that take turns over the pops of a sequence. */
  relay: number
  /** Full-power guide number at ISO 100, m, at the zoom in use. */
  guideNumber: number
  /** Fraction of full power. */
  power: number
  /** Lowest power it can be set to, fraction of full. */
  minimumPower: number
  /** m to the subject. */
  distance: number
  /** Where it stands in the table plan: rad from the line of travel, counter-clockwise, seen from the subject. */
  angle: number
  /** rad it is raised out of the plane of the table plan, towards the viewer of it. */
  elevation: number
  /** m beside the middle of the subject, or of the ground, at which it is aimed: along the travel, behind, raised. */
  aimAlong: number
  aimAcross: number
  aimOut: number
  lossStops: number
  role: LightRole
  head: Head
  /** m from the flash to the card, wall or ceiling it is bounced off; null: not said, its loss is as entered. */
  bounceDistance: number | null
  /** m of the face that gives the light. */
  headWidth: number
  headHeight: number
  /** rad, full angle within which it is at least half as bright as along its axis. */
  beamAngle: number
  fired: Firing
  /** The light that its optical slave sees, by its place in the list. */
  follows: number
  /** s from its input to the peak of its light. */
  latency: number
  jitter: number
  /** s more where it follows another flash through its optical slave. */
  slaveDelay: number
  /** s after a pop until it is ready, at the power it is given for; at others in proportion to the energy. */
  recycleTime: number
  recyclePower: number
  /** J at full power. */
  energy: number
  /** J it may give in a row before it must cool; null: not limited. */
  heatLimit: number | null
  highSpeedSync: boolean
  /** Whether the durations were measured on this unit or taken from its rating. */
  measured: boolean
  /** Whether the durations are those of a typical unit of its kind, not of this one. */
  borrowed: boolean
  table: FlashRow[]
  /** Limits of its repeating mode; empty: it has none. */
  repeat: RepeatRow[]
}

/**
 * A card or flag. Places in m from the middle of the subject: along the travel, across it (+ away from the camera), out
 * of the plane of the table plan (+ towards the viewer of it).
 */
export interface Card {
  name: string
  kind: CardKind
  along: number
  across: number
  out: number
  width: number
  height: number
  /** rad its face is turned: 0 faces the camera, + towards the travel. */
  turn: number
  /** rad its face is tilted, + out of the plane of the table plan. */
  tilt: number
}

/** How pops of a group are placed. */
export const PLACINGS = ['interval', 'spacing', 'hand'] as const
/** Which curtain fires the flash. */
export const CURTAINS = ['front', 'rear'] as const

/** Pops that belong together: some lights, a start of their own, and how they are placed. */
export interface PopGroup {
  name: string
  /** Lights that pop, by their place in the set-up's list. */
  lights: number[]
  /** At an interval; where the moving thing is at even distances; or each by hand. */
  placing: (typeof PLACINGS)[number]
  count: number
  /** s between pops. */
  interval: number
  /** s from the trigger's own pop to the first; from the last pop of the first group where it joins on that. */
  start: number
  joinsLast: boolean
  /** m along the travel of the first and last position. */
  from: number
  to: number
  /** s after the start, by hand. */
  times: number[]
}

/** Where the moving thing is at a time: s after the action starts, m along the travel. */
export interface TrackRow {
  time: number
  position: number
}

/** A line of a list to work through. */
export interface ListItem {
  text: string
  done: boolean
}
/** Lists of a set-up that are ticked off. */
export const LISTS = ['preparation', 'reset', 'cautions', 'review'] as const
/** A list of a set-up. */
export type ListName = (typeof LISTS)[number]

/** A figure learnt from takes: where it stands, what was assumed, and what it rests on. */
export interface LearntFigure {
  path: string
  was: string | number | boolean | null
  value: string | number | boolean | null
  /** yyyy-mm-dd. */
  date: string
  /** Numbers of the takes behind it. */
  takes: number[]
}

/**
 * What can be seen of a take or measured before one: the object's place at a delay, or only that it was beyond or short
 * of one; how late a picture was; a speed; a time between two events; the chain's latency; the moment a run found; the
 * room; a light; how much of a picture the shutter left dark.
 */
export const EVIDENCE_KINDS = [
  'place',
  'beyond',
  'short',
  'late',
  'speed',
  'interval',
  'blocked',
  'latency',
  'found',
  'ambient',
  'light',
  'dark',
] as const
/** A kind of observation. */
export type EvidenceKind = (typeof EVIDENCE_KINDS)[number]
/** Events that an observation can be timed between. */
export const EVENTS = ['start', 'sensed', 'impact', 'moment'] as const
/** An event of a take. */
export type EventName = (typeof EVENTS)[number]

/** Something seen or measured, with its error and what it was taken under. */
export interface Evidence {
  id: string
  kind: EvidenceKind
  /** Whether it counts. */
  on: boolean
  /**
   * m past the near face (place, beyond, short); s (late, interval, blocked, latency, found); m/s; EV (ambient);
   * stops (light); share (dark).
   */
  value: number
  /** Standard error of the reading, same unit. */
  error: number
  /** s dialled for it; null: nothing was. */
  delay: number | null
  /** m along the travel at which a speed was read; null: at the subject. */
  at: number | null
  /** Events a time was read between. */
  from: EventName
  to: EventName
  /** Light that was metered, by its place in the list. */
  light: number
  /** s of scatter from take to take that a run has seen; null: it tells nothing of that. */
  scatter: number | null
  /** Numbers of the takes behind it. */
  takes: number[]
  /** The firing it was seen in: alike for readings of one firing; empty: its take's, where one is behind it. */
  firing: string
  /** What it was read with, where its error is the same in all that was read with it; empty: an error of its own. */
  instrument: string
  /** yyyy-mm-dd; empty: not said. */
  date: string
  /** How it was read. */
  how: string
  conditions: { path: string; value: string | number | boolean | null }[]
}

/** Parts of a set-up that figures of one item of kit stand in; lights name theirs themselves. */
export const KIT_PARTS = [
  'camera',
  'lens',
  'sensor',
  'controller',
  'link',
  'consumable',
  'launcher',
  'mixture',
  'skin',
  'hand',
] as const
/** A part of a set-up that is taken from kit. */
export type KitPart = (typeof KIT_PARTS)[number]
/** No part taken from kit. */
export const noKit = (): Record<KitPart, string> => ({
  camera: '',
  lens: '',
  sensor: '',
  controller: '',
  link: '',
  consumable: '',
  launcher: '',
  mixture: '',
  skin: '',
  hand: '',
})

/** Where a figure of a set-up comes from. */
export const SOURCES_OF_FIGURES = ['assumed', 'rated', 'yours', 'measured'] as const
/** Where a figure comes from. */
export type FigureSource = (typeof SOURCES_OF_FIGURES)[number]

/** A figure that is more than an assumption of the recipe. */
export interface FigureMark {
  path: string
  from: FigureSource
  /** How it is known: a leaflet, a tape, a chronograph. */
  how: string
  /** yyyy-mm-dd; empty: not said. */
  date: string
}

/** A figure of a choice that was left, such as the shutter of another method: it comes back with the choice. */
export interface AsideFigure {
  /** The choice it belongs to: its path and value, as in `method=fast-shutter`. */
  choice: string
  path: string
  value: string | number | boolean | null
  /** Where it came from, as its mark said; null: it had none. */
  from: FigureSource | null
  how: string
  /** yyyy-mm-dd; empty: not said. */
  date: string
}

/**
 * Inputs of a take with what is held of them; logarithms where an input is inferred in its own. Worked out, never kept.
 */
export interface HeldPosterior {
  inputs: (
    | 'speed'
    | 'subjectDistance'
    | 'sensorPosition'
    | 'sensorOffset'
    | 'temperatureC'
    | 'crackSpeed'
    | 'waveSpeed'
    | 'phaseScale'
    | 'speedLost'
    | 'latency'
    | 'flinch'
  )[]
  log: boolean[]
  values: number[]
  covariance: number[][]
}

/** Calls of a take in the dark, in their order. */
export const CALLS = [
  'ready',
  'lights-out',
  'eyes',
  'clear',
  'open',
  'arm',
  'act',
  'close',
  'lights-on',
  'judge',
  'reset',
] as const
/** A role of the crew that a run calls. */
export type Call = (typeof CALLS)[number]

/** How a check came out. */
export const OUTCOMES = ['open', 'as-predicted', 'differs'] as const
/** How a check came out. */
export type Outcome = (typeof OUTCOMES)[number]

/** A set-up whole: all that is planned, in SI units, as its file holds it. */
export interface Setup {
  format: 'epiro-setup'
  version: 2
  name: string
  notes: string
  recipe: Recipe
  method: Method
  trigger: Trigger
  air: { temperatureC: number; temperatureError: number; relativeHumidity: number; pressure: number }
  action: {
    kind: ActionKind
    /** m a band is drawn, and N it pulls with then; null: not said. Both give a speed. */
    draw: number | null
    pull: number | null
  }
  motion: {
    kind: MotionKind
    /** m/s at the start; for a swing, at the subject. */
    speed: number
    /** Standard deviation from take to take, share of the speed. */
    speedSpread: number
    /** How wrong the mean itself may be, share of the speed (standard deviation). */
    speedError: number
    /** rad above the horizontal, for an arc. */
    angle: number
    /** m along the travel. */
    objectLength: number
    /** m across, for drag and drawing. */
    diameter: number
    mass: number
    dragCoefficient: number
    /** 1/m; null: from diameter, mass and drag coefficient. */
    dragPerMetre: number | null
    /** Turns a second about its own axis. */
    turns: number
    /** Standard deviation of its turns from take to take, share of them. */
    turnsSpread: number
    /** Faces that may be seen, half a turn apart where there are two. */
    faces: number
    /** rad either side of the camera within which a face counts as seen; null: any side will do. */
    faceWithin: number | null
    /** rad that a face is turned from the camera as the action starts. */
    faceAtStart: number
  }
  subject: {
    /** m along the travel from the start to its near face. */
    distance: number
    /** Standard error of that distance, m. */
    distanceError: number
    /** m along the travel. */
    depth: number
    /** m across the travel, in the picture. */
    height: number
    /** Share of the speed that what flies loses on its way through; how much of that differs, and may be wrong. */
    speedLost: number
    speedLostSpread: number
    speedLostError: number
    /** m from its near face to that of a second one behind it; null: there is none. */
    secondGap: number | null
    /** m along the travel, of the second. */
    secondDepth: number
    /** m of liquid under the surface, for what falls or pours into it; 0: none. */
    liquidDepth: number
    /** Whether it is somebody: what is thrown is thrown at a person. */
    person: boolean
    /** What a balloon holds. */
    filling: (typeof FILLINGS)[number]
    /** m/s of the tear, for what bursts. */
    /** m of a film that draws back by its own tension: gives the speed of the tear; null: it is no film. */
    filmThickness: number | null
    crackSpeed: number
    crackSpeedSpread: number
    crackSpeedError: number
  }
  moment: {
    /** The moment's name in the words of the trade. */
    phase: string
    reference: MomentReference
    model: PhaseModel
    /** m past the near face, for a moment along the travel. */
    offset: number
    /** On the way down, for a toss. */
    descending: boolean
    /** Share of the tear, the sag or the cavity's closing. */
    fraction: number
    /** s after the reference. */
    time: number
    /** Standard deviation from take to take, share of the time after the reference. */
    timeSpread: number
    timeError: number
    window: {
      /** m, for a moment along the travel. */
      beforeDistance: number
      afterDistance: number
      /** s, for a moment after an event. */
      beforeTime: number
      afterTime: number
    }
  }
  /** What moves in the picture, each with its streak. */
  bodies: Body[]
  sensor: {
    kind: SensorKind
    /** What a microphone or contact answers to. */
    source: (typeof SOURCES)[number]
    /** m along the travel from the start. */
    position: number
    positionError: number
    /** m beside the line of travel. */
    offset: number
    beamWidth: number
    /** Shortest interruption it answers to, s. */
    response: number
    /** s; null: typical of its kind. */
    latency: number | null
    jitter: number | null
    /** s from the arrival of a sound to its peak: the threshold is crossed on the way. */
    riseTime: number
    /** s from the impact to the bounce that is answered to. */
    bounceAfter: number
    /** Loudest false and quietest true peak against its threshold, same scale; null: not tested. */
    falsePeak: number | null
    eventPeak: number | null
    threshold: number | null
    /** m from the sound at which the true peak was noted; null: where the microphone stands. */
    peakDistance: number | null
    /** m/s of a knock in the table, its share of error, and s until the table is still again. */
    waveSpeed: number
    waveSpeedError: number
    ringing: number
  }
  controller: {
    latency: number
    jitter: number
    /** s between two outputs, the least. */
    minimumInterval: number
    delayStep: number
    delayMinimum: number
    delayMaximum: number
    /** s after a trigger during which it answers to no other. */
    holdOff: number
  }
  /** s dialled; null: as planned. */
  delay: number | null
  /** Latency and jitter null: typical of its kind. */
  link: { kind: (typeof LINKS)[number]; latency: number | null; jitter: number | null; minimumInterval: number }
  /** A person who presses on the count. */
  hand: {
    /** s before the moment at which is pressed; null: as planned. */
    lead: number | null
    /** Standard deviation from take to take, s. */
    scatter: number
    /** s that the press comes before it was meant to, on average, and how wrong that may be. */
    flinch: number
    flinchError: number
  }
  flashes: FlashSetup[]
  /** What stands about the subject. */
  scene: {
    ground: {
      /** m from the middle of the subject to the ground behind it. */
      distance: number
      width: number
      height: number
      /** Share of the light it throws back: white paper 0.85, grey card 0.18, black velvet 0.005. */
      reflectance: number
    }
    cards: Card[]
  }
  camera: {
    shutterKind: (typeof SHUTTERS)[number]
    /** m. */
    sensorWidth: number
    sensorHeight: number
    pixelsWide: number
    /** Fastest shutter with flash, s. */
    syncSpeed: number
    /** s for a curtain to cross the frame, and the way it runs as the picture shows it. */
    curtainTravel: number
    curtainRuns: (typeof CURTAIN_RUNS)[number]
    /** s to read the frame out, for an electronic shutter. */
    readOut: number
    /** s from release to first curtain home, to open (leaf, global), or to the first row begun (rolling). */
    lag: number
    lagJitter: number
    frameRate: number
    bufferFrames: number
    baseIso: number
    maximumIso: number
    /** Whether it sets shutter and ISO itself, by the light there is, as a phone does. */
    setsShutter: boolean
  }
  lens: { focalLength: number; widestAperture: number; smallestAperture: number; pupilRatio: number }
  picture: {
    /** m from the front principal plane to the subject. */
    distance: number
    /** m along the travel from the middle of the subject to what the camera is aimed at. */
    aimAlong: number
    aperture: number
    iso: number
    /** s open. */
    shutter: number
    /** EV at ISO 100 of the light that is always on. */
    ambientEv: number
    /** Ambient must stay this many stops under to be black; below 0. */
    ambientLimit: number
    /** rad between travel and sensor plane. */
    angleToSensor: number
    /** m; null: the sensor's diagonal / 1500. */
    circleOfConfusion: number | null
    depthWanted: number
    /** m at the subject. */
    blurLimit: number
  }
  /** Several pops in one frame; no groups: a single pop. */
  sequence: {
    groups: PopGroup[]
    /**
     * Where the moving thing is at times after the action starts, where no motion describes it; fewer than two rows: by
     * its motion.
     */
    track: TrackRow[]
    /** Whether the pops stand at the front or the rear of the open time, where the camera fires them. */
    curtain: (typeof CURTAINS)[number]
    /** s of open time to spare. */
    margin: number
    /** rad/s at which the camera is turned while it is open, and towards where from the travel, rad. */
    panSpeed: number
    panAngle: number
    /** m/s at which the camera is moved sideways the same way, not turned. */
    moveSpeed: number
    /** m across of what stands still and would pile up light. */
    stillWidth: number
    /** Stops of still parts below correct exposure for one pop; a black ground is far below. */
    groundStops: number
  }
  /** m along the travel to what catches what flies. */
  catch: { distance: number }
  /** Who gives each call, a role or a name; empty: as is usual. */
  crew: Record<Call, string>
  goal: {
    keepers: number
    confidence: number
    /** Props at hand. */
    stock: number
    /** Variants of the prop by name, with commas between; empty: there is one kind. */
    variants: string
    /** Share of the takes on the moment that are usually kept, until this set-up's own takes tell. */
    kept: number
  }
  /** Figures that takes have shown, in place of what was assumed. */
  learnt: LearntFigure[]
  /** Everything that was seen or measured; all of it updates all that it bears on. */
  evidence: Evidence[]
  /** Where figures come from; those not named are assumed by the recipe. */
  marks: FigureMark[]
  /** Figures of choices that were left. */
  aside: AsideFigure[]
  /** What the evidence makes of the inputs: only on a set-up that was informed by it. */
  posterior?: HeldPosterior
  /** Items of kit that figures were taken from; empty: none. */
  kit: Record<KitPart, string>
  lists: {
    preparation: ListItem[]
    reset: ListItem[]
    /** The studio's own; what applies of the known ones is worked out. */
    cautions: ListItem[]
    /** What to mend next time, and what worked; carried to the next shoot's copy. */
    review: ListItem[]
    /** Ids of the known cautions that were ticked, and `by:` with the name of who did. */
    acknowledged: string[]
  }
  /** The tests before the first take, each with what it showed. */
  tests: {
    /** Stops of the room in a frame without flash. */
    black: { outcome: Outcome; stops: number | null; note: string }
    /** Stops of a stand-in under flash against correct. */
    exposure: { outcome: Outcome; stops: number | null; note: string }
    /** m that are sharp. */
    focus: { outcome: Outcome; depth: number | null; note: string }
    /** How often the event set the sensor off, and how often something else did. */
    sensor: { outcome: Outcome; events: number | null; fired: number | null; falseFires: number | null; note: string }
    /** Where the object was, m past the near face, or how late the picture was, s, at a delay of so many s. */
    control: { outcome: Outcome; delay: number | null; position: number | null; late: number | null; note: string }
  }
}
