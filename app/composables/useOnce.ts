/** Whether something was ever so: a dialog that was opened once stays, to give the focus back as it closes. */
export function useOnce(source: () => boolean) {
  const was = ref(false)
  watch(
    source,
    now => {
      was.value ||= now
    },
    { immediate: true },
  )
  return was
}
