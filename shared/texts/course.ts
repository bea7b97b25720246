import type { AskedLesson, LessonId } from '../../core/course'

/** A question, what helps with it, and what is told once it is answered. Figures stand in braces. */
export interface QuestionText {
  asks: string
  /** Label of the field or the list. */
  label: string
  hint: string
  after: string
}

/** What each lesson is about, and what somebody can do who has it. */
export const LESSON_TEXT: Readonly<Record<LessonId, { title: string; goal: string }>> = {
  chain: { title: 'The chain', goal: 'Work out the first delay by beam, by sound and by hand.' },
  freezing: { title: 'Freezing', goal: 'Choose the most power that still freezes.' },
  exposure: { title: 'A black room', goal: 'Say how long the shutter may stand open before the room shows.' },
  sync: { title: 'Sync and its band', goal: 'Choose the fastest shutter that leaves no dark band.' },
  search: { title: 'Early, late, found', goal: 'Place the next take after takes that missed.' },
  scatter: { title: 'Scatter or error', goal: 'Tell takes that scatter from a delay that is off.' },
  sensors: { title: 'Thresholds', goal: 'Set a threshold between click and bang.' },
  light: { title: 'Power and distance', goal: 'Move a light so that its exposure stays.' },
  sequences: { title: 'Several pops', goal: 'Space pops, and hold the shutter open for all of them.' },
  reading: { title: 'Reading a streak', goal: 'Read speed or flash duration from a streak.' },
  evening: { title: 'A whole evening', goal: 'Shoot a rig on the practice bench to its keepers.' },
}

const EARLY_LATE = {
  label: 'Fire next at',
  hint: 'Early means the delay was too short. Stay within what was planned, {planned} ± {error}.',
  after:
    'Best is {truth}; anything from {low} to {high} is nearly as good. There the chance of a keeper is {chance}. ' +
    'Between an early and a late take, split the difference; while all are alike, step on by about the error.',
}
const two = (one: string, other: string) => ({
  ...EARLY_LATE,
  asks:
    `The plan says {planned} ± {error}, and the window is {window} wide. At {first} the picture was ${one}, at ` +
    `{second} it was ${other}. Where do you fire next?`,
})
const three = (one: string, other: string, last: string) => ({
  ...EARLY_LATE,
  asks:
    `The plan says {planned} ± {error}, and the window is {window} wide. At {first} the picture was ${one}, at ` +
    `{second} ${other}, at {third} ${last}. Where do you fire next?`,
})

