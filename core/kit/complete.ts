import { type Json, isObject } from '../math/json'
import type { FigureValue, KitKind } from './types'

/**
 * Figures that kinds of kit were given later: a recycle is rated at full power, a curtain was drawn from the right,
 * and readings fill in new set-ups.
 */
const ADDITIONS: Partial<Record<KitKind, Record<string, FigureValue>>> = {
  flash: { recyclePower: 1, remembers: true },
  camera: { curtainRuns: 'left' },
  // Of a modifier only what it takes was known: the head stays as it was.
  modifier: { head: 'bare', headWidth: 0.08, headHeight: 0.05, beamAngle: Math.PI / 3 },
}

/**
 * An item of kit of version 1 with the figures that were added since filled in; what is none is given back as it is,
 * for validation to refuse.
 */
export function completeKitItem(value: unknown): unknown {
  if (!isObject(value) || value.format !== 'epiro-kit' || !isObject(value.figures) || !isObject(value.marks))
    return value
  const more = Object.entries(ADDITIONS[value.kind as KitKind] ?? {}).filter(
    ([key]) => !(key in (value.figures as Json)),
  )
  if (more.length === 0) return value
  return {
    ...value,
    figures: { ...value.figures, ...Object.fromEntries(more) },
    marks: { ...Object.fromEntries(more.map(([key]) => [key, { basis: 'rated', date: '' }])), ...value.marks },
  } satisfies Json
}
