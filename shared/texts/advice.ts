import type { CheckText, MethodText, NextText } from '../../core'

/** Checks before the first take, why a method will not do, and what to do next. */
export const ADVICE_TEXTS = {
  'check.predictedLightAlways': 'As predicted: the light that is always on is {ev}.',
  'check.roomLightNotAssumption': 'The room light is {real}, not {ev}: {off} from the assumption.',
  'check.notBlackReadHistogram':
    'Not black: read from the histogram or a grey card how far below correct the room is; the room light ' +
    'follows from that. Until then look for lamps, screens, a window, indicator lights.',
  'check.blackFrame': 'Black frame',
  'check.flashOffRoomLights': 'Flash off, room lights as for the take: {shutter} at {aperture}, {iso}.',
  'check.blackRoom': 'Black: the room is at {ambient}.',
  'check.notBlackRoomLight': 'Not black: room light at {ambient}.',
  'check.predictedLightAssumed': 'As predicted: the light is as assumed.',
  'check.predictedGuideNumbersHold': 'As predicted: the guide numbers hold.',
  'check.lightNotWhatWas': 'The light is {real}, not {ev}: {off} from what was assumed.',
  'check.lightsWhatWasAssumed':
    'The lights are {off} from what was assumed: their real guide numbers are {factor} of the figures ' + 'entered.',
  'check.adjustOneStopTime':
    'Adjust one stop at a time until the stand-in is right, then enter by how much you had to adjust.',
  'check.exposure': 'Exposure',
  'check.standSubjectOneStop': 'A stand-in at the subject: {shutter} at {aperture}, {iso}. One stop at a time.',
  'check.flashStandSubjectOne': 'Flash on a stand-in at the subject: {aperture}, {iso}. One stop at a time.',
  'check.blackFrameNoFlash': 'Black frame: no flash in the set-up.',
  'check.standExposure': 'Stand-in exposure: {level}.',
  'check.predicted': 'As predicted.',
  'check.depthNotPossibleThese':
    'That depth is not possible at these settings. Measure again, along the line of sight.',
  'check.circleConfusionNot': 'Your circle of confusion is {circle}, not {assumed}.',
  'check.layRulerAlongLine':
    'Lay a ruler along the line of sight through the stand-in and enter the length that is sharp.',
  'check.focus': 'Focus',
  'check.manualStandWhereSubject':
    'Manual, on a stand-in where the subject will be, {distance} from the front principal plane; measured and ' +
    'marked.',
  'check.sharpInfinity': 'Sharp to infinity.',
  'check.sharpOverWanted': 'Sharp over {depth}, from {near} to {far}; {wanted} wanted.',
  'check.missedAboutShareProps':
    'Missed {missed} of {events}: about that share of props is lost. Raise the sensitivity, widen the beam or ' +
    'move the sensor closer.',
  'check.triggersLeastEvents90':
    '{events} of {events}: it triggers on at least {share} of events, with 90 % confidence.',
  'check.enterHowManyEvents': 'Enter how many events triggered it, and how many false triggers there were.',
  'check.sensor': 'Sensor',
  'check.clickShutterWalkAbout':
    'Click the shutter, walk about, clap from a distance: nothing may trigger it. Then the event itself, some ' +
    'ten times: it must trigger every time.',
  'check.tooSensitiveOtherThings': 'Too sensitive: other things will trigger it.',
  'check.notSensitiveEnoughWill': 'Not sensitive enough: it will miss the event.',
  'check.triggersEveryTimeBeam': 'Triggers every time: the beam is blocked for {block}, {response} needed.',
  'check.triggersEveryTimeNothing': 'Triggers every time, and on nothing else.',
  'check.noteHowFarPast': 'Note how far past the entry face the object was; its speed is worked out from that.',
  'check.enterHowLatePicture': 'Enter how late the picture was to correct the moment.',
  'check.controlShot': 'Control shot',
  'check.wetCardMarkerSubject':
    'A wet card or a marker at the subject, fired with a delay of {delay}: how far did the object get?',
  'check.fireDelayHowFar': 'Fire with a delay of {delay}. How far had the event got?',
  'check.noDelayUsedHere': 'No delay is used here.',
  'check.pastEntryFace': 'At {captured} it is {place} past the entry face.',
  'check.afterMoment': 'At {captured}, {late} after the moment.',
  'check.falseTriggersVibration':
    '{n} false triggers: a footstep, a hand on the table, a bounce. Lower the sensitivity, move the sensor ' +
    'closer to the event, or lengthen the hold-off.',
  'check.falseTriggersSound':
    '{n} false triggers: the shutter’s click, a footstep, a bounce. Lower the sensitivity, move the ' +
    'microphone closer to the event, or lengthen the hold-off.',
  'check.falseTriggersBeam':
    '{n} false triggers: stray light, a shaking stand, a bounce. Shade the receiver, clamp it, or lengthen ' +
    'the hold-off.',
  'check.speed': 'speed',
  'check.heightOfFall': 'height of the fall',
  'check.asPredictedToMillimetre': 'As predicted, to a millimetre.',
  'check.travelledFarther': 'It had travelled {off} farther than planned: the {unknown} is {real}.',
  'check.fartherUnexplained':
    'It had travelled {off} farther than planned, and no speed or height explains that: check the distances ' +
    'and the sensor.',
  'check.travelledLess': 'It had travelled {off} less than planned: the {unknown} is {real}.',
  'check.lessUnexplained':
    'It had travelled {off} less than planned, and no speed or height explains that: check the distances and ' +
    'the sensor.',
  'check.momentLater': 'The moment comes {off} later than planned.',
  'check.momentSooner': 'The moment comes {off} sooner than planned.',

  'method.thereNoFlashMake': 'There is no flash to make the picture.',
  'method.streakEvenNoShutter':
    '{blur} streak even at {fastest}: no shutter speed is short enough for the {limit} limit.',
  'method.streakLimit': 'The streak is {blur}, the limit {limit}.',
  'method.tooMuchLightLowest': 'Too much light at the lowest ISO: over by {over}.',
  'method.roomLightWouldShow': 'Room light would show at {ambient}.',
  'method.momentNeverReached': 'The moment is never reached.',
  'method.chainTakesEventLeaves': 'The chain takes {chain}; the event leaves only {gap}.',
  'method.framesComeEveryMoment': 'Frames come every {frame}; the moment lasts {window}.',
  'method.takesScatterMomentLasts': 'Takes scatter by {scatter}; the moment lasts {window}.',
  'method.flashesNeedBetweenFrames': 'The flashes need {recycle} between frames {frame} apart.',
  'method.underAtHighest': 'Under by {under} at {iso}, the highest acceptable ISO.',
  'method.underAt': 'Under by {under} at {iso}.',

  'next.reviewKeepers': 'Review the keepers',
  'next.getMorePropsNone': 'Get more props: none left',
  'next.prepareItemsLeft': 'Prepare: {n} items left',
  'next.testsGo': 'Tests: {n} to go',
  'next.shootFirstTake': 'Shoot the first take',
  'next.keepShootingKeepersGo': 'Keep shooting: {n} keepers to go',
  'next.findMomentNoTake': 'Find the moment: no take on time yet',
  'next.fix': 'Fix: {finding}',
} as const satisfies Record<CheckText | MethodText | NextText, string>
