import { cameraSets } from '../setup/metered'
import { CARD_FIELDS, FIELDS, FLASH_FIELDS, type Field, type NumberField } from '../setup/fields'
import { fieldAt, valueAt, withChange } from '../setup/paths'
import type { Setup } from '../setup/types'
import { sceneFigures } from '../light/figures'
import { sensorOf } from '../sensors/all'
import { type Assessment, assess } from './assess'
import type { Cause } from './spread'
import {
  type Figure,
  type Figures,
  plain,
  aperture,
  iso,
  length,
  power,
  share,
  shutter,
  speed,
  stops,
  time,
} from './findings/types'

/** A result of the plan with where it comes from. */
export interface Result {
  id: string
  label: string
  /** What it is in this set-up; null: it does not exist here. */
  value: Figure
  /** How it is worked out, with this set-up's figures in braces. */
  formula: string
  figures: Figures
  /** Sources of its spread, the largest first; empty for what has none. */
  causes: Cause[]
  /** The result in any set-up, in SI; what the sensitivities vary. */
  read: (a: Assessment) => number | null
}

/** How much a result answers to an input. */
export interface Sensitivity {
  path: string
  label: string
  /** Per cent of the result for 1 % of the input; for results in stops, EV for 1 %. */
  change: number
  /** What the input was varied by. */
  per: 'percent' | 'degree' | 'third'
}

const number = (value: number): Figure => ({ value, quantity: 'number' })
const perMetre = (value: number): Figure => ({ value, quantity: 'perMetre' })
const angle = (value: number): Figure => ({ value, quantity: 'angle' })
const rate = (value: number): Figure => ({ value, quantity: 'rate' })
const ev = (value: number): Figure => ({ value, quantity: 'ev' })

type Draft = Omit<Result, 'value' | 'causes'> & { value: Figure | null; causes?: Cause[] }

/** Said where there are any. */
const withCards = ({ scene }: Pick<Setup, 'scene'>): string =>
  scene.cards.length > 0 ? '; with what cards throw and flags keep off' : ''

/** What light does beside exposing the front: on the ground, and at the edge. */
function lightResults(a: Assessment): (Draft | null)[] {
  const { flashes, scene } = a.setup
  if (flashes.length === 0 || a.setup.method === 'fast-shutter') return []
  const { ground, lights } = sceneFigures(a)
  const rim = flashes.findIndex(flash => flash.role === 'rim')
  const figures = { r: share(scene.ground.reflectance), d: length(scene.ground.distance, 'm') }
  const cards = withCards(a.setup)
  const edge = rim < 0 ? null : lights[rim]!.edge
  return [
    ground.brightest === null
      ? null
      : {
          id: 'ground',
          label: 'Ground, where it is brightest',
          value: stops(ground.brightest),
          read: b => sceneFigures(b).ground.brightest,
          formula: `every light at its own distance and angle on the ground {d} behind, which throws back {r}${cards}`,
          figures,
        },
    ground.evenness === null
      ? null
      : {
          id: 'evenness',
          label: 'Ground, brightest to darkest',
          value: stops(ground.evenness),
          read: b => sceneFigures(b).ground.evenness,
          formula: `over the part of it that the picture shows, {d} behind${cards}`,
          figures,
        },
    edge === null
      ? null
      : {
          id: 'rim',
          label: `Edge by ${plain(flashes[rim]!.name)}`,
          value: stops(edge),
          read: b => sceneFigures(b).lights[rim]?.edge ?? null,
          formula: `its light on a surface turned to its side, {d} off at {p}${cards}`,
          figures: { d: length(flashes[rim]!.distance, 'm'), p: power(flashes[rim]!.power) },
        },
  ]
}

