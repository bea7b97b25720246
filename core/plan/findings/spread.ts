import { sensorOf } from '../../sensors/all'
import { natureOf } from '../../take/nature'
import { type FixDraft, type Rule, length, time, said } from './types'

/** Below this chance per take the props run out before the patience, 0 to 1. */
const POOR_KEEP = 0.5

/** The spread from take to take is wider than the window. */
export const spread: Rule = a => {
  const { setup, keep, timing, alongSpeed } = a
  if (timing.moment === null || timing.bias === null || keep.perTake >= POOR_KEEP) return null
  if (timing.bias < -keep.before || timing.bias > keep.after) return null
  const cause = a.spread.causes.find(entry => entry.kind === 'scatter')
  const travels = setup.moment.reference === 'travel'
  const fixes: FixDraft[] = []
  // The window, symmetrical, in which half the takes fall: 0.675 standard deviations either side, with room to spare.
  const needed = a.spread.scatter * 0.72 + Math.abs(timing.bias)
  if (setup.trigger === 'sensor' && needed > 0) {
    const wider = travels ? Math.ceil(needed * alongSpeed * 10_000) / 10_000 : Math.ceil(needed * 1e5) / 1e5
    const paths = travels
      ? ['moment.window.beforeDistance', 'moment.window.afterDistance']
      : ['moment.window.beforeTime', 'moment.window.afterTime']
    if (wider > 0 && wider < 5) {
      fixes.push({
        label: 'finding.spread.widenWindowEitherWay',
        figures: { window: travels ? length(wider, 'mm') : time(wider) },
        changes: paths.map(path => ({ path, value: wider })),
      })
    }
    if (sensorOf(setup).crossed && travels && timing.sensed !== null && timing.moment > timing.sensed) {
      const motion = natureOf(a.known).motion
      const closest = timing.moment - timing.chainLatency - setup.controller.delayMinimum
      const place = Math.floor(motion.positionAt(closest) * 1000) / 1000
      if (place > setup.sensor.position + 0.001) {
        fixes.unshift({
          label: 'finding.spread.moveBeamCloserSubject',
          figures: { place: length(place, 'm') },
          changes: [{ path: 'sensor.position', value: place }],
        })
      }
    }
  }
  if (setup.trigger !== 'sensor' && setup.flashes.length > 0) {
    fixes.push({ label: 'finding.spread.triggerSensor', changes: [{ path: 'trigger', value: 'sensor' }] })
  }
  return {
    id: 'spread',
    severity: 'warning',
    title:
      setup.trigger === 'burst' ? 'finding.spread.framesComeEveryMoment' : 'finding.spread.takesScatterMomentLasts',
    reason: setup.trigger === 'burst' ? 'finding.spread.framesPerEvent' : 'finding.spread.noDelayChangesThat',
    figures: {
      scatter: time(a.spread.scatter),
      window: time(keep.before + keep.after),
      cause: cause ? said(cause.say) : said('finding.spread.noCause'),
      largest: time(cause?.seconds ?? 0),
      frame: time(1 / setup.camera.frameRate),
      frames: { value: keep.framesPerEvent ?? 0, quantity: 'number' },
    },
    paths: [cause?.path ?? 'moment.window.afterDistance'],
    fixes,
  }
}
