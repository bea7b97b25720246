import type { Figures, TextId } from '~~/core'
import { tell } from '~~/shared/text/figures'

/** Texts of plans in the units this browser likes. */
export function useTold() {
  const preferences = usePreferencesStore()
  return (id: TextId, figures: Figures = {}): string => tell(id, figures, preferences.system)
}