function sensedFormula({ setup, drag, soundSpeed, timing }: Assessment): [string, Figures] {
  const { sensor, motion } = setup
  const source = { start: 'start', impact: 'impact', floor: 'strike on the floor', bounce: 'bounce' }[sensor.source]
  if (sensor.kind === 'hand') return ['the hand presses with the action: 0', {}]
  if (sensor.kind === 'contact') return [`the contact closes with the ${source}`, {}]
  if (sensor.kind === 'sound') {
    const figures = {
      r: length(Math.hypot(sensor.position, sensor.offset), 'm'),
      c: speed(soundSpeed),
      impact: time(timing.impact ?? 0),
    }
    if (timing.heard === 'shock') return ['the bow shock comes before the report; sound at {c}', figures]
    return [
      sensor.source === 'start'
        ? 'r / c = {r} / {c}'
        : `impact {impact}${sensor.source === 'impact' ? '' : `, its ${source}`} + distance to the microphone / ` +
          `c, c = {c}`,
      figures,
    ]
  }
  const x = length(sensor.position, 'm')
  switch (motion.kind) {
    case 'flight':
      return ['(e^(k x) − 1) / (k v), x = {x}, v = {v}, k = {k}', { x, v: speed(motion.speed), k: perMetre(drag) }]
    case 'fall':
      return ['fall of {x} from rest with drag, k = {k}', { x, k: perMetre(drag) }]
    case 'stream':
      return ['fall of {x} that starts at {v}', { x, v: speed(motion.speed) }]
    case 'arc':
      return [
        'x / (v cos α) = {x} / ({v} cos {a}), longer by drag, k = {k}',
        { x, v: speed(motion.speed), a: angle(motion.angle), k: perMetre(drag) },
      ]
    case 'toss':
      return ['first time at {x} when tossed at {v}', { x, v: speed(motion.speed) }]
    case 'swing':
      return [
        '2 √(x L) / v, x = {x}, L = {L}, v = {v}',
        { x, L: length(setup.subject.distance, 'm'), v: speed(motion.speed) },
      ]
    case 'steady':
      return ['x / v = {x} / {v}', { x, v: speed(motion.speed) }]
    case 'still':
      return ['nothing travels: 0', {}]
  }
}

function momentFormula(a: Assessment): [string, Figures] {
  const { setup, timing } = a
  const { moment, subject, motion } = setup
  if (moment.reference === 'travel')
    return [
      'time to reach {d} + {o} = mark; there at {v}',
      { d: length(subject.distance, 'm'), o: length(moment.offset, 'mm'), v: speed(a.objectSpeed) },
    ]
  const from = timing.reference ?? 0
  const figures: Figures = {
    from: time(from),
    f: share(moment.fraction),
    t: time(moment.time),
    c: speed(subject.crackSpeed),
    h: length(subject.height, 'mm'),
    r: length(motion.diameter / 2, 'mm'),
  }
  const base = `${moment.reference === 'second' ? 'impact on the second' : moment.reference} {from} + `
  switch (moment.model) {
    case 'time':
      return [`${base}{t}`, figures]
    case 'tear':
      return [`${base}{f} of π d / 2 v, d = {h}, v = {c}`, figures]
    case 'hang':
      return [`${base}√(2 · {f} · {h} / g)`, figures]
    case 'cavity':
      return [`${base}{f} of 2.285 √(r / g), r = {r}`, figures]
    case 'turn':
      return [`${base}{f} of a turn at {n}`, { ...figures, n: rate(motion.turns) }]
    case 'splash':
      return [`${base}{f} of 1.35 √(R / g), R = d (v² / 3 g d)^¼ the cavity of what falls`, figures]
  }
}

