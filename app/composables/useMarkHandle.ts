import type { LabMark } from '~~/core/lab'

/**
 * A mark of a reading as a handle: dragged by the pointer, moved by the arrow keys, ten steps with shift, and read
 * again by Delete.
 *
 * @param view.placeOf where a pointer is, in the mark's unit
 * @param view.keys which keys move a mark, and which way
 * @param view.step of one press, in the mark's unit
 * @param set takes the new place, or null to have it read again
 */
export function useMarkHandle(
  view: {
    placeOf: (mark: LabMark, event: PointerEvent) => number
    keys: (mark: LabMark) => Partial<Record<string, number>>
    step: (mark: LabMark) => number
  },
  set: (id: string, at: number | null) => void,
) {
  const dragged = ref<{ id: string; from: number; at: number } | null>(null)
  return {
    /** Where a mark is shown: under the pointer while it is dragged. */
    shownAt: (mark: LabMark): number => (dragged.value?.id === mark.id ? dragged.value.at : mark.at),
    down(mark: LabMark, event: PointerEvent): void {
      ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
      dragged.value = { id: mark.id, from: mark.at, at: mark.at }
    },
    move(mark: LabMark, event: PointerEvent): void {
      if (dragged.value?.id === mark.id) dragged.value.at = view.placeOf(mark, event)
    },
    up(mark: LabMark): void {
      if (dragged.value?.id !== mark.id) return
      const { from, at } = dragged.value
      if (at !== from) set(mark.id, at)
      dragged.value = null
    },
    key(mark: LabMark, event: KeyboardEvent): void {
      const way = view.keys(mark)[event.key]
      if (way === undefined && event.key !== 'Delete' && event.key !== 'Backspace') return
      event.preventDefault()
      set(mark.id, way === undefined ? null : mark.at + way * view.step(mark) * (event.shiftKey ? 10 : 1))
    },
  }
}
