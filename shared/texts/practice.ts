import type { LightGoalId, MistakeId } from '../../core'

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