/** Every result of a plan, each with formula, spread and a way to read it from any other set-up. */
export function resultsOf(a: Assessment): Result[] {
  const { known: setup, timing, spread, sharpness, exposure, optics, shutter: band, keep } = a
  const { picture, lens, camera } = setup
  const scatter = spread.causes.filter(cause => cause.kind === 'scatter')
  const unknown = spread.causes.filter(cause => cause.kind === 'uncertainty')
  const byPlace = a.alongSpeed > 0 && setup.moment.reference === 'travel'
  const asPlace = (seconds: number): Figure => (byPlace ? length(seconds * a.alongSpeed, 'mm') : time(seconds))
  const [sensedText, sensedFigures] = sensedFormula(a)
  const [momentText, momentFigures] = momentFormula(a)
  const root = (causes: Cause[]): [string, Figures] => {
    const shown = causes.slice(0, 4)
    const more = causes.length > shown.length ? ' + …' : ''
    return [
      shown.length === 0
        ? 'nothing varies'
        : `√(${shown.map((_, i) => `{c${i}}²`).join(' + ')}${more})${byPlace ? ' × {v}' : ''}`,
      { ...Object.fromEntries(shown.map((cause, i) => [`c${i}`, time(cause.seconds)])), v: speed(a.alongSpeed) },
    ]
  }
  const [scatterText, scatterFigures] = root(scatter)
  const [unknownText, unknownFigures] = root(unknown)
  const sensor = setup.trigger === 'sensor'

  const drafts: (Draft | null)[] = [
    {
      id: 'delay',
      label: setup.delay === null ? 'Delay, planned' : 'Delay, dialled',
      value: timing.used === null ? null : { ...time(timing.used) },
      read: b => b.timing.wanted,
      formula: 'moment {moment} − sensed {sensed} − chain {chain} = {wanted}, nearest step {step}',
      figures: {
        moment: time(timing.moment ?? 0),
        sensed: time(timing.sensed ?? 0),
        chain: time(timing.chainLatency),
        wanted: time(timing.wanted ?? 0),
        step: time(setup.controller.delayStep),
      },
      causes: spread.causes,
    },
    !sensor
      ? null
      : {
          id: 'sensed',
          label: sensorOf(setup).crossed ? 'Crosses the beam' : 'Sensed',
          value: timing.sensed === null ? null : time(timing.sensed),
          formula: sensedText,
          figures: sensedFigures,
          read: b => b.timing.sensed,
        },
    {
      id: 'moment',
      label: 'Moment',
      value: timing.moment === null ? null : time(timing.moment),
      formula: momentText,
      figures: momentFigures,
      read: b => b.timing.moment,
    },
    !sensor
      ? null
      : {
          id: 'chain',
          label: 'Chain',
          value: time(timing.chainLatency),
          read: b => b.timing.chainLatency,
          formula: a.stages.map((stage, i) => `${stage.label} {s${i}}`).join(' + '),
          figures: Object.fromEntries(a.stages.map((stage, i) => [`s${i}`, time(stage.latency)])),
        },
    {
      id: 'spread',
      label: byPlace ? 'Spread at the mark' : 'Spread of a take',
      value: asPlace(spread.scatter),
      formula: scatterText,
      figures: scatterFigures,
      causes: scatter,
      read: b => b.spread.scatter * (byPlace ? b.alongSpeed : 1),
    },
    {
      id: 'unknown',
      label: 'First take may be off by',
      value: asPlace(spread.uncertainty),
      formula: unknownText,
      figures: unknownFigures,
      causes: unknown,
      read: b => b.spread.uncertainty * (byPlace ? b.alongSpeed : 1),
    },
    {
      id: 'keep',
      label: 'Keeps, per take',
      value: share(keep.perTake),
      causes: scatter,
      read: b => b.keep.perTake,
      formula:
        setup.trigger === 'burst'
          ? 'frame rate {rate} × window {window}: frames in the window, each event'
          : 'chance that N({bias}, {scatter}) lies from −{before} to {after}',
      figures: {
        rate: rate(camera.frameRate),
        window: time(keep.before + keep.after),
        bias: time(timing.bias ?? 0),
        scatter: time(spread.scatter),
        before: time(keep.before),
        after: time(keep.after),
      },
    },
    {
      id: 'first',
      label: 'The first take keeps',
      value: share(keep.firstTake),
      causes: spread.causes,
      read: b => b.keep.firstTake,
      formula: 'the same with what the plan may have wrong: √({scatter}² + {unknown}²)',
      figures: { scatter: time(spread.scatter), unknown: time(spread.uncertainty) },
    },
    a.face === null
      ? null
      : {
          id: 'face',
          label: 'A face is seen',
          value: share(a.face.chance),
          read: b => b.face?.chance ?? null,
          formula: 'at {n} over {t} it is turned {turned} away ± {scatter}; seen within {w}',
          figures: {
            n: rate(setup.motion.turns),
            t: time(timing.captured ?? 0),
            turned: angle(a.face.turned),
            scatter: angle(a.face.scatter),
            w: angle(setup.motion.faceWithin ?? 0),
          },
        },
    !cameraSets(setup)
      ? null
      : {
          id: 'own-shutter',
          label: 'Shutter the camera sets',
          value: shutter(picture.shutter),
          read: b => b.known.picture.shutter,
          formula: '{N} in {ev}: lowest ISO to 1/120 s, then ISO, here {iso}, then longer',
          figures: {
            N: aperture(picture.aperture),
            ev: { value: picture.ambientEv, quantity: 'ev' },
            iso: iso(picture.iso),
          },
        },
    {
      id: 'blur',
      label:
        sharpness.worst === null
          ? 'Streak, nothing must be sharp'
          : `Streak, ${plain(sharpness.worst.name).toLowerCase()}`,
      value: length(sharpness.subject, 'mm'),
      read: b => b.sharpness.subject,
      formula:
        `{v} × {d} (${sharpness.by === 'flash' ? 't.1 of the slowest light that counts' : 'shutter'}) × ` +
        `cos {a}; {px} pixels, limit {limit}`,
      figures: {
        v: speed(sharpness.speed),
        d: time(sharpness.duration),
        a: angle(picture.angleToSensor),
        px: number(sharpness.pixels),
        limit: length(sharpness.limit, 'mm'),
      },
    },
    exposure.flash === null
      ? null
      : {
          id: 'flash',
          label: 'Flash exposure',
          value: stops(exposure.flash),
          read: b => b.exposure.flash,
          formula: `2 log₂(√Σ N² / {N}), ${exposure.front
            .map(
              i =>
                `${setup.flashes[i]!.units > 1 ? `${setup.flashes[i]!.units} × ` : ''}{g${i}} at {p${i}}, {d${i}} off`,
            )
            .slice(0, 4)
            .join('; ')}; {iso}${withCards(setup)}`,
          figures: {
            N: aperture(optics.effectiveAperture),
            iso: iso(picture.iso),
            ...Object.fromEntries(
              setup.flashes.flatMap((flash, i) => [
                [`g${i}`, { value: flash.guideNumber, quantity: 'guide' as const }],
                [`p${i}`, { value: flash.power, quantity: 'power' as const }],
                [`d${i}`, length(flash.distance, 'm')],
              ]),
            ),
          },
        },
    {
      id: 'ambient',
      label: 'Ambient',
      value: stops(exposure.ambient),
      read: b => b.exposure.ambient,
      formula: '{ev} + log₂(ISO / 100) − log₂(N² / t), {iso}, N = {N}, t = {t}; black below {limit}',
      figures: {
        ev: ev(picture.ambientEv),
        iso: iso(picture.iso),
        N: aperture(optics.effectiveAperture),
        t: shutter(picture.shutter),
        limit: stops(picture.ambientLimit),
      },
    },
    setup.method === 'open-shutter' && band.notFullyLit === 0
      ? null
      : {
          id: 'band',
          label: 'Shutter band',
          value: share(band.dark),
          read: b => b.shutter.dark,
          formula: 'rows with y · {travel} + {t} ≤ {travel} + lag are dark; clean from {clean}',
          figures: {
            travel: time(camera.curtainTravel),
            t: shutter(picture.shutter),
            clean: shutter(band.fastestClean),
          },
        },
    optics.depth === null
      ? null
      : {
          id: 'depth',
          label: 'Depth of field',
          value: length(optics.depth, 'mm'),
          read: b => b.optics.depth,
          formula: 'exact thin lens: {f} at f-number {N}, {s} off, circle {c}; from {near} to {far}; wanted {wanted}',
          figures: {
            f: length(lens.focalLength, 'mm'),
            N: aperture(picture.aperture),
            s: length(picture.distance, 'm'),
            c: length(picture.circleOfConfusion, 'µm'),
            near: length(optics.near, 'm'),
            far: length(optics.far ?? 0, 'm'),
            wanted: length(picture.depthWanted, 'mm'),
          },
        },
    {
      id: 'airy',
      label: 'Diffraction',
      value: length(optics.airy, 'µm'),
      read: b => b.optics.airy,
      formula: '2.44 λ N (1 + m / P), N = {N}, m = {m}: {px} pixels wide',
      figures: {
        N: aperture(picture.aperture),
        m: number(optics.magnification),
        px: number(optics.airy / optics.pixelPitch),
      },
    },
    {
      id: 'field',
      label: 'Field of view',
      value: length(optics.fieldWidth, 'mm'),
      read: b => b.optics.fieldWidth,
      formula: 'sensor {w} / magnification {m}, m = f / (s − f)',
      figures: { w: length(camera.sensorWidth, 'mm'), m: number(optics.magnification) },
    },
    ...lightResults(a),
    a.beamBlock === null
      ? null
      : {
          id: 'beam',
          label: 'Beam blocked for',
          value: time(a.beamBlock),
          read: b => b.beamBlock,
          formula: '({l} + {w}) / speed there; the sensor needs {r}',
          figures: {
            l: length(setup.motion.objectLength, 'mm'),
            w: length(setup.sensor.beamWidth, 'mm'),
            r: time(setup.sensor.response),
          },
        },
  ]
  return drafts.flatMap(draft =>
    draft === null || draft.value === null ? [] : [{ causes: [], ...draft, value: draft.value }],
  )
}

