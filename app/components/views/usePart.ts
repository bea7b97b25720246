import { type Axes, plane } from './axes'

/** m of one press of a key. */
const NUDGE = 0.001
/** To a hundredth of a millimetre. */
export const fine = (value: number): number => Number(value.toFixed(5))

/** Moving a part of the table plan: how far a press goes, what it snaps to, and the change of one figure. */
export function usePart(axes: () => Axes) {
  const store = useSetupStore()
  const perMetre = computed(() => Math.abs(axes().along(1) - axes().along(0)))
  return {
    NUDGE,
    perMetre,
    /** m that so many px are. */
    px: (pixels: number): number => pixels / perMetre.value,
    /** A one-way part takes any arrow: along its own way, or else forwards. */
    alone: (right: number, down: number): number => {
      const { along, across } = plane(axes(), right, down)
      return (along || across) * NUDGE
    },
    snap: useSnap(() => perMetre.value),
    put: (path: string, value: number, merge: string): void =>
      void store.change([{ path, value: fine(Math.max(0, value)) }], merge),
  }
}
