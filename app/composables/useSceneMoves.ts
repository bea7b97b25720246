import type { Setup, Spot } from '~~/core'
import { aimAt } from '~/components/views/lightGeometry'
import { lightAt } from '~/components/views/tableGeometry'

/** Cards stand this far from the subject at most, m. */
const FARTHEST = 20
const fine = (value: number): number => Number(value.toFixed(5))

/** Moves lights and cards of the set-up at hand: a view gives the coordinates that it shows, the others stay. */
export function useSceneMoves(setup: () => Setup) {
  const store = useSetupStore()
  const put = (start: string, values: Record<string, number>, merge: string): void =>
    void store.change(
      Object.entries(values).map(([key, value]) => ({ path: `${start}.${key}`, value: fine(value) })),
      merge,
    )
  return {
    /** @param to counted along the travel from its start */
    moveLight: (index: number, to: Partial<Spot>, merge: string): void =>
      put(`flashes[${index}]`, { ...lightAt(setup(), setup().flashes[index]!, to) }, merge),
    /** @param to counted along the travel from its start */
    aimLight: (index: number, to: Partial<Spot>, merge: string): void =>
      put(`flashes[${index}]`, { ...aimAt(setup(), setup().flashes[index]!, to) }, merge),
    /** @param to counted from the middle of the subject */
    moveCard(index: number, to: Partial<Spot>, merge: string): void {
      const held = Object.entries(to).map(([key, value]) => [key, Math.min(FARTHEST, Math.max(-FARTHEST, value))])
      put(`scene.cards[${index}]`, Object.fromEntries(held) as Record<string, number>, merge)
    },
  }
}