/** Relative step of a varied input, °C of a varied temperature, stops of a varied exposure value. */
const STEP = 1e-3
const THIRD = 1 / 3

const perOf = (field: NumberField): Sensitivity['per'] => {
  if (field.quantity === 'temperature') return 'degree'
  return field.quantity === 'stops' || field.quantity === 'ev' ? 'third' : 'percent'
}

/** Those of a list of fields that hold a measure: a number, and not a count. */
const measures = (fields: Readonly<Record<string, Field>>): string[] =>
  Object.entries(fields)
    .filter(([, field]) => field.type === 'number' && !field.integer)
    .map(([path]) => path)

/** Numeric inputs of a set-up that a result could depend on. */
export function inputPaths(setup: Setup): string[] {
  return [
    ...measures(FIELDS).filter(path => !path.startsWith('tests.') && path !== 'delay'),
    ...setup.flashes.flatMap((_, i) => measures(FLASH_FIELDS).map(key => `flashes[${i}].${key}`)),
    ...setup.scene.cards.flatMap((_, i) => measures(CARD_FIELDS).map(key => `scene.cards[${i}].${key}`)),
  ]
}

/**
 * The inputs a result answers to most, by a central difference over the whole plan: 1 % of the input gives so many per
 * cent of the result (EV where the
 * result is in stops). Inputs with no effect are left out. Some 20 ms for all of them: for when it is asked, not for
 * each pointer move.
 */
