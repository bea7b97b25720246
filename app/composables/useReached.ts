import type { Component } from 'vue'

/**
 * A part of the library that stands behind a plain button until somebody reaches it: a page shows dozens of which few
 * are opened.
 * @param load reads the part
 */
export function useReached<C extends Component>(load: () => Promise<C>) {
  const part = shallowRef<C | null>(null)
  const reached = ref(false)
  /** Reads it without showing it; where it cannot be read, the next try does. */
  const ahead = async (): Promise<void> => {
    part.value ??= await load().catch(() => null)
  }
  /** Shows it in the button's place. @returns whether it stands there */
  async function reach(): Promise<boolean> {
    await ahead()
    if (!part.value) return false
    reached.value = true
    await nextTick()
    return true
  }
  return { part, reached, ahead, reach }
}
