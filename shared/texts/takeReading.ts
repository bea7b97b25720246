import type { ReadText } from '../../core'

/** What a picture of a take makes think of, and where on the lens a spot sits. */
export const READING_TEXTS = {
  'read.blackFrameDidTrigger': 'Black frame. Did it trigger, and were the flashes charged?',
  'read.tossed': 'A toss passes each height twice, so one picture cannot show whether it was early or late.',
  'read.strange': 'Does not match the plan at any time. Is it from this set-up, framed as planned?',
  'read.double': 'Double exposure: set the hold-off longer than the bounce.',
  'read.longStreak': 'Streak {times} × the plan: is the power as planned?',
  'read.brighter': 'Brighter than planned: was a light moved, or its power changed?',
  'read.darker': 'Darker than planned: did every light fire, at the power planned?',
  'read.spot': 'A spot at the same place in three takes, {at} of the picture: wipe the lens.',
  'read.spots': '{n} spots at the same place in three takes, {at} of the picture: wipe the lens.',
  'read.topLeft': 'top left',
  'read.top': 'top',
  'read.topRight': 'top right',
  'read.left': 'left',
  'read.middle': 'middle',
  'read.right': 'right',
  'read.bottomLeft': 'bottom left',
  'read.bottom': 'bottom',
  'read.bottomRight': 'bottom right',
  'read.noMomentPlanned': 'No moment planned yet, so there is nothing to compare the picture with.',
} as const satisfies Record<ReadText, string>