export function sensitivitiesOf(setup: Setup, result: Pick<Result, 'value' | 'read'>, most = 6): Sensitivity[] {
  const absolute = result.value.quantity === 'stops'
  // The planned delay follows the inputs; what is dialled does not change the plan's own figures.
  const here = result.read(assess(setup))
  if (here === null || (!absolute && here === 0)) return []
  const all = inputPaths(setup).flatMap((path): Sensitivity[] => {
    const field = fieldAt(path) as NumberField
    const value = valueAt(setup, path)
    if (typeof value !== 'number') return []
    const per = perOf(field)
    if (per === 'percent' && value === 0) return []
    const step = per === 'percent' ? Math.abs(value) * STEP : per === 'degree' ? 0.1 : 0.03
    const at = (v: number): number | null =>
      v < field.min || v > field.max ? null : result.read(assess(withChange(setup, { path, value: v })))
    const [high, low] = [at(value + step), at(value - step)]
    if (high === null && low === null) return []
    const width = (high === null ? 0 : 1) + (low === null ? 0 : 1)
    const difference = ((high ?? here) - (low ?? here)) / width
    const scale = per === 'percent' ? 0.01 / STEP : per === 'degree' ? 1 / step : THIRD / step
    const change = (absolute ? difference : (difference / Math.abs(here)) * 100) * scale
    return Math.abs(change) < 0.0005 || !Number.isFinite(change) ? [] : [{ path, label: field.label, change, per }]
  })
  return all.sort((x, y) => Math.abs(y.change) - Math.abs(x.change)).slice(0, most)
}
