import { ref } from 'vue'

/** When the server answered last, ms since 1970; null: not since this page was opened. */
export const reachedAt = ref<number | null>(null)
/** Since when what is shown may be old, for the server does not answer: when it was last in step; null: it is. */
export const inStepUntil = ref<number | null>(null)

/** The server answered. */
export function reached(now = Date.now()): void {
  reachedAt.value = now
  inStepUntil.value = null
}

/** The server did not answer, and what was kept at an instant stands for it. */
export function standsIn(keptAt: number): void {
  inStepUntil.value ??= reachedAt.value ?? keptAt
}
