import { snapped } from '~/components/views/snap'

/**
 * Draws a dragged place to what people read off a rule, by the units the studio measures in.
 *
 * @param perMetre px a metre of the drawing
 * @returns the place, m, from where it was dragged to; `free`: not drawn; `marks`: places it likes to stand at, m
 */
export function useSnap(perMetre: () => number) {
  const preferences = usePreferencesStore()
  return (value: number, free: boolean, marks: readonly number[] = []): number =>
    snapped(value, { perMetre: perMetre(), system: preferences.system, marks, free })
}
