<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import type { LabFigure } from '~~/core/lab'
import { labWords } from '~~/shared/texts/pages/lab'

/** What a tool read: figures with their errors, what limits them, and, of a stand-in, the truth beside them. */
const lab = useLabStore()
const preferences = usePreferencesStore()
const limits = computed(() => (lab.reading?.limits ?? []).map(limit => LAB.told(limit, preferences.system)))
const { show } = useNumbers()
const BOUNDS = { below: 'below ', above: 'above ' } as const
function told({ value, quantity, unit, bound }: LabFigure): string {
  if (value === null) return labWords('readingPanel.notRead')
  return `${bound ? BOUNDS[bound] : ''}${show(value, quantity, unit ? { unit } : {})}`
}
function within({ error, quantity }: LabFigure): string {
  if (error === null || error === 0) return ''
  const light = quantity === 'stops' || quantity === 'ev'
  return `± ${show(error, light ? 'stops' : quantity, { figures: 2, ...(light ? { unit: 'unsigned' } : {}) })}`
}
const trueOf = (figure: LabFigure): string => {
  const value = lab.truth?.[figure.id]
  return value === undefined ? '' : show(value, figure.quantity, figure.unit ? { unit: figure.unit } : {})
}
</script>

<template>
  <section
    v-if="lab.reading"
    :aria-label="labWords('readingPanel.reading')"
    class="grid gap-3"
    data-testid="lab-reading"
  >
    <p v-if="!lab.reading.trusted" role="note" class="text-[13px] font-semibold text-(--bad)">
      {{ labWords('readingPanel.notReliableEnoughUse') }}
    </p>
    <table v-if="lab.reading.figures.length > 0" class="w-full text-[13px]">
      <thead v-if="lab.truth && !lab.hidden" class="text-left text-[12px] text-(--ink-soft)">
        <tr>
          <th class="font-normal">{{ labWords('readingPanel.read') }}</th>
          <th />
          <th class="text-right font-normal">{{ labWords('readingPanel.true') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="figure in lab.reading.figures" :key="figure.id" :data-testid="`lab-${figure.id}`">
          <th scope="row" class="pr-2 text-left font-normal text-(--ink-soft)">{{ LAB.tell(figure.label) }}</th>
          <td class="text-right whitespace-nowrap">
            <b class="text-[16px]">{{ told(figure) }}</b>
            <span v-if="!figure.bound" class="pl-1 text-(--ink-soft)">{{ within(figure) }}</span>
          </td>
          <td v-if="lab.truth && !lab.hidden" class="pl-3 text-right whitespace-nowrap">{{ trueOf(figure) }}</td>
        </tr>
      </tbody>
    </table>
    <UButton v-if="lab.truth && lab.hidden" variant="link" class="justify-self-start" @click="lab.hidden = false">
      {{ labWords('readingPanel.showTrueFigures') }}
    </UButton>
    <details v-if="lab.reading.rows.length > 0" class="text-[13px]">
      <summary class="cursor-pointer">
        {{ labWords('readingPanel.allReadings', { rows: lab.reading.rows.length }) }}
      </summary>
      <ul class="grid max-h-56 gap-0.5 overflow-y-auto pt-1">
        <li v-for="(row, i) in lab.reading.rows" :key="i" class="flex flex-wrap justify-between gap-x-3">
          <span class="text-(--ink-soft)">{{ LAB.told(row.name) }}</span>
          <span>{{ row.figures.map(figure => `${LAB.tell(figure.label)} ${told(figure)}`).join(', ') }}</span>
        </li>
      </ul>
    </details>
    <ul class="grid gap-1 text-[12px] text-(--ink-soft)" :aria-label="labWords('readingPanel.limitsReading')">
      <li v-for="limit in limits" :key="limit">{{ limit }}</li>
    </ul>
  </section>
</template>
