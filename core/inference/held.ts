import { sigmaOf } from '../take/spread'
import type { HeldPosterior, Setup } from '../setup/types'
import { curtainSeen } from './curtain'
import { unknownsOf } from './unknowns'

const PATHS: Partial<Record<string, HeldPosterior['inputs'][number]>> = {
  'motion.speed': 'speed',
  'subject.distance': 'subjectDistance',
  'subject.crackSpeed': 'crackSpeed',
  'sensor.waveSpeed': 'waveSpeed',
  'sensor.position': 'sensorPosition',
  'sensor.offset': 'sensorOffset',
  'air.temperatureC': 'temperatureC',
  'hand.flinch': 'flinch',
}

/** A shift of fewer standard deviations, or a narrowing to more than this share, tells nobody anything. */
const TELLING = { shift: 0.2, narrowed: 0.9 }

/**
 * What evidence makes of a field: its value and standard deviation, SI; null where nothing that was seen tells of it.
 *
 * @param entered the set-up as it was entered
 * @param informed the set-up of its plan
 */
export function heldAt(
  entered: Setup,
  { posterior }: Pick<Setup, 'posterior'>,
  path: string,
): { value: number; sigma: number } | null {
  if (path === 'camera.curtainTravel') return curtainSeen(entered)
  const input = PATHS[path]
  const at = posterior && input ? posterior.inputs.indexOf(input) : -1
  if (posterior === undefined || at < 0) return null
  const prior = unknownsOf(entered).find(unknown => unknown.input === input)
  const [value, sigma] = [posterior.values[at]!, sigmaOf(posterior, at)]
  if (prior === undefined) return null
  const told = Math.abs(value - prior.prior) > TELLING.shift * sigma || sigma < TELLING.narrowed * prior.sigma
  return told ? { value, sigma } : null
}
