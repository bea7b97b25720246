/** Where a key belongs to what is typed in, not to the page. */
const TYPED_IN =
  'input:not([type=checkbox]):not([type=radio]):not([type=range]), textarea, select, [contenteditable], [role=dialog]'

/** Where a letter looks for a line of a list. */
const CHOSEN_FROM = '[role=combobox], [role=listbox], [role=menu]'

/** Whether a key was pressed where text is typed, something is chosen from a list, or a dialog is open. */
export function inTextField(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement
  return at.closest(TYPED_IN) !== null || (!event.ctrlKey && !event.metaKey && at.closest(CHOSEN_FROM) !== null)
}

/** Keys of a page while it is there; never those pressed in a text field. */
export function usePageKeys(pressed: (event: KeyboardEvent) => void): void {
  const listener = (event: KeyboardEvent): void => {
    if (!inTextField(event)) pressed(event)
  }
  onMounted(() => window.addEventListener('keydown', listener))
  onBeforeUnmount(() => window.removeEventListener('keydown', listener))
}
