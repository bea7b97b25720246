import { sensorOf } from '../../sensors/all'
import { recycleAt, shoots } from '../../setup/typical'
import type { Assessment } from '../assess'
import { meanInputs, motionFor } from '../chain'
import { type FixDraft, type Rule, count, length, share, time } from './types'

/** Below this chance per take the props run out before the patience, 0 to 1. */
const POOR_KEEP = 0.5

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
        label: 'Accept {window} either way',
        figures: { window: travels ? length(wider, 'mm') : time(wider) },
        changes: paths.map(path => ({ path, value: wider })),
      })
    }
    if (sensorOf(setup).crossed && travels && timing.sensed !== null && timing.moment > timing.sensed) {
      const motion = motionFor(setup, a.drag, meanInputs(setup))
      const closest = timing.moment - timing.chainLatency - setup.controller.delayMinimum
      const place = Math.floor(motion.positionAt(closest) * 1000) / 1000
      if (place > setup.sensor.position + 0.001) {
        fixes.unshift({
          label: 'Move the beam closer to the subject: {place} from the start',
          figures: { place: length(place, 'm') },
          changes: [{ path: 'sensor.position', value: place }],
        })
      }
    }
  }
  if (setup.trigger !== 'sensor' && setup.flashes.length > 0) {
    fixes.push({ label: 'Let a sensor fire it', changes: [{ path: 'trigger', value: 'sensor' }] })
  }
  return {
    id: 'spread',
    severity: 'warning',
    title: 'One take in {takes} keeps ({keep})',
    reason:
      setup.trigger === 'burst'
        ? 'The moment keeps for {window}; frames come every {frame}: {frames} of them fall into it, event by event.'
        : `Takes scatter by {scatter} against a window of {window}; no delay can mend that. Largest cause: ` +
          `${cause?.label ?? 'none'}, {largest}.`,
    figures: {
      takes: count(keep.perTake > 0 ? Math.min(9999, Math.max(2, Math.round(1 / keep.perTake))) : 9999),
      keep: share(keep.perTake),
      scatter: time(a.spread.scatter),
      window: time(keep.before + keep.after),
      largest: time(cause?.seconds ?? 0),
      frame: time(1 / setup.camera.frameRate),
      frames: { value: keep.framesPerEvent ?? 0, quantity: 'number' },
    },
    paths: [cause?.path ?? 'moment.window.afterDistance'],
    fixes,
  }
}

/** A step of the controller that costs more than this share of keepers is worth a word. */
const TELLING_COST = 0.02

/**
 * What the controller's step costs: the step, how far off the nearest one is, s, and the share of takes lost to it;
 * null where that is little.
 */
export function coarseStepOf({ setup, timing, keep }: Assessment): { step: number; off: number; cost: number } | null {
  if (setup.trigger !== 'sensor' || setup.delay !== null || !timing.feasible || timing.residual === null) return null
  const cost = keep.unstepped - keep.perTake
  return cost < TELLING_COST ? null : { step: setup.controller.delayStep, off: Math.abs(timing.residual), cost }
}

export const coarseStep: Rule = a => {
  const { setup, timing, keep } = a
  const told = coarseStepOf(a)
  if (told === null || timing.residual === null) return null
  const { cost } = told
  const { delayStep } = setup.controller
  const finer = Number(
    (
      delayStep /
      2 ** Math.ceil(Math.log2(Math.abs(timing.residual) / (0.05 * (keep.before + keep.after))) + 1)
    ).toPrecision(2),
  )
  const speed = timing.sensed === null ? 0 : motionFor(a.known, a.drag, meanInputs(a.known)).speedAt(timing.sensed)
  const place = setup.sensor.position - timing.residual * speed
  const fixes: FixDraft[] = [
    {
      label: 'Use a controller with steps of {finer}',
      figures: { finer: time(finer) },
      changes: [{ path: 'controller.delayStep', value: finer }],
    },
  ]
  if (sensorOf(setup).crossed && speed > 0 && place > 0) {
    const at = Number(place.toPrecision(6))
    fixes.unshift({
      label: 'Move the beam by {by}, so that the delay falls on a step',
      figures: { by: length(Math.abs(at - setup.sensor.position), 'mm') },
      changes: [{ path: 'sensor.position', value: at }],
    })
  }
  return {
    id: 'coarse-step',
    severity: 'warning',
    title: 'The delay step of {step} costs {cost} of the takes',
    reason: 'The nearest step is {off} from the delay wanted: {keep} keep in place of {free}.',
    figures: {
      step: time(delayStep),
      cost: share(cost),
      off: time(Math.abs(timing.residual)),
      keep: share(keep.perTake),
      free: share(keep.unstepped),
    },
    paths: ['controller.delayStep'],
    fixes,
  }
}

export const burstRecycle: Rule = ({ setup }) => {
  if (setup.trigger !== 'burst' || setup.flashes.length === 0) return null
  const recycle = Math.max(...setup.flashes.map(flash => recycleAt(flash, flash.power)))
  if (recycle <= (1 / setup.camera.frameRate) * (1 + 1e-9)) return null
  const rate = Math.floor((1 / recycle) * 10) / 10
  return {
    id: 'burst-recycle',
    severity: 'warning',
    title: 'The flashes do not recycle between frames',
    reason: 'Frames come every {frame}; the slowest flash is ready after {recycle}. Most frames would be dark or dim.',
    figures: { frame: time(1 / setup.camera.frameRate), recycle: time(recycle) },
    paths: ['camera.frameRate', 'flashes[0].recycleTime'],
    fixes:
      rate >= 0.1
        ? [
            {
              label: 'Set the burst to {rate}',
              figures: { rate: { value: rate, quantity: 'rate' } },
              changes: [{ path: 'camera.frameRate', value: rate }],
            },
          ]
        : [],
  }
}

export const burstBuffer: Rule = ({ setup, timing }) => {
  const { camera } = setup
  if (setup.trigger !== 'burst' || timing.moment === null || camera.bufferFrames / camera.frameRate >= timing.moment)
    return null
  return {
    id: 'burst-buffer',
    severity: 'warning',
    title: 'The buffer is full before the moment',
    reason:
      '{frames} frames last {lasts}; the moment comes {moment} after the action starts. Start the burst on the ' +
      'sound of the event, not before it.',
    figures: {
      frames: count(camera.bufferFrames),
      lasts: time(camera.bufferFrames / camera.frameRate),
      moment: time(timing.moment),
    },
    paths: ['camera.bufferFrames', 'camera.frameRate'],
    fixes: [],
  }
}

export const catchBehind: Rule = ({ setup }) => {
  if (!shoots(setup.action.kind)) return null
  const back = setup.subject.distance + setup.subject.depth
  if (setup.catch.distance > back) return null
  const place = Math.ceil((back + 0.5) * 100) / 100
  return {
    id: 'catch',
    severity: 'error',
    title: 'Nothing catches the projectile',
    reason:
      'The catch stands at {catch}; the subject ends at {back}. A backstop that holds belongs behind it, and no ' +
      'one beyond.',
    figures: { catch: length(setup.catch.distance, 'm'), back: length(back, 'm') },
    paths: ['catch.distance'],
    fixes: [
      {
        label: 'Put the catch at {place}',
        figures: { place: length(place, 'm') },
        changes: [{ path: 'catch.distance', value: place }],
      },
    ],
  }
}
