import type { Assessment } from '../assess'
import { type Figure, type Figures, type ResultText, length, said, share, speed, time } from '../findings/types'
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
  const root = (causes: Cause[]): [ResultText, Figures] => {
    const shown = causes.slice(0, 4).map(cause => said('result.chances.square', { cause: time(cause.seconds) }))
    const more = causes.length > shown.length ? [said('result.chances.more')] : []
    const text = byPlace ? 'result.chances.rootByPlace' : 'result.chances.root'
    return [
      shown.length === 0 ? 'result.chances.nothingVaries' : text,
      { squares: { each: [...shown, ...more], by: 'plus' }, v: speed(a.alongSpeed) },
    ]
  }
  const [scatterText, scatterFigures] = root(scatter)
  const [unknownText, unknownFigures] = root(unknown)
  return [
    {
      id: 'spread',
      label: byPlace ? 'result.chances.spreadMark' : 'result.chances.spreadTake',
      value: asPlace(spread.scatter),
      formula: scatterText,
      figures: scatterFigures,
      causes: scatter,
      read: b => b.spread.scatter * (byPlace ? b.alongSpeed : 1),
    },
    {
      id: 'unknown',
      label: 'result.chances.firstTakeUncertainty',
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
      label: 'result.chances.chanceTakeKeeper',
      value: share(keeper.chance),
      causes: spread.causes,
      read: b => keeperOf(b).chance,
      formula: a.face ? 'result.chances.timeFaceSeenKept' : 'result.chances.timeKeptFires',
      figures: {
        moment: share(keeper.parts.moment),
        face: share(keeper.parts.face),
        kept: share(keeper.parts.kept),
        fires: share(keeper.parts.fires),
      },
    },
    {
      id: 'keep',
      label: 'result.chances.timeOnceDelayFound',
      value: share(keep.perTake),
      causes: scatter,
      read: b => b.keep.perTake,
      formula:
        setup.trigger === 'burst' ? 'result.chances.frameRateWindowFrames' : 'result.chances.chanceNormalErrorMean',
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
      label: 'result.chances.timeTake',
      value: share(keep.firstTake),
      causes: spread.causes,
      read: b => b.keep.firstTake,
      formula: 'result.chances.samePlanSOwn',
      figures: { scatter: time(spread.scatter), unknown: time(spread.uncertainty) },
    },
    a.face === null
      ? null
      : {
          id: 'face',
          label: 'result.chances.chanceGoodFaceShows',
          value: share(a.face.chance),
          read: b => b.face?.chance ?? null,
          formula: 'result.chances.afterOffCameraCounts',
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
