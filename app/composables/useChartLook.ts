/** Colours and type of charts on canvas, read from the page again when its look changes. */
export function useChartLook() {
  const preferences = usePreferencesStore()
  const colours = computed(() => {
    void preferences.look
    const style = getComputedStyle(document.documentElement)
    const read = (variable: string): string => style.getPropertyValue(variable).trim() || '#000'
    return {
      ink: read('--ink'),
      soft: read('--ink-soft'),
      hair: read('--hair'),
      strong: read('--hair-strong'),
      light: read('--light'),
      action: read('--action'),
      sheet: read('--sheet'),
    }
  })
  return { colours, font: { family: '"Archivo Variable", sans-serif', size: 11 } }
}
