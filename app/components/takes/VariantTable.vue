<script setup lang="ts">
import { type VariantTally, compareTried } from '~~/core/season'
import { comparisonText } from '~~/shared/texts/season'
import { takesWords } from '~~/shared/texts/pages/takes'

/** What the variants of a prop keep, and whether one of them is settled to be better. */
const { tallies } = defineProps<{ tallies: readonly VariantTally[] }>()
const { show } = useNumbers()
const share = (value: number): string => show(Math.round(value * 100) / 100, 'share')
const rows = computed(() =>
  tallies.map(tried => {
    const { chance, low, high } = compareTried(tried, tried).ways[0]!
    return { ...tried, chance, low, high, each: tried.kept === 0 ? null : tried.takes / tried.kept }
  }),
)
/** The two that keep most, where there are two. */
const sentence = computed(() => {
  const [best, second] = [...rows.value].sort((a, b) => b.chance - a.chance)
  return best && second
    ? comparisonText([second.variant, best.variant], compareTried(second, best), share)
    : takesWords('variantTable.fireAnotherVariantCompare')
})
</script>

<template>
  <section
    v-if="rows.length > 0"
    :aria-label="takesWords('variantTable.variantsProp')"
    class="grid gap-1 text-[12px]"
    data-testid="variants"
  >
    <table class="kit-table">
      <thead>
        <tr>
          <th>{{ takesWords('variantTable.variant') }}</th>
          <th>{{ takesWords('variantTable.takes') }}</th>
          <th>{{ takesWords('variantTable.keepers') }}</th>
          <th>{{ takesWords('variantTable.kept') }}</th>
          <th>{{ takesWords('variantTable.takesKeeper') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.variant">
          <th scope="row">{{ row.variant }}</th>
          <td>{{ row.takes }}</td>
          <td>{{ row.kept }}</td>
          <td>
            {{ share(row.chance) }}
            <span class="text-(--ink-soft)">{{
              takesWords('variantTable.to', { low: share(row.low), high: share(row.high) })
            }}</span>
          </td>
          <td>
            {{ row.each === null ? takesWords('variantTable.noneYet') : show(row.each, 'number', { figures: 2 }) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p>{{ sentence }}</p>
  </section>
</template>
