import { cameraSets } from '../../setup/metered'
import { withChanges, withinLimits } from '../../setup/paths'
import { type Assessment, assess, exposureLevel } from '../assess'
import { NOTES, RULES } from './registry'
import {
  type Finding,
  type FindingDraft,
  type FindingId,
  type Fix,
  type FixDraft,
  type Rule,
  type Severity,
  said,
} from './types'

export type * from './types'

const ALL = Object.entries(RULES) as [FindingId, Rule | null][]
const rulesOf = (notes: boolean): Rule[] => ALL.flatMap(([id, rule]) => (rule && NOTES.has(id) === notes ? [rule] : []))
const WARNING_RULES = rulesOf(false)
const NOTE_RULES = rulesOf(true)

const ORDER: Record<Severity, number> = { error: 0, warning: 1, note: 2 }

function draftFindings(a: Assessment, notes: boolean): FindingDraft[] {
  return (notes ? [...WARNING_RULES, ...NOTE_RULES] : WARNING_RULES)
    .flatMap(rule => rule(a) ?? [])
    .sort((x, y) => ORDER[x.severity] - ORDER[y.severity])
}

/** No advice ends in a burnt picture: over by more than this, stops, and by more than before. */
const BURNT = 0.5

function overexposes(a: Assessment, after: Assessment): boolean {
  const level = exposureLevel(after)
  return (
    level !== null &&
    level > BURNT &&
    level > (exposureLevel(a) ?? -Infinity) + 0.1 &&
    after.setup.method === a.setup.method
  )
}

const OF_CAMERA: ReadonlySet<string> = new Set(['picture.shutter', 'picture.iso'])

/** A fix of what the camera sets itself takes that out of its hands; both figures, or the other would jump. */
function byHand({ entered, setup }: Assessment, fix: FixDraft): FixDraft {
  if (!cameraSets(entered) || !fix.changes.some(change => OF_CAMERA.has(change.path))) return fix
  const { shutter, iso } = setup.picture
  return {
    ...fix,
    label: 'finding.index.andLockInManual',
    figures: { ...fix.figures, fix: said(fix.label, fix.figures ?? {}) },
    changes: [
      { path: 'picture.shutter', value: shutter },
      { path: 'picture.iso', value: iso },
      ...fix.changes,
      { path: 'camera.setsShutter', value: false },
    ],
  }
}

/**
 * A fix tried on the set-up: what it costs, which findings it brings and which others it takes away; null if it does
 * not remove its own, or asks for what no gear has.
 * Only what becomes an error or a warning counts as brought about.
 */
function tryFix(a: Assessment, drafts: readonly FindingDraft[], finding: FindingDraft, draft: FixDraft): Fix | null {
  const fix = byHand(a, draft)
  if (!fix.changes.every(withinLimits)) return null
  const after = assess(withChanges(a.entered, fix.changes))
  const left = draftFindings(after, finding.severity === 'note')
  if (left.some(other => other.id === finding.id)) return null
  if (overexposes(a, after)) return null
  const before = new Map(drafts.map(other => [other.id, other.severity]))
  const raises: FindingId[] = []
  for (const other of left) {
    const was = before.get(other.id)
    if (other.severity !== 'note' && (was === undefined || ORDER[was] > ORDER[other.severity])) raises.push(other.id)
  }
  return {
    ...fix,
    figures: fix.figures ?? {},
    raises,
    clears: drafts
      .filter(other => other.id !== finding.id && other.severity !== 'note' && !left.some(x => x.id === other.id))
      .map(other => other.id),
    cost: {
      flashStops:
        after.exposure.flash === null || a.exposure.flash === null ? null : after.exposure.flash - a.exposure.flash,
      ambientStops: after.exposure.ambient - a.exposure.ambient,
      depth: after.optics.depth === null || a.optics.depth === null ? null : after.optics.depth - a.optics.depth,
      blur: after.sharpness.subject - a.sharpness.subject,
      keep: after.keep.perTake - a.keep.perTake,
    },
  }
}

/**
 * Every finding of an assessed set-up, errors first, each with the fixes that remove it: those without side effects
 * first.
 */
export function findingsOf(a: Assessment): Finding[] {
  const drafts = draftFindings(a, true)
  return drafts.map(draft => {
    const tried = typeof draft.fixes === 'function' ? draft.fixes() : draft.fixes
    const fixes = tried.flatMap(fix => tryFix(a, drafts, draft, fix) ?? [])
    fixes.sort((x, y) => x.raises.length - y.raises.length)
    return { ...draft, fixes }
  })
}
