import { recycleAt } from '../../setup/typical'
import type { PopGroup } from '../../setup/types'
import type { Change } from '../../setup/paths'
import type { SequencePlan } from '../sequence'
import {
  type FindingDraft,
  type FixDraft,
  type Rule,
  count,
  length,
  plain,
  power,
  share,
  shutter,
  stops,
  time,
} from './types'

const BLUR_OF_TIME = 0.1

/** Changes that stretch every interval by a factor, starts along with them. */
function slower(groups: readonly PopGroup[], factor: number): Change[] {
  const nice = (value: number): number => Number((Math.ceil(value * factor * 1e4) / 1e4).toPrecision(12))
  return groups.flatMap((group, i) => [
    ...(group.placing === 'interval' && group.count > 1
      ? [{ path: `sequence.groups[${i}].interval`, value: nice(group.interval) }]
      : []),
    ...(group.start > 0 && !group.joinsLast ? [{ path: `sequence.groups[${i}].start`, value: nice(group.start) }] : []),
    ...(group.placing === 'hand'
      ? group.times.map((at, k) => ({ path: `sequence.groups[${i}].times[${k}]`, value: nice(at) }))
      : []),
  ])
}
const longer = (groups: readonly PopGroup[], closest: number, wanted: number): FixDraft[] => {
  const changes = slower(groups, wanted / closest)
  return changes.length > 0 ? [{ label: 'Pops {interval} apart', figures: { interval: time(wanted) }, changes }] : []
}

export const sequenceOutlastsShutter: Rule = ({ setup, sequence }) => {
  if (sequence === null || setup.method === 'fast-shutter' || setup.picture.shutter >= sequence.least * (1 - 1e-9))
    return null
  const fixes: FixDraft[] = []
  if (sequence.leastDial !== null)
    fixes.push({
      label: 'Open for {open}',
      figures: { open: shutter(sequence.leastDial) },
      changes: [{ path: 'picture.shutter', value: sequence.leastDial }],
    })
  if (sequence.customaryDial !== null && sequence.customaryDial !== sequence.leastDial)
    fixes.push({
      label: 'Open for {open}, count × interval',
      figures: { open: shutter(sequence.customaryDial) },
      changes: [{ path: 'picture.shutter', value: sequence.customaryDial }],
    })
  return {
    id: 'sequence-outlasts-shutter',
    severity: 'error',
    title: 'The sequence outlasts the shutter',
    reason:
      'Last pop at {last}, its light, {lag} of lag and {margin} to spare need {least}; the shutter is open {shutter}.',
    figures: {
      last: time(sequence.lastPop),
      lag: time(sequence.lag),
      margin: time(setup.sequence.margin),
      least: time(sequence.least),
      shutter: shutter(setup.picture.shutter),
    },
    paths: ['picture.shutter'],
    fixes,
  }
}

export const stillParts: Rule = ({ setup, sequence, optics }) => {
  if (sequence === null || sequence.stillLevel === null) return null
  const level = sequence.stillLevel
  // A little over a stop above correct, white paper has no tone left.
  if (level <= 1) return null
  const over = level - 1
  const fixes: FixDraft[] = []
  const dark = Math.floor((setup.sequence.groundStops - over) * 10) / 10
  if (dark >= -20)
    fixes.push({
      label: 'Ground and clothing at {ground} or darker',
      figures: { ground: stops(dark) },
      changes: [{ path: 'sequence.groundStops', value: dark }],
    })
  const [main] = setup.sequence.groups
  const fewer = Math.floor(sequence.exposures.length * 2 ** -over)
  if (main && setup.sequence.groups.length === 1 && main.placing !== 'hand' && fewer >= 1)
    fixes.push({
      label: 'Only {fewer} pops',
      figures: { fewer: count(fewer) },
      changes: [{ path: 'sequence.groups[0].count', value: fewer }],
    })
  const lower = setup.flashes.map(flash => Math.max(flash.minimumPower, flash.power * 2 ** -(Math.ceil(over * 3) / 3)))
  if (lower.every((p, i) => p < setup.flashes[i]!.power))
    fixes.push({
      label: 'Less power: {power}',
      figures: { power: power(lower[0]!) },
      changes: lower.map((value, i) => ({ path: `flashes[${i}].power`, value })),
    })
  if (sequence.panNeeded !== null && setup.sequence.panSpeed < sequence.panNeeded) {
    const speed = Math.ceil(sequence.panNeeded * 1000) / 1000
    fixes.push({
      label: 'Turn the camera at {speed} so that the still part comes apart, away from the travel',
      figures: { speed: { value: speed, quantity: 'angleRate' } },
      changes: [
        { path: 'sequence.panSpeed', value: speed },
        { path: 'sequence.panAngle', value: Math.PI },
      ],
    })
  }
  return {
    id: 'still-parts',
    severity: 'warning',
    title: 'Still parts burn out: {level} after {count} pops',
    reason: 'Where nothing moves, these pops add {stops} to the brightest; the frame is {field} wide.',
    figures: {
      level: stops(level),
      count: count(sequence.exposures.length),
      stops: stops(sequence.stillStops),
      field: length(optics.fieldWidth, 'm'),
    },
    paths: ['sequence.groundStops'],
    fixes,
  }
}

export const stepsOverlap: Rule = ({ setup, sequence }) => {
  if (sequence === null || sequence.step === null || sequence.closest === null || sequence.overlap <= 0) return null
  const width = setup.motion.objectLength
  const fixes =
    sequence.step > 0
      ? longer(
          setup.sequence.groups,
          sequence.closest,
          Math.ceil(((sequence.closest * width) / sequence.step) * 1e4) / 1e4,
        )
      : []
  return {
    id: 'steps-overlap',
    severity: 'warning',
    title: 'Successive positions overlap by {share}',
    reason: 'Steps of {step} for a body of {width}: up to {deepest} pops fall on one place of it.',
    figures: {
      share: share(sequence.overlap),
      step: length(sequence.step, 'mm'),
      width: length(width, 'mm'),
      deepest: count(sequence.deepest),
    },
    paths: ['sequence.groups[0].interval'],
    fixes,
  }
}

