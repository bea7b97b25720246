import type { Tried } from './compare'

/** Variants of a prop, and letters in a name. */
const MOST = 6
const LETTERS = 40

/** The variants of a prop that a set-up names, each once. */
export function variantsOf({ goal }: { goal: { variants: string } }): string[] {
  const names = goal.variants.split(',').map(name => name.trim().slice(0, LETTERS))
  return [...new Set(names.filter(name => name !== ''))].slice(0, MOST)
}

/** Takes of a variant that was fired, and those of them that were kept. */
export type VariantTally = Tried & { variant: string }

/** Takes and keepers of each variant that was fired, the most fired first. A misfire says nothing of the prop. */
export function variantTallies(
  takes: readonly { variant: string | null; keeper: boolean; verdict: string }[],
): VariantTally[] {
  const found = new Map<string, Tried>()
  for (const { variant, keeper, verdict } of takes) {
    if (variant === null || verdict === 'misfire') continue
    const known = found.get(variant) ?? { takes: 0, kept: 0 }
    found.set(variant, { takes: known.takes + 1, kept: known.kept + (keeper ? 1 : 0) })
  }
  return [...found].map(([variant, tried]) => ({ variant, ...tried })).sort((a, b) => b.takes - a.takes)
}
