import { shoots } from '../../defaults/typical'
import { natureOf } from '../../take/nature'
import type { Assessment } from '../assess'
import { energy, mass, speed } from '../findings/types'
import type { ResultDraft } from './types'

/** m/s at which what is shot meets the subject; null where nothing is shot, or it never gets there. */
function impactSpeed({ known, timing }: Assessment): number | null {
  if (!shoots(known.action.kind) || timing.impact === null) return null
  return natureOf(known).motion.speedAt(timing.impact)
}

const energyAt = ({ known }: Assessment, v: number | null): number | null =>
  v === null ? null : (known.motion.mass * v * v) / 2

/** What the backstop has to hold, J: the energy of what is shot where it meets the subject. */
export function energyResult(a: Assessment): ResultDraft | null {
  const v = impactSpeed(a)
  const value = energyAt(a, v)
  return value === null
    ? null
    : {
        id: 'energy',
        label: 'result.energy.energySubject',
        value: energy(value),
        read: b => energyAt(b, impactSpeed(b)),
        formula: 'result.energy.formula',
        figures: { m: mass(a.known.motion.mass), v: speed(v!) },
      }
}