/** Questions of each lesson, by the name the lesson gives them. */
export const QUESTIONS: Readonly<Record<AskedLesson, Readonly<Record<string, QuestionText>>>> = {
  chain: {
    beam: {
      asks:
        'A steel ball flies at {speed}. From the beam to the mark it has {gap} to go. Sensor, controller and flash ' +
        'take {chain} together. Which delay do you dial?',
      label: 'Delay',
      hint: 'Distance divided by speed is the time of flight. Subtract what the chain takes.',
      after:
        'From the beam to the mark the ball takes {flight}. The chain takes {chain} of that, so {truth} are left to ' +
        'dial. Air slows it a little on the way.',
    },
    sound: {
      asks:
        'The microphone hears the shot from {mic} away. The ball leaves at {speed} and has {gap} to the mark. The ' +
        'chain takes {chain}. Which delay do you dial?',
      label: 'Delay',
      hint: 'Sound takes about 3 ms per metre: that is how late the microphone hears the shot.',
      after: 'The ball takes {flight}. The sound is heard after {heard}, the chain takes {chain}: {truth} are left.',
    },
    handEarly: {
      asks:
        'You press the shutter on the count. It opens {lag} after the press, the rest of the chain takes {chain}, ' +
        'and you usually press {flinch} early. How long before the moment do you aim to press?',
      label: 'Before the moment by',
      hint: 'Add up what comes after the press. If you tend to press early, aim less far ahead.',
      after: 'Lag and chain take {lag} and {chain}. Your habit covers {flinch} of that: aim {truth} ahead.',
    },
    handLate: {
      asks:
        'You press the shutter on the count. It opens {lag} after the press, the rest of the chain takes {chain}, ' +
        'and you usually press {flinch} late. How long before the moment do you aim to press?',
      label: 'Before the moment by',
      hint: 'Add up what comes after the press. If you tend to press late, aim farther ahead.',
      after: 'Lag and chain take {lag} and {chain}, and your habit {flinch} more: aim {truth} ahead.',
    },
  },
  freezing: {
    power: {
      asks:
        'What must be sharp moves at {speed}. A streak of {limit} is all you allow. Below full power a flash like ' +
        'this is shorter, step by step. What is the most power that freezes it?',
      label: 'Most power',
      hint:
        'The light may last {duration} at most. At full power a battery flash takes some 5 ms to fade, at ' +
        '1/128 some 45 µs.',
      after: 'At {truth} the streak is {streak}. One step more and it is {above}, over the limit of {limit}.',
    },
  },
  exposure: {
    open: {
      asks:
        'The room is at {room}, the lens at {aperture}, {iso}. With the flash off, the frame must stay {limit} ' +
        'stops under. What is the longest time the shutter may stand open?',
      label: 'Open for at most',
      hint:
        'Each step of this list is two stops. {aperture} and 1 s at ISO 100 is EV 5 at f/5.6, 6 at f/8, 7 at ' +
        'f/11, 8 at f/16.',
      after: 'Open for {truth} the room is {under} under. One step longer it is only {over} under: it shows.',
    },
  },
  sync: {
    shutter: {
      asks:
        'The curtain of this camera takes {travel} across the frame. At {power} the flash lasts {duration}, and ' +
        'fires {latency} after the trigger. What is the fastest shutter without a dark band?',
      label: 'Fastest shutter',
      hint: 'The frame is open as a whole for the shutter time less the travel. All of the light must fall in that.',
      after: 'Clean down to {clean}, so {truth} of this list. One step faster, {dark} of the frame is not fully lit.',
    },
  },
  search: {
    EL: two('early', 'late'),
    LE: two('late', 'early'),
    EE: two('early', 'early again'),
    LL: two('late', 'late again'),
    EEE: three('early', 'early', 'early still'),
    EEL: three('early', 'early', 'late'),
    ELE: three('early', 'late', 'early'),
    ELL: three('early', 'late', 'late'),
    LEE: three('late', 'early', 'early'),
    LEL: three('late', 'early', 'late'),
    LLE: three('late', 'late', 'early'),
    LLL: three('late', 'late', 'late still'),
  },
  scatter: {
    correct: {
      asks:
        'Five takes at one delay came late by {one}, {two}, {three}, {four} and {five} (minus: early). The plan was ' +
        'sure of the delay to ± {thought}. By how much do you change it? Later is plus.',
      label: 'Change the delay by',
      hint: 'Take their mean. Late takes want less delay. Where takes scatter wider than they are off, change little.',
      after:
        'They are late by {mean} on average and scatter by {spread}. Weighed with the plan, change by ' +
        '{truth}; an answer within {left} of that is as good.',
    },
  },
  sensors: {
    threshold: {
      asks:
        'Shutter clicks reached {click1}, {click2}, {click3} and {click4} at the sensor, bangs {bang1}, {bang2}, ' +
        '{bang3} and {bang4}, of a full scale of 1. Where do you set the threshold?',
      label: 'Threshold',
      hint: 'Above the loudest click, below the faintest bang, with a tenth to spare on either side.',
      after: 'Anything from {low} to {high} does; {truth} is in the middle, by factors.',
    },
  },
  light: {
    down: {
      asks:
        'A bare flash at {from} stands {far} from the subject. For a shorter flash you take it down to {to}. ' +
        'How near ' +
        'must it stand for the same exposure?',
      label: 'Distance now',
      hint: 'Half the distance is two stops more light. Count the stops you lost.',
      after: 'You lost {stops}. At {truth} the light is as before: {ratio} times as far.',
    },
    up: {
      asks:
        'A bare flash at {from} stands {far} from the subject. You take it up to {to} to have room for a ' +
        'prop. How far ' +
        'may it stand for the same exposure?',
      label: 'Distance now',
      hint: 'Twice the distance is two stops less light. Count the stops you gained.',
      after: 'You gained {stops}. At {truth} the light is as before: {ratio} times as far.',
    },
  },
  sequences: {
    interval: {
      asks:
        'A club crosses the frame at {speed}. You want {pops} of it in one frame, each {apart} from the ' +
        'last. How long ' +
        'do you wait between pops?',
      label: 'Between pops',
      hint: 'Distance divided by speed.',
      after: 'In {truth} it goes {apart}.',
    },
    open: {
      asks:
        'A club crosses the frame at {speed}. You want {pops} of it in one frame, each {apart} from the ' +
        'last. How long ' +
        'do the pops take, from the first to the last?',
      label: 'First to last',
      hint: 'Count the gaps, not the pops.',
      after: 'Pops follow {interval} apart, with {gaps} gaps: {truth}. The shutter stands open for longer than that.',
    },
  },
  reading: {
    duration: {
      asks:
        'A ball of {size} is {pixels} px across in the picture, and drags a streak of {streak} px. It flew ' +
        'at {speed}. ' +
        'How long did the flash last?',
      label: 'Flash duration',
      hint: 'Use the size of the ball to turn the streak into millimetres. Distance divided by speed is time.',
      after: 'The streak is {drawn} long. At {speed} that takes {truth}.',
    },
    speed: {
      asks:
        'A ball of {size} is {pixels} px across in the picture, and drags a streak of {streak} px. The flash lasts ' +
        '{duration}. How fast did it fly, in m/s?',
      label: 'Speed, m/s',
      hint: 'Use the size of the ball to turn the streak into millimetres. Distance divided by time is speed.',
      after: 'The streak is {drawn} long. Drawn in {duration}, that is {truth}.',
    },
  },
}

/** Marks on the strip of a go. */
export const MARK_TEXT: Readonly<Record<string, string>> = {
  beam: 'Beam',
  moment: 'Moment',
  shot: 'Shot',
  heard: 'Heard',
  press: 'Press',
  limit: 'Limit',
  frozen: 'At this power',
  smeared: 'One step more',
  black: 'Black',
  unseen: 'At this time',
  seen: 'One step longer',
  opens: 'Opens',
  wholeOpen: 'Whole frame open',
  clean: 'Clean from here',
  early: 'Early',
  late: 'Late',
  take: 'Take',
  click: 'Click',
  bang: 'Bang',
  subject: 'Subject',
  stood: 'Stood here',
  pop: 'Pop',
  front: 'Front',
  streakEnd: 'Streak',
  size: 'Ball',
  answer: 'You',
  truth: 'Right',
}
