import type { Exercise, ExerciseId, LightGoalId, MistakeId } from '../../core'

/** What each mistake is called, and what is learnt from it. */
export const MISTAKE_TEXTS: Readonly<Record<MistakeId, { title: string; lesson: string }>> = {
  'click': {
    title: 'Something other than the event fired the light',
    lesson: 'The shutter’s click or a voice: raise the threshold above them, and arm last.',
  },
  'not-heard': {
    title: 'The event was not heard',
    lesson: 'The threshold is above the event: lower it, or move the microphone closer.',
  },
  'safe': {
    title: 'Action before the controller was armed',
    lesson: 'Keep the order of the calls: armed comes before the action.',
  },
  'shut': {
    title: 'Action with the shutter closed',
    lesson: 'Open, then arm, then act: say each call and wait for the answer.',
  },
  'charging': {
    title: 'Fired before the lights were charged',
    lesson: 'Wait out the recycle count-down; every misfire costs a prop.',
  },
  'twice': {
    title: 'A bounce fired the light again',
    lesson: 'Set the hold-off longer than the ringing: half a second is safe.',
  },
  'blurred': {
    title: 'Streak over the limit',
    lesson: 'The flash is too long at this power. Lower it and open the aperture to compensate.',
  },
  'verdict': {
    title: 'Wrong verdict',
    lesson: 'Compare with the predicted frame before the verdict: a wrong call sends the search the wrong way.',
  },
  'false-keeper': {
    title: 'Marked as a keeper, but it was not one',
    lesson: 'A frame that is early, late, smeared or doubled is not a keeper. Check it at full size.',
  },
  'missed-keeper': { title: 'A keeper was missed', lesson: 'It was on time and sharp: mark it, it cost a prop.' },
  'wrong-way': { title: 'Dialled away from the moment', lesson: 'Early wants a longer delay, late a shorter one.' },
  'several': {
    title: 'Several things changed at once',
    lesson: 'Change one thing at a time, or you cannot tell which one mattered.',
  },
  'not-judged': { title: 'Shots missing from the log', lesson: 'Log misfires too: they tell how often the rig fails.' },
}

/** What a light exercise wants. */
export const LIGHT_GOAL_TEXTS: Readonly<Record<LightGoalId, string>> = {
  'exposed': 'Front of the subject exposed to within a third of a stop',
  'white': 'Background white in every corner of the picture, at least 1.5 stops over mid grey',
  'even': 'Background even to within half a stop',
  'not-burnt': 'Background no more than 3.5 stops over mid grey',
  'edge': 'Edge lit from behind at correct exposure or brighter',
  'black': 'Background black, at least 4 stops under',
  'frozen': 'Streak of the ball 1.2 mm or less',
  'card': 'A white or silver card stands within 0.6 m of the glass',
  'clean': 'Neither card nor head visible in the glass',
  'room': 'Frame without flash black, at least 6 stops under',
  'open': 'The shutter is still open when the flash fires',
}

/** What an exercise of the list is called, and what there is to learn. */
export const EXERCISE_TEXTS: Readonly<Record<ExerciseId, { title: string; teaches: string }>> = {
  'cracker-beam': {
    title: 'Ball through a cracker, fired by a beam',
    teaches: 'Reading how far past the mark the ball is, and dialling that away in one take.',
  },
  'cracker-report': {
    title: 'Ball through a cracker, fired by the shot’s report',
    teaches: 'The whole flight is uncertain now, not only the last stretch: a wider search, the same reading.',
  },
  'cracker-tired': {
    title: 'A launcher that loses power',
    teaches: 'Each take is a little slower. Spot the drift and trust the latest takes.',
  },
  'balloon-click': {
    title: 'Balloon fired by its bang, microphone too sensitive',
    teaches:
      'The shutter’s own click sets the flash off. Find a threshold between click and bang, then the delay, by ' +
      'early and late alone.',
  },
  'coffee-cloud': {
    title: 'Cream into iced coffee',
    teaches: 'A slow moment with a wide window: the delay counts from the beam to the cloud, not to the surface.',
  },
  'milk-crown': {
    title: 'Crown in milk',
    teaches: 'You can only tell early, on time or late. Let each verdict halve the range.',
  },
  'tea-sheet': {
    title: 'Tea over a jug, lights too strong',
    teaches: 'At full power the light lasts too long and the tea smears. Less power, a wider aperture, then the delay.',
  },
  'chalk-sync': {
    title: 'Chalk clap at sync speed',
    teaches: 'Here the shutter lag is part of the chain, and no two claps are alike.',
  },
  'top-apex': {
    title: 'Spinning top at its apex',
    teaches: 'Near the apex everything is slow, so the window is wide; but the height of the toss varies.',
  },
  'light-white-ground': {
    title: 'An even white background behind a pour',
    teaches: 'Give the background its own lights, from both sides and far enough away; the pour keeps its exposure.',
  },
  'light-rim': {
    title: 'A rim light that misses the background',
    teaches: 'A light behind draws the edge. What spills on a grey ground is seen: ground back, grid on, or darker.',
  },
  'light-freeze': {
    title: 'Freezing at the right power',
    teaches: 'Less power means a shorter flash. Make up the light with distance, units, aperture or ISO.',
  },
  'light-glass': {
    title: 'A glass without the card’s reflection',
    teaches:
      'A card fills the dark side of a glass, and is seen in it. Turn or move it until the camera no longer sees it.',
  },
  'light-black-room': {
    title: 'A black frame in a lit room',
    teaches:
      'Room light builds up while the shutter is open; the flash does not. Open it for less time, stop ' +
      'down, and use more flash.',
  },
}

const LISTED: Readonly<Record<string, { title: string; teaches: string }>> = EXERCISE_TEXTS

/** The same for one that was begun: a set-up of one's own goes by its name. */
export const exerciseText = ({ id, name = '' }: Pick<Exercise, 'id' | 'name'>): { title: string; teaches: string } =>
  LISTED[id] ?? { title: name, teaches: 'Your own set-up, on a rig that is as far off as your plan says it may be.' }
