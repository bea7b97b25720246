import type { System } from '~~/shared/units'

/** Round lengths to snap to, m, by what people read off a rule. */
const METRIC = [0.0001, 0.0005, 0.001, 0.005, 0.01, 0.05, 0.1, 0.5, 1]
const IMPERIAL = [1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2, 1, 6, 12, 36].map(inches => inches * 0.0254)

/** px: a round length is at least so far from the next; other marks draw from so near. */
const LEAST_STEP = 3
const PULL = 6

/** The round step for a drawing of so many px a metre. */
export function roundStep(perMetre: number, system: System): number {
  const steps = system === 'imperial' ? IMPERIAL : METRIC
  return steps.find(step => step * perMetre >= LEAST_STEP) ?? steps.at(-1)!
}

/**
 * A dragged place, m: drawn to other marks of the drawing where near, else to a round length; untouched where free.
 *
 * @param marks places it likes to stand at, m
 */
export function snapped(
  value: number,
  options: { perMetre: number; system: System; marks?: readonly number[]; free?: boolean },
): number {
  const fine = (v: number): number => Number(v.toFixed(6))
  if (options.free) return fine(Math.round(value * 1e4) / 1e4)
  const near = (options.marks ?? [])
    .filter(mark => Math.abs(mark - value) * options.perMetre <= PULL)
    .sort((a, b) => Math.abs(a - value) - Math.abs(b - value))
  if (near[0] !== undefined) return fine(near[0])
  const step = roundStep(options.perMetre, options.system)
  return fine(Math.round(value / step) * step)
}
