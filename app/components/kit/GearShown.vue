<script setup lang="ts">
import type { GearKind } from '~~/core/season'
import { gearDate } from '~~/shared/gear/days'
import { GEAR_FIGURES, gearText } from '~~/shared/texts/gear'
import type { ShownGear } from '~/stores/gear'

/** What its takes have shown of a piece of gear: day by day, and in a sentence. */
const { gear } = defineProps<{ gear: ShownGear }>()
const { show } = useNumbers()

const kind = computed(() => gear.item.kind as GearKind)
const quantity = computed(() => GEAR_FIGURES[kind.value].quantity)
const unit = computed(() => (quantity.value === 'time' ? { unit: 'ms' } : {}))
const figure = (value: number): string => show(value, quantity.value, { figures: 3, ...unit.value })
const change = (value: number): string =>
  kind.value === 'hand'
    ? show(value, 'time', { figures: 2, unit: 'ms' })
    : show(value < 0.1 ? value : Math.round(value * 100) / 100, 'share', { figures: 2 })
const date = (day: number): string => gearDate(day)
const texts = computed(() => (gear.memory ? gearText(kind.value, gear.memory, { figure, change, date }) : []))
/** In the unit that is shown, without it: what the scale stands in. */
const number = (value: number): number => (quantity.value === 'time' ? value * 1000 : value)
const rows = computed(() =>
  (gear.memory?.points ?? []).map(point => ({
    label: date(point.day),
    at: number(point.value),
    low: number(point.low),
    high: number(point.high),
    said: null,
  })),
)
const title = computed(() => `${GEAR_FIGURES[kind.value].name} by day, ${quantity.value === 'time' ? 'ms' : 'm/s'}`)
</script>

<template>
  <div>
    <template v-if="gear.memory">
      <p v-for="text in texts" :key="text">{{ text }}</p>
      <p class="mt-2 text-[12px] text-(--ink-soft)">{{ title }}; grey: 19 in 20.</p>
      <LazySeasonRangeChart :rows="rows" :title="title" close />
    </template>
    <p v-else class="text-(--ink-soft)">
      No takes yet. Choose it in a set-up, and what its takes show is kept here, day by day.
    </p>
  </div>
</template>
