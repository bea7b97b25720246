import type { Finding, Plan, Quantity } from '../../core'
import { type FormatOptions, type System, format } from '../units'
import { fillFigures } from './figures'

const SEVERITY = { error: 'STOP', warning: 'MIND', note: 'note' } as const

function findingLines(finding: Finding, system: System): string[] {
  return [
    `${SEVERITY[finding.severity]}  ${fillFigures(finding.title, finding.figures, system)}`,
    `      ${fillFigures(finding.reason, finding.figures, system)}`,
    ...finding.fixes.map(fix => `      → ${fillFigures(fix.label, fix.figures, system)}${fix.raises.length > 0 ? `  (brings: ${fix.raises.join(', ')})` : ''}`),
  ]
}

/** Keep rate by Monte Carlo, where the first order fails. */
export interface SimulatedKeep {
  keep: number
  takes: number
}

/** The dial card with findings, as plain text. */
export function dialCardText(plan: Plan, system: System = 'metric', simulated: SimulatedKeep | null = null): string {
  const show = (value: number, quantity: Quantity, options: FormatOptions = {}): string => format(value, quantity, { system, ...options })
  const { setup, timing, spread, sharpness, exposure, optics, keep } = plan
  const rows: [string, string][] = []
  if (timing.used !== null) rows.push(['Delay', `${show(timing.used, 'time', { figures: 5 })}${setup.delay === null ? '' : ' (dialled)'}`])
  if (timing.wanted !== null) rows.push(['  wanted', show(timing.wanted, 'time', { figures: 5 })])
  if (timing.sensed !== null && setup.trigger === 'sensor') rows.push(['  sensed', show(timing.sensed, 'time', { figures: 4 })])
  if (timing.moment !== null) rows.push(['  moment', `${show(timing.moment, 'time', { figures: 4 })}, ${setup.moment.phase}`])
  rows.push(['Scatter', `±${show(spread.scatter, 'time')}${spread.causes[0] ? `, mostly ${spread.causes.find(c => c.kind === 'scatter')?.label ?? spread.causes[0].label}` : ''}`])
  rows.push(['Keeps', simulated ? `${show(simulated.keep, 'share')} of ${simulated.takes} simulated takes (${spread.firstOrderReason})` : show(keep.perTake, 'share')])
  rows.push(['Props', `${keep.props ?? 'beyond count'} for ${setup.goal.keepers} keepers at ${show(setup.goal.confidence, 'share')}`])
  for (const flash of setup.flashes) rows.push([flash.name, `${flash.units > 1 ? `${flash.units} × ` : ''}${show(flash.power, 'power')} at ${show(flash.distance, 'length', { unit: 'm' })}`])
  rows.push(['Camera', `${show(setup.picture.aperture, 'aperture')}, ${show(setup.picture.iso, 'iso')}, ${show(setup.picture.shutter, 'shutter')}, ${show(setup.lens.focalLength, 'length', { unit: 'mm' })} at ${show(setup.picture.distance, 'length', { unit: 'm' })}`])
  rows.push(['Streak', `${show(sharpness.subject, 'length', { unit: 'mm' })}, ${show(sharpness.pixels, 'number', { figures: 2 })} px`])
  if (exposure.flash !== null) rows.push(['Flash', show(exposure.flash, 'stops')])
  rows.push(['Ambient', `${show(exposure.ambient, 'stops')}${exposure.black ? ', black' : ''}`])
  rows.push(['Depth', optics.depth === null ? 'to infinity' : show(optics.depth, 'length', { unit: 'mm' })])
  const width = Math.max(...rows.map(([label]) => label.length)) + 2
  return [
    setup.name,
    '',
    ...rows.map(([label, value]) => `${label.padEnd(width)}${value}`),
    '',
    ...(plan.findings.length > 0 ? plan.findings.flatMap(finding => findingLines(finding, system)) : ['No findings.']),
  ].join('\n')
}
