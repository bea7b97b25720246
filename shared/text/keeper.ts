import { type PlayedSessions, type KeeperChance, type KeeperParts, type Plan, sourceOf } from '../../core'
import { type System, format } from '../units'
import { tell } from './figures'

const PART_LABELS: Readonly<Record<keyof KeeperParts, string>> = {
  moment: 'on time',
  face: 'its face seen',
  kept: 'kept',
  fires: 'it fires',
}

/** The one headline in words: chance of a keeper, of this take and once the delay is found, and its parts. */
export interface KeeperText {
  chance: string
  /** Empty where it is the same: the delay is found. */
  later: string
  /** `from`: what a part rests on, where that has to be said. */
  parts: { label: string; value: string; from: string }[]
}

type Keeping = { keeper: KeeperChance } & Pick<Plan, 'face' | 'setup'>

const KEPT_FROM = { assumed: 'as assumed', measured: 'by the studio’s log', rated: '', yours: '' } as const

/** What the share of kept takes rests on: an assumption, the studio's log, or this set-up's own takes. */
const keptFrom = ({ setup }: Pick<Plan, 'setup'>, kept: number): string =>
  kept === setup.goal.kept ? KEPT_FROM[sourceOf(setup, 'goal.kept').from] : 'by this log'

/**
 * @param many as played; null: not yet, and the closed form stands
 */
export function keeperText({ keeper, face, setup }: Keeping, many: PlayedSessions | null, system: System): KeeperText {
  const show = (value: number): string => format(value, 'share', { system })
  const parts = many?.parts ?? keeper.parts
  const [chance, later] = [show(many?.keeper ?? keeper.chance), show(many?.keeperLater ?? keeper.later)]
  const named = (Object.keys(PART_LABELS) as (keyof KeeperParts)[]).filter(part => part !== 'face' || face !== null)
  return {
    chance,
    later: later === chance ? '' : later,
    parts: named.map(part => ({
      label: PART_LABELS[part],
      value: show(parts[part]),
      from: part === 'kept' ? keptFrom({ setup }, parts.kept) : '',
    })),
  }
}

/** The same on one line, as files and the command line print it; a finding that leaves no keeper in its place. */
export function keeperLine(
  plan: Keeping & Pick<Plan, 'findings'>,
  many: PlayedSessions,
  system: System = 'metric',
): string {
  const stop = plan.findings.find(finding => finding.id === plan.keeper.stop)
  if (stop) return `none: ${tell(stop.title, stop.figures, system)}`
  const { chance, later, parts } = keeperText(plan, many, system)
  const made = parts.map(({ label, value, from }) => `${label} ${value}${from && ` ${from}`}`).join(', ')
  return `${chance} this take (${made})${later && `; ${later} once the delay is found`}`
}
