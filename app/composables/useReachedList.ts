import type { Component } from 'vue'

/** A list that stands behind a plain button until it is reached; the component tells its list by `ref="list"`. */
export function useReachedList<C extends Component>(load: () => Promise<C>) {
  const { part, reached, ahead, reach: show } = useReached(load)
  const open = ref(false)
  const list = useTemplateRef<{ focus: () => void }>('list')
  async function reach(then: { focus?: boolean; open?: boolean }): Promise<void> {
    if (!(await show())) return
    if (then.focus) list.value?.focus()
    if (then.open) open.value = true
  }
  return { part, reached, ahead, open, reach }
}
