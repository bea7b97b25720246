import type { Assessment } from '../assess'
import { type Figure, type Figures, length, share, speed, time } from '../findings/types'
import { keeperOf } from '../keeper'
import type { Cause, CauseKind } from '../../take/spread'
import { type ResultDraft, angle, rate } from './types'

const causesOf = ({ spread }: Assessment, kind: CauseKind): Cause[] =>
  spread.causes.filter(cause => cause.kind === kind)

/** How far takes fall from one another and from the plan: by place where the moment is one, else by time. */
export function spreadResults(a: Assessment): (ResultDraft | null)[] {
  const { known: setup, spread } = a
  const scatter = causesOf(a, 'scatter')
  const unknown = causesOf(a, 'uncertainty')
  const byPlace = a.alongSpeed > 0 && setup.moment.reference === 'travel'
  const asPlace = (seconds: number): Figure => (byPlace ? length(seconds * a.alongSpeed, 'mm') : time(seconds))
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
  return [
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
      label: 'First take: uncertainty',
      value: asPlace(spread.uncertainty),
      formula: unknownText,
      figures: unknownFigures,
      causes: unknown,
      read: b => b.spread.uncertainty * (byPlace ? b.alongSpeed : 1),
    },
  ]
}

/** What chance takes have. */
export function chanceResults(a: Assessment): (ResultDraft | null)[] {
  const { known: setup, timing, spread, keep } = a
  const scatter = causesOf(a, 'scatter')
  const keeper = keeperOf(a)
  return [
    {
      id: 'keeper',
      label: 'Chance that this take is a keeper',
      value: share(keeper.chance),
      causes: spread.causes,
      read: b => keeperOf(b).chance,
      formula: a.face
        ? 'on time {moment} × its face seen {face} × kept {kept} × it fires {fires}'
        : 'on time {moment} × kept {kept} × it fires {fires}',
      figures: {
        moment: share(keeper.parts.moment),
        face: share(keeper.parts.face),
        kept: share(keeper.parts.kept),
        fires: share(keeper.parts.fires),
      },
    },
    {
      id: 'keep',
      label: 'On time, once the delay is found',
      value: share(keep.perTake),
      causes: scatter,
      read: b => b.keep.perTake,
      formula:
        setup.trigger === 'burst'
          ? 'frame rate {rate} × window {window}: frames in the window, each event'
          : 'chance that a normal error (mean {bias}, spread {scatter}) lies between −{before} and {after}',
      figures: {
        rate: rate(setup.camera.frameRate),
        window: time(keep.before + keep.after),
        bias: time(timing.bias ?? 0),
        scatter: time(spread.scatter),
        before: time(keep.before),
        after: time(keep.after),
      },
    },
    {
      id: 'first',
      label: 'On time, this take',
      value: share(keep.firstTake),
      causes: spread.causes,
      read: b => b.keep.firstTake,
      formula: 'the same, with the plan’s own uncertainty added: √({scatter}² + {unknown}²)',
      figures: { scatter: time(spread.scatter), unknown: time(spread.uncertainty) },
    },
    a.face === null
      ? null
      : {
          id: 'face',
          label: 'Chance that a good face shows',
          value: share(a.face.chance),
          read: b => b.face?.chance ?? null,
          formula: 'after {t} at {n} it is {turned} ± {scatter} off the camera; it counts within {w}',
          figures: {
            n: rate(setup.motion.turns),
            t: time(timing.captured ?? 0),
            turned: angle(a.face.turned),
            scatter: angle(a.face.scatter),
            w: angle(setup.motion.faceWithin ?? 0),
          },
        },
  ]
}
