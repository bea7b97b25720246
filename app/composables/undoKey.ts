/**
 * Ctrl+Z and Ctrl+Shift+Z on the set-up at hand; true where the key was one of them, or another with Ctrl that is the
 * browser's.
 */
export function undoKey(event: KeyboardEvent): boolean {
  if (!event.ctrlKey && !event.metaKey) return event.altKey
  if (event.key.toLowerCase() !== 'z') return true
  const store = useSetupStore()
  event.preventDefault()
  if (event.shiftKey) store.redo()
  else store.undo()
  return true
}
