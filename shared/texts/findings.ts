import type { FindingText } from '../../core'

/** What findings say: what will be seen in the picture, why, and what to do. */
export const FINDING_TEXTS = {
  'finding.aimedAway.aimSubject': 'Aim {light} at the subject',
  'finding.aimedAway.aimThemSubject': 'Aim them at the subject',
  'finding.aimedAway.noFlashFallsSubject': 'No flash falls on the subject',
  'finding.aimedAway.pointsAside':
    '{light} points so far to one side that the subject stays dark. Aim it at the subject.',
  'finding.aimedAway.eachPointsAside':
    'Each light that faces it points so far to one side that the subject stays dark. Aim it at the subject.',

  'finding.ambient.setShutter': 'Set the shutter to {shutter}',
  'finding.ambient.stopDown': 'Stop down to {aperture}',
  'finding.ambient.set': 'Set {iso}',
  'finding.ambient.darkenRoom': 'Darken the room to {ev}',
  'finding.ambient.roomLightLeavesGhost': 'Room light leaves a ghost: {ambient}',
  'finding.ambient.shutterOpenRoomBrighter':
    'With the shutter open {shutter} at {aperture} and {iso} the room is {over} brighter than black ' + '({limit}).',

  'finding.backgroundGrey.turnBackgroundLightsUp': 'Turn the background lights up to {power}',
  'finding.backgroundGrey.useTimesManyUnits': 'Use {units} times as many units',
  'finding.backgroundGrey.whiteBackgroundComesOut': 'The white background comes out grey: {darkest}',
  'finding.backgroundGrey.whiteStartsAboutAbove':
    'White starts about {white} above mid grey. Turn the background lights up or add units.',

  'finding.backgroundSpill.flagOffBackground': 'Flag {light} off the background',
  'finding.backgroundSpill.bring': 'Bring {light} to {distance}, at {power}',
  'finding.backgroundSpill.moveLightsTheirDistance':
    'Move the lights in to {nearer} of their distance and lower their power to match',
  'finding.backgroundSpill.moveBackgroundBack': 'Move the background back to {distance}',
  'finding.backgroundSpill.hangBlackVelvet': 'Hang black velvet',
  'finding.backgroundSpill.blackBackgroundShows': 'The black background shows: {brightest}',
  'finding.backgroundSpill.lightSpillsOntoFlag':
    'Light spills onto it. Flag the lights, move them closer, or take the background back.',

  'finding.backgroundUneven.moveBackgroundLightsBack': 'Move the background lights back to {distance}',
  'finding.backgroundUneven.backgroundUneven': 'The background is uneven by {evenness}',
  'finding.backgroundUneven.brightestPlaceDarkestLight':
    'From its brightest place, {brightest}, to its darkest. Light it from both sides and from farther off.',
  'finding.backgroundUneven.addBackgroundLightOther':
    'Add a background light on the other side, at the same distance and power.',

  'finding.beamTooShort.widenBeam': 'Widen the beam to {width}',
  'finding.beamTooShort.useSensorRespondsWithin': 'Use a sensor that responds within {response}',
  'finding.beamTooShort.beamBlockedOnlySensor': 'Beam blocked for only {block}: the sensor will miss it',
  'finding.beamTooShort.objectBlocksBeamSensor':
    'At {speed} an object of {object} blocks a beam of {beam} for {block}; the sensor needs {response}.',

  'finding.blur.turnFlashDown': 'Turn the flash down to {power}',
  'finding.blur.turnFlashDownSet': 'Turn the flash down to {power} and set {iso}',
  'finding.blur.letBlur': 'Let {part} blur',
  'finding.blur.acceptStreak': 'Accept a streak of {wider}',
  'finding.blur.setShutter': 'Set the shutter to {fast}',
  'finding.blur.ghostBesideSharpPicture': 'A ghost of {ghost} beside the sharp picture',
  'finding.blur.streakFlashTooLong': '{blur} streak: the flash is too long at {power}',
  'finding.blur.streakShutterTooSlow': '{blur} streak: the shutter is too slow',
  'finding.blur.sharpButSlowerLight':
    '{part} is sharp to {blur}, but a slower light draws a ghost of {ghost}, {under} darker. Your limit is ' +
    '{limit}.',
  'finding.blur.movesPxWhileLight':
    '{part} moves {blur} ({pixels} px) at {speed} while the light lasts {duration}. Your limit is {limit}.',
  'finding.blur.noneTheseFlashesShort': 'None of these flashes is short enough: you need a t.1 of {needed} or less.',
  'finding.blur.cameraHasNoShutter':
    'This camera has no shutter speed that short: you need {needed}, or a short flash.',

  'finding.burstBuffer.bufferFullAfterBurst': 'Buffer full after {lasts}: the burst ends before the moment',
  'finding.burstBuffer.framesLastMomentComes':
    '{frames} frames last {lasts}; the moment comes {moment} after the action starts. Start the burst on the ' +
    'sound of the event, not before it.',

  'finding.burstRecycle.mostFramesDarkFlash': 'Most frames dark: the flash needs {recycle} to recycle',
  'finding.burstRecycle.framesComeEverySlowest':
    'Frames come every {frame}; the slowest flash is ready after {recycle}. Slow the burst or lower the ' + 'power.',
  'finding.burstRecycle.slowBurst': 'Slow the burst to {rate}',

  'finding.candidateFixes.moveTo': 'move {name} to {to}',
  'finding.candidateFixes.turnTo': 'turn {name} to {to}',
  'finding.candidateFixes.moveAlongPath': 'move {name} {by} along the path',
  'finding.candidateFixes.moveBack': 'move {name} {by} back',
  'finding.candidateFixes.moveTowardsCamera': 'move {name} {by} towards the camera',
  'finding.candidateFixes.steps': '{steps}',

  'finding.catchBehind.noBackstopBehindSubject': 'No backstop behind the subject',
  'finding.catchBehind.backstopButSubjectEnds':
    'The backstop is at {catch}, but the subject ends at {back}. Put a backstop that holds behind it, and ' +
    'nobody beyond.',
  'finding.catchBehind.moveBackstop': 'Move the backstop to {place}',

  'finding.closesEarly.shutterClosesBeforeFlash': 'The shutter closes before the flash fires',
  'finding.closesEarly.shutterOpensBeforeAction':
    'The shutter opens before the action, and the flash fires {last} after that starts: {open} is too short, ' +
    'however quick the hand.',
  'finding.closesEarly.holdShutterOpen': 'Hold the shutter open for {longer}',

  'finding.coarseStep.useControllerDelaySteps': 'Use a controller with {finer} delay steps',
  'finding.coarseStep.moveBeamDelayFalls': 'Move the beam by {by}, so that the delay falls on a step',
  'finding.coarseStep.takesLostControllerS': '{cost} of takes lost to the controller’s {step} delay step',
  'finding.coarseStep.nearestSettingDelayNeed':
    'The nearest setting is {off} from the delay you need: {keep} of takes are on time instead of {free}.',

  'finding.delayOff.delayThousandTimesOff': 'Delay a thousand times off: seconds instead of milliseconds?',
  'finding.delayOff.tooLateDialledDelay': '{off} too late: dialled delay too long',
  'finding.delayOff.tooEarlyDialledDelay': '{off} too early: dialled delay too short',
  'finding.delayOff.dialledPlanSaysTake':
    'You dialled {dialled}; the plan says {planned}. A take still works up to {before} early or {after} late.',
  'finding.delayOff.dialPlanned': 'Dial the planned {planned}',

  'finding.delayTooLong.controllerSLongestDelay': 'The controller’s longest delay is too short: {wanted} needed',
  'finding.delayTooLong.longestDelayMoveSensor':
    'Its longest delay is {longest}. Move the sensor closer to the moment.',

  'finding.depth.stopDown': 'Stop down to {aperture}',
  'finding.depth.moveCameraBack': 'Move the camera back to {place}',
  'finding.depth.depthFieldInsteadPart': 'Depth of field {depth} instead of {wanted}: part of the subject will be soft',
  'finding.depth.depthFieldWhatWant':
    'At {aperture} from {distance} the depth of field is {depth}. What you want needs {needed}, which costs ' +
    '{cost} of light.',

  'finding.diffraction.diffractionSoftensPicture': 'Diffraction softens the picture at {aperture}',
  'finding.diffraction.pointSpreadsDiscSensor':
    'A point spreads to a disc of {airy} on the sensor at a working aperture of {working}; your limit is ' + '{limit}.',
  'finding.diffraction.open': 'Open to {aperture}',

  'finding.evidenceOutlier.readingWrongLeaveOut': 'The reading is wrong: leave it out',
  'finding.evidenceOutlier.keepBothWidenOne': 'Keep both: widen this one’s uncertainty to {wide}',
  'finding.evidenceOutlier.calledMeasuredPosition': 'the measured position',
  'finding.evidenceOutlier.calledHowLatePictureWas': 'how late the picture was',
  'finding.evidenceOutlier.calledSpeedRead': 'the speed read',
  'finding.evidenceOutlier.calledTimeRead': 'the time read',
  'finding.evidenceOutlier.calledTimeBeamWasBlocked': 'the time the beam was blocked',
  'finding.evidenceOutlier.calledLatencyRead': 'the latency read',
  'finding.evidenceOutlier.calledDelayThatTakesFound': 'the delay that takes found',
  'finding.evidenceOutlier.calledLightMetered': 'the light metered',
  'finding.evidenceOutlier.calledDarkBandMeasured': 'the dark band measured',
  'finding.evidenceOutlier.wereSpeed': 'the speed were {needs}',
  'finding.evidenceOutlier.wereDistanceToTheSubject': 'the distance to the subject were {needs}',
  'finding.evidenceOutlier.wereSensorPosition': 'the sensor position were {needs}',
  'finding.evidenceOutlier.wereSensorsDistanceFromThePath': 'the sensor’s distance from the path were {needs}',
  'finding.evidenceOutlier.wereAirTemperature': 'the air temperature were {needs}',
  'finding.evidenceOutlier.wereWaveSpeedInTheTable': 'the wave speed in the table were {needs}',
  'finding.evidenceOutlier.wereTearSpeed': 'the tear speed were {needs}',
  'finding.evidenceOutlier.wereSpeedLostInTheSubject': 'the speed lost in the subject were {needs}',
  'finding.evidenceOutlier.wereTimeToTheMomentAsAShareOfWha':
    'the time to the moment, as a share of what was entered, were {needs}',
  'finding.evidenceOutlier.wereExtraChainLatency': 'extra chain latency were {needs}',
  'finding.evidenceOutlier.wereHowEarlyHandPresses': 'how early the hand presses were {needs}',
  'finding.evidenceOutlier.notSpeedEntered': 'Not the speed entered: let the takes find it',
  'finding.evidenceOutlier.findTheSubjectDistance': 'The tape was wrong: let the takes find the subject distance',
  'finding.evidenceOutlier.findTheSensorPosition': 'The tape was wrong: let the takes find the sensor position',
  'finding.evidenceOutlier.notTableEntered': 'Not the table entered: let the takes find its wave speed',
  'finding.evidenceOutlier.notSkinEntered': 'Not the skin entered: let the takes find its tear speed',
  'finding.evidenceOutlier.notTimeEntered': 'Not the time entered: let the takes find it',
  'finding.evidenceOutlier.notHandEntered': 'Not the hand entered: let the takes find how early it presses',
  'finding.evidenceOutlier.disagrees': 'Measurement {read} disagrees with the rest: {expected} ± {sigma}',
  'finding.evidenceOutlier.beyondDisagrees': 'Measurement beyond {read} disagrees with the rest: {expected} ± {sigma}',
  'finding.evidenceOutlier.shortDisagrees': 'Measurement short of {read} disagrees with the rest: {expected} ± {sigma}',
  'finding.evidenceOutlier.noneAgrees': 'No other measurement or figure agrees with {reading}.',
  'finding.evidenceOutlier.noneAgreesUnless':
    'No other measurement or figure agrees with {reading}. The reading would fit if {fits}.',
  'finding.evidenceOutlier.calledHow': '{called} ({how})',

  'finding.evidenceRepeat.sameReadingEnteredTimes': 'Same reading entered {n} times: it counts once',
  'finding.evidenceRepeat.theyAlikeLastDigit':
    'They are alike to the last digit. Were these several firings that happened to agree, or one?',
  'finding.evidenceRepeat.wasOneFiringKeep': 'It was one firing: keep it once',
  'finding.evidenceRepeat.theyWereFiringsCount': 'They were {n} firings: count each',

  'finding.exposure.turnFlashDown': 'Turn the flash down to {power}',
  'finding.exposure.turnFlashUp': 'Turn the flash up to {power}',
  'finding.exposure.useTimesManyUnits': 'Use {units} times as many units',
  'finding.exposure.moveFlashBack': 'Move the flash back to {distance}',
  'finding.exposure.moveFlashCloser': 'Move the flash closer, to {distance}',
  'finding.exposure.cutEachLightGel': 'Cut each light by {more} with gel or diffusion',
  'finding.exposure.set': 'Set {iso}',
  'finding.exposure.setAperture': 'Set the aperture to {aperture}',
  'finding.exposure.setShutter': 'Set the shutter to {quicker}',
  'finding.exposure.over': 'Overexposed by {stops}',
  'finding.exposure.under': 'Underexposed by {stops}',
  'finding.exposure.backgroundOver': 'Background overexposed by {stops}',
  'finding.exposure.backgroundUnder': 'Background underexposed by {stops}',
  'finding.exposure.silhouetteBackgroundStandsBetween':
    'A silhouette: the background stands between grey and {white} over, as the camera sees it.',
  'finding.exposure.continuousLightShutterAperture': 'Continuous light {ambient} at this shutter, aperture and ISO.',
  'finding.exposure.lightsFaceSubjectS':
    'Lights that face the subject’s front, at {aperture} and {iso}; those behind it do not count. Modifiers, ' +
    'close-up loss and shutter counted.',
  'finding.exposure.allFlashesTogetherModifiers':
    'All flashes together at {aperture} and {iso}, modifiers, close-up loss and shutter counted.',
  'finding.exposure.nothingHereCutsEnough': 'Nothing here cuts enough light. Fit a {stops} neutral-density filter.',
  'finding.exposure.needMoreLightAdd':
    'You need {stops} more light: add units, use a faster lens or brighten the room.',

  'finding.faceAway.acceptAnySide': 'Accept any side',
  'finding.faceAway.spinThenFacesCamera': 'Spin it at {n}: then it faces the camera',
  'finding.faceAway.faceShowsTakes': 'The face shows in {chance} of takes',
  'finding.faceAway.nearestFaceTurned':
    'The nearest face is turned {turned} away when the flash fires, ± {scatter} from take to take.',
  'finding.faceAway.faceTurned':
    'Its face is turned {turned} away when the flash fires, ± {scatter} from take to take.',
  'finding.faceAway.spinMoreSlowlyMore':
    'Spin it more slowly or more evenly: every take that shows the back costs a prop.',

  'finding.followsNothing.triggerOverLink': 'Trigger it over the link',
  'finding.followsNothing.setSlaveFollow': 'Set its slave to follow {light}',
  'finding.followsNothing.willNotFireSlave': '{light} will not fire: its slave follows no light that does',
  'finding.followsNothing.opticalSlaveNeedsAnother':
    'An optical slave needs another flash to trigger it: one of the list, not itself and not in a ring.',

  'finding.highSpeedSync.highSpeedSyncDoes': 'High-speed sync does not freeze motion',
  'finding.highSpeedSync.lightLastsLongCurtains':
    'Its light lasts as long as the curtains travel, {travel}. At {set} it is the shutter that freezes, not ' +
    'the flash.',
  'finding.highSpeedSync.useNormalFlash': 'Use normal flash at {clean}',
  'finding.highSpeedSync.useFastShutterMethod': 'Use the fast-shutter method',

  'finding.holdOffShort.tableTriggersAgain': 'Hold-off too short: the ringing table can trigger it again',
  'finding.holdOffShort.echoesTriggerAgain': 'Hold-off too short: echoes can trigger it again',
  'finding.holdOffShort.tableGoesOn':
    'After {holdOff} the controller listens again; bounces and ringing go on for about {ringing} and can pop ' +
    'the flash twice.',
  'finding.holdOffShort.echoesGoOn':
    'After {holdOff} the controller listens again; bounces and echoes go on for about {ringing} and can pop ' +
    'the flash twice.',
  'finding.holdOffShort.setHoldOff': 'Set the hold-off to {ringing}',

  'finding.index.andLockInManual': '{fix}, and lock it in manual',

  'finding.keyBehind.behindSubjectDoesNot': '{light} is behind the subject and does not count in the exposure',
  'finding.keyBehind.lightsNoSurfaceFaces':
    'It lights no surface that faces the camera. Make it a rim light or move it to the front.',
  'finding.keyBehind.changeRoleRim': 'Change its role to rim',
  'finding.keyBehind.moveFrontEquallyFar': 'Move it in front, equally far to the side',

  'finding.lightBlocked.standsBetweenLightSubject':
    'It stands between light and subject. Exposure, timing and streak are worked out with what gets past it.',
  'finding.lightBlocked.standOtherSideTake': 'Stand it on the other side, or take it away.',
  'finding.lightBlocked.outOfTheWay': '{step}, out of the way of {light}',
  'finding.lightBlocked.blocksCompletely': '{card} blocks {light} completely',
  'finding.lightBlocked.takesOfLight': '{card} takes {lost} of {light}',

  'finding.lightTooNear.moveBack': 'Move it back to {distance}, at {power}',
  'finding.lightTooNear.fallOffAcrossSubject': '{fallOff} of fall-off across the subject: {light} is very close',
  'finding.lightTooNear.closeLightStrengthChanges':
    'So close to a light its strength changes quickly: the near side of the subject burns out while the far ' +
    'side goes dark.',

  'finding.micInLine.moveSidePath': 'Move it {offset} to the side of the path',
  'finding.micInLine.microphoneUnderFallingObject': 'The microphone is under the falling object',
  'finding.micInLine.microphoneLineFire': 'The microphone is in the line of fire',
  'finding.micInLine.besidePathStart': 'It is {beside} beside the path, at {place} from the start.',

  'finding.negativeDelay.switchOpenShutterSave': 'Switch to open shutter and save {lag} of shutter lag',
  'finding.negativeDelay.moveSubjectStart': 'Move the subject to {place} from the start',
  'finding.negativeDelay.lightComesTooLate': 'The light comes {late} too late',
  'finding.negativeDelay.sensorHasTriggerEarlier':
    'The sensor has to trigger {late} earlier, or the chain has to be {late} shorter.',
  'finding.negativeDelay.replaceRadioLink': 'Replace the radio link ({latency}) with a cable',
  'finding.negativeDelay.replaceOpticalLink': 'Replace the optical link ({latency}) with a cable',
  'finding.negativeDelay.chainTooLong':
    'The chain takes {chain}, but the moment comes only {gap} after the sensor triggers. Sense it earlier or ' +
    'shorten the chain.',
  'finding.negativeDelay.chainWithLagTooLong':
    'The chain, shutter lag included, takes {chain}, but the moment comes only {gap} after the sensor ' +
    'triggers. Sense it earlier or shorten the chain.',

  'finding.neverArrives.noPictureObjectNever': 'No picture: the object never gets to the moment',
  'finding.neverArrives.noPictureObjectNever2': 'No picture: the object never reaches the sensor',
  'finding.neverArrives.tossedRisesOnlyThrow':
    'Tossed at {speed} it rises only {rise}. Throw faster or lower the mark.',
  'finding.neverArrives.theseFiguresObjectDoes':
    'With these figures the object does not get there: at {speed} it is stopped by drag, or the place lies ' +
    'before the start.',

  'finding.neverReached.popsMissingGroupHas': 'Pops missing: a group has no light',
  'finding.neverReached.chooseLeastOneLight': 'Choose at least one light for this group.',
  'finding.neverReached.addGroup': 'Add {light} to the group',
  'finding.neverReached.positionsOutReach': '{missing} positions are out of reach',
  'finding.neverReached.objectDoesNotGet':
    'The object does not get as far as the last positions. Bring them closer or raise the speed.',

  'finding.noFlash.blackFrameNoFlash': 'Black frame: no flash in the set-up',
  'finding.noFlash.methodReliesFlashAdd':
    'This method relies on flash. Add a light, or switch to the fast-shutter method.',
  'finding.noFlash.useFastShutterMethod': 'Use the fast-shutter method',

  'finding.notEnoughUnits.needsUnitsGivePops': '{light} needs {needed} units to give {count} pops',
  'finding.notEnoughUnits.alternateSets': 'Alternate {needed} sets',
  'finding.notEnoughUnits.takeTurns': 'Let {needed} units take turns, or some pops will be dark or dim.',
  'finding.notEnoughUnits.recycles':
    'One unit needs {recycle} to recycle. Let {needed} units take turns, or some pops will be dark or dim.',
  'finding.notEnoughUnits.cools':
    'One unit has to cool after {heat}. Let {needed} units take turns, or some pops will be dark or dim.',
  'finding.notEnoughUnits.repeatsSoFast':
    'Its repeating mode does {rate} at most. Let {needed} units take turns, or some pops will be dark or dim.',
  'finding.notEnoughUnits.repeatsSoOften':
    'Its repeating mode gives {pops} pops at most. Let {needed} units take turns, or some pops will be dark ' +
    'or dim.',

  'finding.opticalPreFlash.flashMayFireEarly': 'Flash may fire early: optical slaves react to any flash',
  'finding.opticalPreFlash.meteringPreFlashSets':
    'A metering pre-flash sets them off early. Use manual power on every unit, no pre-flash, and no other ' +
    'flash in the room.',

  'finding.outOfFrame.moveCameraBack': 'Move the camera back to {distance}',
  'finding.outOfFrame.momentLiesOutsidePicture': 'The moment lies outside the picture',
  'finding.outOfFrame.middlePictureWideHigh':
    'It is {off} from the middle of a picture {width} wide and {height} high.',
  'finding.outOfFrame.positionsPicture': '{seen} of {all} positions are in the picture',
  'finding.outOfFrame.pictureWideHighOthers': 'The picture is {width} wide and {height} high; the others fall outside.',
  'finding.outOfFrame.aimFarther': 'Aim the camera {by} farther along the path',
  'finding.outOfFrame.aimBack': 'Aim the camera {by} back along the path',
  'finding.outOfFrame.raiseCamera': 'Raise the camera by {by}',
  'finding.outOfFrame.lowerCamera': 'Lower the camera by {by}',
  'finding.outOfFrame.moveForward': 'Move the {what} {by} forward along the path, and the camera with it',
  'finding.outOfFrame.moveBackAlong': 'Move the {what} {by} back along the path, and the camera with it',
  'finding.outOfFrame.raiseWithCamera': 'Raise the {what} by {by}, and the camera with it',
  'finding.outOfFrame.lowerWithCamera': 'Lower the {what} by {by}, and the camera with it',
  'finding.outOfFrame.vessel': 'vessel',
  'finding.outOfFrame.tank': 'tank',
  'finding.outOfFrame.subject': 'subject',
  'finding.outOfFrame.shorterLens': 'Use a shorter lens, or step back.',

  'finding.pastSync.switchFlashesHighSpeed': 'Switch the flashes to high-speed sync: it costs {loss} of light',
  'finding.pastSync.electronicShutterNeverOpen':
    'At {set} an electronic shutter is never open over the whole frame at once; read-out takes {travel}. It ' +
    'costs {middle} in the middle.',
  'finding.pastSync.shutterClosesBeforeLight':
    'At {set} the shutter closes before the light is out: {middle} lost in the middle of the frame, {lost} at ' +
    'the edge; clean from {clean}.',
  'finding.pastSync.flashEndsTimeCurtain':
    'At {set} this flash ends in time, by the curtain travel entered, but the camera is rated to {sync}: test ' + 'it.',
  'finding.pastSync.setShutter': 'Set the shutter to {clean}',
  'finding.pastSync.topEdge': 'top edge',
  'finding.pastSync.bottomEdge': 'bottom edge',
  'finding.pastSync.leftEdge': 'left edge',
  'finding.pastSync.rightEdge': 'right edge',
  'finding.pastSync.wholeFrame': 'whole frame',
  'finding.pastSync.partDark': '{dark} of the picture dark, {edge}',
  'finding.pastSync.flashCutOff': '{lost} of flash cut off by the shutter, {edge}',
  'finding.pastSync.fasterThanRated': 'Shutter faster than the camera’s rated sync speed',

  'finding.personInLine.neverShootPerson': 'Never shoot at a person',
  'finding.personInLine.targetMarkedPersonSomething':
    'The target is marked as a person, and something is shot at it. Use a stand-in, and combine two frames.',
  'finding.personInLine.untickTargetPerson': 'Untick “The target is a person”',

  'finding.poolShallow.smallerSplashLiquidCavity': 'Smaller splash: {depth} of liquid for a {radius} cavity',
  'finding.poolShallow.splashTimesGuessDrop': 'Splash times are a guess for this drop',
  'finding.poolShallow.cavityWouldDeepLiquid':
    'The cavity would be {radius} deep, the liquid is {depth}: crown and jet come sooner and lower than ' + 'planned.',
  'finding.poolShallow.sizeSpeedLieOutside':
    'Size and speed lie outside the splash model (Fr {froude}, We {weber}). Let the first takes settle the ' + 'delay.',
  'finding.poolShallow.fillVessel': 'Fill the vessel to {deep}',

  'finding.popsTooClose.popsApartQuickerThey': 'Pops {closest} apart: quicker than they can be triggered',
  'finding.popsTooClose.controllerNeedsBetweenOutputs':
    'The controller needs {controller} between outputs, the link {link}. Units in their own repeating mode ' +
    'are not bound by that.',
  'finding.popsTooClose.popsMergeApartEach': 'Pops merge: {closest} apart, and each lasts {longest}',
  'finding.popsTooClose.onePopStillBurns':
    'One pop still burns when the next begins, so positions merge. Lower the power or lengthen the interval.',
  'finding.popsTooClose.unevenSpacingJitterInterval': 'Uneven spacing: jitter is {share} of the interval',
  'finding.popsTooClose.controllerLinkShiftEach':
    'Controller and link shift each pop by ±{jitter}, at {closest} apart. Use a cable or a longer interval.',

  'finding.ratedDuration.flashDurationAssumedTypical': 'Flash duration assumed from a typical unit',
  'finding.ratedDuration.flashDurationExtrapolatedBeyond': 'Flash duration extrapolated beyond its table',
  'finding.ratedDuration.flashDurationRatedNot': 'Flash duration is rated, not measured',
  'finding.ratedDuration.unitsOneClassDiffer':
    'Units of one class differ threefold. At three times {duration} the streak would be {blur}, over the ' +
    'limit of {limit}: measure it.',

  'finding.reflectionShows.willShowGlass': '{name} will show in the glass',
  'finding.reflectionShows.cameraSeesReflectedRound':
    'The camera sees it reflected {at} round from the middle of the glass. Turn or move it out of sight.',

  'finding.sensorThreshold.noteLoudestFalsePeak':
    'Note the loudest false peak (shutter click, footstep, bounce) and the quietest real one, and the ' +
    'threshold is worked out.',
  'finding.sensorThreshold.setThreshold': 'Set the threshold to {set}',
  'finding.sensorThreshold.misfiresLikelyClickBounce': 'Misfires likely: a click or bounce is loud enough to trigger',
  'finding.sensorThreshold.misfiresLikelyNoThreshold': 'Misfires likely: no threshold separates the event from a click',
  'finding.sensorThreshold.loudestFalsePeakThreshold':
    'Loudest false peak {false}, threshold {threshold}, quietest real peak {event}: {margin} dB between them.',
  'finding.sensorThreshold.vibrationUntested': 'Vibration sensor untested: it may misfire or miss the event',
  'finding.sensorThreshold.soundUntested': 'Sound sensor untested: it may misfire or miss the event',
  'finding.sensorThreshold.bringSensorCloser':
    'Loudest false peak {false}, quietest real peak {event}: {margin} dB. Bring the sensor closer, or muffle ' +
    'the false sounds.',
  'finding.sensorThreshold.bringMicrophoneCloser':
    'Loudest false peak {false}, quietest real peak {event}: {margin} dB. Bring the microphone closer, or ' +
    'muffle the false sounds.',
  'finding.sensorThreshold.lowerOrMoveSensor':
    'The threshold, {threshold}, is above the quietest real peak, {event}. Lower it or move the sensor closer.',
  'finding.sensorThreshold.lowerOrMoveMicrophone':
    'The threshold, {threshold}, is above the quietest real peak, {event}. Lower it or move the microphone ' +
    'closer.',
  'finding.sensorThreshold.sensorWillMissEvent': 'The sensor will miss the event',

  'finding.sequence.popsApart': 'Pops {interval} apart',

  'finding.sequenceOutlastsShutter.open': 'Open for {open}',
  'finding.sequenceOutlastsShutter.holdShutterOpenCount': 'Hold the shutter open for {open} (count × interval)',
  'finding.sequenceOutlastsShutter.lastPopsMissingShutter': 'Last pops missing: the shutter closes after {shutter}',
  'finding.sequenceOutlastsShutter.popsTakeLastFlash':
    'The pops take {span}: {least} with the last flash, {lag} of lag and {margin} to spare. The shutter is ' +
    'open for {shutter}.',

  'finding.settingOutOfRange.widenLimitGearGoes': 'Widen the limit: the gear goes that far',
  'finding.settingOutOfRange.settingOutRangeKit': 'A setting is out of range for this kit',
  'finding.settingOutOfRange.apertureEachPowerNot':
    'Aperture {aperture} of {widest} to {smallest}, {iso} of {lowest} to {highest}, and each power not below ' +
    'its lowest.',
  'finding.settingOutOfRange.useNearestAvailableSetting': 'Use the nearest available setting',

  'finding.shoeTooSoon.firesTooEarlyShutter': '{light} fires too early, as the shutter opens',
  'finding.shoeTooSoon.hotShoeFiresSoon':
    'The hot shoe fires as soon as the shutter is open; with an open shutter that is before the action.',
  'finding.shoeTooSoon.triggerOverLink': 'Trigger it over the link',

  'finding.silentSource.microphoneHasNothingHear': 'The microphone has nothing to hear at the start',
  'finding.silentSource.lettingGoSilentHave':
    'Letting go is silent. Have the microphone trigger on the impact instead.',
  'finding.silentSource.triggerImpact': 'Trigger on the impact',

  'finding.silhouette.backgroundSubjectNotBlack':
    'Background {background}, subject {subject}: not black enough for a silhouette',
  'finding.silhouette.backgroundSubjectBlackSilhouette': 'Background {background}, subject black: a silhouette',
  'finding.silhouette.lightMeantBackgroundReaches':
    'Light meant for the background reaches the side of the subject that the camera sees.',
  'finding.silhouette.everyLightAimedBackground':
    'Every light is aimed at the background, so the exposure is judged by the background.',

  'finding.slaveBlind.triggerOverLink': 'Trigger it over the link',
  'finding.slaveBlind.setSlaveFollowWhich': 'Set its slave to follow {light}, which it sees',
  'finding.slaveBlind.doesNotSee': '{light} does not see {leader}',
  'finding.slaveBlind.cardBackgroundPersonWay':
    'A card, the background or a person is in the way. Clear the line of sight or trigger it over the link.',
  'finding.slaveBlind.theyFaceAwayEach':
    'They face away from each other. Turn the slave eye towards it or trigger it over the link.',

  'finding.spread.widenWindowEitherWay': 'Widen the window to {window} either way',
  'finding.spread.moveBeamCloserSubject': 'Move the beam closer to the subject: {place} from the start',
  'finding.spread.triggerSensor': 'Trigger by sensor',
  'finding.spread.framesComeEveryMoment': 'Frames come every {frame}; the moment lasts {window}',
  'finding.spread.takesScatterMomentLasts': 'Takes scatter by {scatter}; the moment lasts {window}',
  'finding.spread.framesPerEvent':
    'On average {frames} frames per event fall into it. Raise the frame rate, or choose a moment that lasts ' +
    'longer.',
  'finding.spread.noDelayChangesThat': 'No delay setting can change that. Largest cause: {cause}, {largest}.',
  'finding.spread.noCause': 'none',

  'finding.standsInFrame.moveBack': 'Move {light} back to {distance}, at {power}',
  'finding.standsInFrame.moveThemBackTheir':
    'Move them back to {times} of their distance and raise their power to match',
  'finding.standsInFrame.headInsideFrameMove': 'Its head is inside the frame. Move it farther round or farther away.',
  'finding.standsInFrame.insideFrameMoveAside': 'It is inside the frame. Move it aside.',
  'finding.standsInFrame.moveFartherOutFrame': 'Move it farther out, or frame tighter.',
  'finding.standsInFrame.severalInShot': '{name} and {others} more in shot',
  'finding.standsInFrame.inShot': '{name} in shot',

  'finding.stepsOverlap.successivePositionsOverlap': 'Successive positions overlap by {share}',
  'finding.stepsOverlap.stepsBodyUpPops':
    'Steps of {step} for a body of {width}: up to {deepest} pops land in one spot.',

  'finding.stillParts.makeBackgroundClothingDarker': 'Make background and clothing {ground} or darker',
  'finding.stillParts.cutPops': 'Cut to {fewer} pops',
  'finding.stillParts.lowerPower': 'Lower the power to {power}',
  'finding.stillParts.panAwayPathStill': 'Pan at {speed}, away from the path, so that the still part separates',
  'finding.stillParts.afterPopsStillParts': '{level} after {count} pops: still parts burn out',
  'finding.stillParts.whereNothingMovesThese':
    'Where nothing moves, these pops add {stops} to the brightest; the frame is {field} wide.',

  'finding.stock.tooManyToCount': 'Too many props needed to count',
  'finding.stock.propsNeeded': '{props} props needed for {keepers} keepers; {stock} at hand',
  'finding.stock.tooFewOnTime':
    'Even once the moment is found, only {later} of takes are on it: too few to say how many props {keepers} ' +
    'keepers need.',
  'finding.stock.simulated':
    'Simulated take by take, search included: {confidence} of sessions reach {keepers} keepers within {props} ' +
    'takes.',
  'finding.stock.getProps': 'Get {props} props',

  'finding.timing.moveBeamStart': 'Move the beam to {place} from the start',
  'finding.timing.moveMicrophoneSource': 'Move the microphone to {place} from the source',

  'finding.tooClose.closerLensCanFocus': '{distance} is closer than the lens can focus',
  'finding.tooClose.lensCannotFocusAssumed':
    'At {distance} a {focal} lens cannot focus; {closest} is assumed to be its closest.',
  'finding.tooClose.moveCameraBack': 'Move the camera back to {place}',
} as const satisfies Record<FindingText, string>
