import type { PlannedStatus } from '../core'

/** What is kept of a set-up's plan, or why there is none, and the revision of the models it was worked out by. */
export type SavedStand = { models: number } & ({ stand: PlannedStatus } | { failed: string })

/** Counts up whenever the models change so that what was kept no longer holds. */
export const MODELS = 3
