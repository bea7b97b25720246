import type { ResultText } from '../../core'

/** What the figures of a plan are called, and how they are worked out. */
export const RESULT_TEXTS = {
  'result.chances.spreadMark': 'Spread at the mark',
  'result.chances.spreadTake': 'Spread of a take',
  'result.chances.firstTakeUncertainty': 'First take: uncertainty',
  'result.chances.chanceTakeKeeper': 'Chance that this take is a keeper',
  'result.chances.timeFaceSeenKept': 'on time {moment} × its face seen {face} × kept {kept} × it fires {fires}',
  'result.chances.timeKeptFires': 'on time {moment} × kept {kept} × it fires {fires}',
  'result.chances.timeOnceDelayFound': 'On time, once the delay is found',
  'result.chances.frameRateWindowFrames': 'frame rate {rate} × window {window}: frames in the window, each event',
  'result.chances.chanceNormalErrorMean':
    'chance that a normal error (mean {bias}, spread {scatter}) lies between −{before} and {after}',
  'result.chances.timeTake': 'On time, this take',
  'result.chances.samePlanSOwn': 'the same, with the plan’s own uncertainty added: √({scatter}² + {unknown}²)',
  'result.chances.chanceGoodFaceShows': 'Chance that a good face shows',
  'result.chances.afterOffCameraCounts':
    'after {t} at {n} it is {turned} ± {scatter} off the camera; it counts within {w}',
  'result.chances.square': '{cause}²',
  'result.chances.more': '…',
  'result.chances.root': '√({squares})',
  'result.chances.rootByPlace': '√({squares}) × {v}',
  'result.chances.nothingVaries': 'nothing varies',

  'result.energy.energySubject': 'Energy at the subject',
  'result.energy.formula': '½ m v², m = {m}, v = {v} after drag: what the backstop has to hold',

  'result.exposure.shutterSpeedSetCamera': 'Shutter speed set by the camera',
  'result.exposure.ambient': 'Ambient',
  'result.exposure.shutterBand': 'Shutter band',
  'result.exposure.streakByFlash':
    '{v} × {d} (core of all the light; of one flash its t.1) × cos {a}; {px} pixels, limit {limit}',
  'result.exposure.streakByShutter': '{v} × {d} (shutter) × cos {a}; {px} pixels, limit {limit}',
  'result.exposure.ghostBesideAll': 'Ghost beside it, in all',
  'result.exposure.backgroundSilhouette': 'Background, of a silhouette',
  'result.exposure.flashExposure': 'Flash exposure',
  'result.exposure.ambientFormula':
    '{ev} + log₂(ISO / 100) − log₂(N² / t), {iso}, N = {N}, t = {t}; black below {limit}',
  'result.exposure.bandFormula': 'rows with y · {travel} + {t} ≤ {travel} + lag are dark; clean from {clean}',
  'result.exposure.meteredFormula':
    'at {N} in {ev}: lowest ISO down to 1/120 s, then higher ISO (here {iso}), then a longer time',
  'result.exposure.ghostFormula':
    '{v} × the time until what is lit is {floor} under correct; on average {under} under the sharp core',
  'result.exposure.noStreak': 'Streak, nothing must be sharp',
  'result.exposure.streak': 'Streak, {part}',
  'result.exposure.silhouetteFormula':
    'lights on the background, {d} behind the subject, reflectance {r}, at {N}, {iso}{cards}',
  'result.exposure.flashFormula': '2 log₂(√Σ N² / {N}), {lights}; {iso}{cards}',
  'result.exposure.severalUnits': '{units} × {guide} at {power}, {distance} off',
  'result.exposure.oneUnit': '{guide} at {power}, {distance} off',

  'result.formulas.start': 'start',
  'result.formulas.impact': 'impact',
  'result.formulas.floor': 'strike on the floor',
  'result.formulas.bounce': 'bounce',
  'result.formulas.fromStart': 'r / c = {r} / {c}',
  'result.formulas.fromImpact': 'impact {impact} + {r} / {c}',
  'result.formulas.afterImpact': 'impact {impact}, its {source} + {r} / {c}',
  'result.formulas.bowShock': 'the bow shock arrives before the report; speed of sound {c}',
  'result.formulas.contactCloses': 'the contact closes with the {source}',
  'result.formulas.pressedTogether': 'pressed together with the action: 0',
  'result.formulas.seenAsItHappens': 'the {source} is seen as it happens; a person’s time comes after',
  'result.formulas.flight': '(e^(k x) − 1) / (k v), x = {x}, v = {v}, k = {k}',
  'result.formulas.fall': 'fall of {x} from rest with drag, k = {k}',
  'result.formulas.stream': 'fall of {x} that starts at {v}',
  'result.formulas.arc': 'x / (v cos α) = {x} / ({v} cos {a}), longer by drag, k = {k}',
  'result.formulas.toss': 'first time at {x} when tossed at {v}',
  'result.formulas.swing': '2 √(x L) / v, x = {x}, L = {L}, v = {v}',
  'result.formulas.steady': 'x / v = {x} / {v}',
  'result.formulas.still': 'nothing travels: 0',
  'result.formulas.travel': 'time to reach {d} + {o} = mark; there at {v}',
  'result.formulas.byTime': '{reference} {from} + {t}',
  'result.formulas.byTear': '{reference} {from} + {f} of π d / 2 v, d = {h}, v = {c}',
  'result.formulas.byHang': '{reference} {from} + √(2 · {f} · {h} / g)',
  'result.formulas.byCavity': '{reference} {from} + {f} of 2.285 √(r / g), r = {r}',
  'result.formulas.byTurn': '{reference} {from} + {f} of a turn at {n}',
  'result.formulas.bySplash':
    '{reference} {from} + {f} of 1.35 √(R / g), R = d (v² / 3 g d)^¼ the cavity of what falls',
  'result.formulas.second': 'impact on the second',
  'result.formulas.apex': 'apex',

  'result.optics.depthField': 'Depth of field',
  'result.optics.diffraction': 'Diffraction',
  'result.optics.fieldView': 'Field of view',
  'result.optics.beamBlockTime': 'Beam block time',
  'result.optics.airyFormula': '2.44 λ N (1 + m / P), N = {N}, m = {m}: {px} pixels wide',
  'result.optics.depthFormula':
    'exact thin lens: {f} at f-number {N}, {s} off, circle {c}; from {near} to {far}; wanted {wanted}',
  'result.optics.fieldFormula': 'sensor {w} / magnification {m}, m = f / (s − f)',
  'result.optics.beamFormula': '({l} + {w}) / speed there; the sensor needs {r}',

  'result.scene.backgroundBrightest': 'Background at its brightest',
  'result.scene.backgroundBrightestDarkest': 'Background, brightest to darkest',
  'result.scene.edge': 'Edge by {light}',
  'result.scene.cardsIncluded': '; cards and flags included',
  'result.scene.sumOnBackground': 'sum of all lights on the background, {d} behind the subject, reflectance {r}{cards}',
  'result.scene.overTheFrame': 'over the part in the frame, {d} behind the subject{cards}',
  'result.scene.onAFacingSurface': 'its light on a surface that faces it, from {d} at {p}{cards}',

  'result.stock.propsNeeded': 'Props needed',
  'result.stock.played':
    'played {plays} times to {keepers} keepers, enough in {confidence}: {find} takes to the first on the ' +
    'moment, then {later} on it; {kept} of those are kept, {misfire} misfire, {wrong} of verdicts are wrong. ' +
    '{all} if every take on time were kept',

  'result.times.plannedDelay': 'Planned delay',
  'result.times.dialledDelay': 'Dialled delay',
  'result.times.crossesBeam': 'Crosses the beam',
  'result.times.sensed': 'Sensed',
  'result.times.moment': 'Moment',
  'result.times.chain': 'Chain',
  'result.times.delayFormula': 'moment {moment} − sensed {sensed} − chain {chain} = {wanted}, nearest step {step}',
  'result.times.chainFormula': '{stages}',
  'result.times.stage': '{stage} {latency}',
} as const satisfies Record<ResultText, string>
