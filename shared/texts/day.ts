import type { DayEventKind, DayStage } from '../../core/day'

/** What is pressed to note something of the set-up on the stage. */
export const DAY_EVENT_LABELS: Readonly<Record<DayEventKind, string>> = {
  built: 'Built',
  tested: 'Tests done',
  armed: 'Armed',
  done: 'Firing done',
  struck: 'Taken down',
  pause: 'Break',
  resume: 'Carry on',
  fault: 'Fault',
  mended: 'Fault mended',
}

/** How far a set-up has come, as a sentence begins. */
export const DAY_STAGE_TEXTS: Readonly<Record<DayStage, string>> = {
  building: 'Being built',
  testing: 'Being tested',
  firing: 'Firing',
  done: 'Done',
}

/** Kinds of work whose minutes a studio learns. */
export const WORK_LABELS = { build: 'Building', test: 'Tests', strike: 'Taking down' } as const