export const popsTooClose: Rule = ({ setup, known, sequence, pulses }): FindingDraft | null => {
  if (sequence === null || sequence.closest === null) return null
  const { controller } = setup
  const { link } = known
  const limit = Math.max(controller.minimumInterval, link.minimumInterval)
  if (sequence.closest < limit * (1 - 1e-9)) {
    return {
      id: 'pops-too-close',
      severity: 'error',
      title: 'Pops {closest} apart: quicker than they can be triggered',
      reason:
        'The controller needs {controller} between outputs, the link {link}. Units in their own repeating mode ' +
        'are not bound by that.',
      figures: {
        closest: time(sequence.closest),
        controller: time(controller.minimumInterval),
        link: time(link.minimumInterval),
      },
      paths: ['sequence.groups[0].interval', 'controller.minimumInterval'],
      fixes: longer(setup.sequence.groups, sequence.closest, limit),
    }
  }
  const longest = pulses.reduce((most, pulse) => Math.max(most, pulse.t01), 0)
  if (sequence.closest < longest) {
    return {
      id: 'pops-too-close',
      severity: 'error',
      title: 'Pops merge: {closest} apart, and each lasts {longest}',
      reason: 'Light of one pop is still there when the next begins: no two sharp positions.',
      figures: { closest: time(sequence.closest), longest: time(longest) },
      paths: ['sequence.groups[0].interval'],
      fixes: longer(setup.sequence.groups, sequence.closest, longest * 2),
    }
  }
  const jitter = Math.hypot(controller.jitter, link.jitter)
  if (jitter > BLUR_OF_TIME * sequence.closest) {
    return {
      id: 'pops-too-close',
      severity: 'warning',
      title: 'Uneven: jitter is {share} of the interval',
      reason: 'Controller and link scatter each pop by ±{jitter}; the pops are {closest} apart.',
      figures: { share: share(jitter / sequence.closest), jitter: time(jitter), closest: time(sequence.closest) },
      paths: ['sequence.groups[0].interval', 'link.jitter'],
      fixes: longer(setup.sequence.groups, sequence.closest, jitter / BLUR_OF_TIME),
    }
  }
  return null
}

const BOUNDS = {
  one: '',
  recycle: 'It is ready again only after {recycle}.',
  heat: 'It would overheat: {heat} is all it gives in a row.',
  rate: 'Its repeating mode does {rate} at most.',
  pops: 'Its repeating mode gives {pops} pops at most.',
} as const

/** The first light that has fewer sets than its pops ask for. */
const short = (sequence: SequencePlan) => sequence.lights.find(light => light.schedule.units.length > light.units)

export const notEnoughUnits: Rule = ({ setup, sequence }) => {
  if (sequence === null) return null
  const light = short(sequence)
  if (!light) return null
  const flash = setup.flashes[light.light]!
  const needed = light.schedule.units.length
  const changes = sequence.lights
    .filter(l => l.schedule.units.length > l.units)
    .map(l => ({ path: `flashes[${l.light}].relay`, value: l.schedule.units.length }))
  return {
    id: 'not-enough-units',
    severity: 'error',
    title: `${plain(flash.name)} cannot give {count} pops: {needed} must take turns`,
    reason: `${BOUNDS[light.schedule.bound]} With fewer, pops are dark or dim.`,
    figures: {
      count: count(light.times.length),
      needed: count(needed),
      recycle: time(recycleAt(flash, flash.power)),
      heat: { value: flash.heatLimit ?? 0, quantity: 'energy' },
      rate: { value: light.limits.repeat?.rate ?? 0, quantity: 'rate' },
      pops: count(light.limits.repeat?.pops ?? 0),
    },
    paths: [`flashes[${light.light}].relay`, `flashes[${light.light}].recycleTime`],
    fixes: [
      { label: 'Let {needed} take turns', figures: { needed: count(needed) }, changes },
      ...(sequence.closestOfOneLight !== null && light.schedule.bound === 'recycle'
        ? longer(setup.sequence.groups, sequence.closestOfOneLight, recycleAt(flash, flash.power))
        : []),
    ],
  }
}

export const neverReached: Rule = ({ setup, sequence }): FindingDraft | null => {
  if (setup.sequence.groups.length === 0) return null
  const idle = setup.sequence.groups.findIndex(group => group.lights.every(light => light >= setup.flashes.length))
  if (idle >= 0) {
    return {
      id: 'pops-unreached',
      severity: 'error',
      title: 'A group of pops has no light',
      reason: 'Choose which lights pop in it.',
      figures: {},
      paths: [`sequence.groups[${idle}].name`],
      fixes:
        setup.flashes.length === 0
          ? []
          : [
              {
                label: `Let ${plain(setup.flashes[0]!.name)} pop in it`,
                changes: [{ path: `sequence.groups[${idle}].lights[0]`, value: 0 }],
              },
            ],
    }
  }
  const missing = sequence?.unreached ?? 1
  if (missing <= 0) return null
  return {
    id: 'pops-unreached',
    severity: 'error',
    title: '{missing} positions are never reached',
    reason: 'The thing does not come to every place asked for: nearer positions, or more speed.',
    figures: { missing: count(missing) },
    paths: ['sequence.groups[0].to'],
    fixes: [],
  }
}
