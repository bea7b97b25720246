<script setup lang="ts">
import type { GearKind } from '~~/core/season'
import { gearDate } from '~~/shared/gear/days'
import { GEAR_FIGURES, gearText, otherPowersText } from '~~/shared/texts/gear'
import type { ShownGear } from '~/stores/gear'
import { kitWords } from '~~/shared/texts/pages/kit'

/** What its takes, or a flash’s readings, have shown of a piece of gear: day by day, and in a sentence. */
const { gear } = defineProps<{ gear: ShownGear }>()
const { show } = useNumbers()

const kind = computed(() => gear.item.kind as GearKind | 'flash')
const quantity = computed(() => GEAR_FIGURES[kind.value].quantity)
/** The unit that figures and scale stand in. */
const UNITS = { flash: 'µs', hand: 'ms', mixture: 'ms', launcher: 'm/s', skin: 'm/s' } as const
const unit = computed(() => (quantity.value === 'time' ? { unit: UNITS[kind.value] } : {}))
const figure = (value: number): string => show(value, quantity.value, { figures: 3, ...unit.value })
const change = (value: number): string =>
  kind.value === 'hand'
    ? show(value, 'time', { figures: 2, unit: 'ms' })
    : show(value < 0.1 ? value : Math.round(value * 100) / 100, 'share', { figures: 2 })
const date = (day: number): string => gearDate(day)
const power = (share: number): string => show(share, 'power')
const texts = computed(() => {
  const { memory, flash } = gear
  if (!memory) return []
  const at = flash ? { at: power(flash.power) } : {}
  const others = flash?.powers.filter(one => one.power !== flash.power) ?? []
  return [
    ...gearText(kind.value, memory, { figure, change, date, ...at }),
    ...otherPowersText(others, { figure, change, power }),
  ]
})
/** In the unit that is shown, without it: what the scale stands in. */
const SCALE = { 'µs': 1e6, 'ms': 1e3, 'm/s': 1 } as const
const number = (value: number): number => value * SCALE[UNITS[kind.value]]
const rows = computed(() =>
  (gear.memory?.points ?? []).map(point => ({
    label: date(point.day),
    at: number(point.value),
    low: number(point.low),
    high: number(point.high),
    said: null,
  })),
)
const title = computed(() =>
  kitWords('gearShown.day', { name: GEAR_FIGURES[kind.value].name, kind: UNITS[kind.value] }),
)
</script>

<template>
  <div>
    <template v-if="gear.memory">
      <p v-for="text in texts" :key="text">{{ text }}</p>
      <p class="mt-2 text-[12px] text-(--ink-soft)">{{ kitWords('gearShown.grey1920', { title }) }}</p>
      <LazySeasonRangeChart :rows="rows" :title="title" close />
    </template>
    <p v-else-if="kind === 'flash'" class="text-(--ink-soft)">
      {{ kitWords('gearShown.nothingReadYetRead') }}
      <NuxtLink to="/lab?tool=trace" class="underline">{{ kitWords('gearShown.lab') }}</NuxtLink>{{
        kitWords('gearShown.enterWhatMeterSays')
      }}
    </p>
    <p v-else class="text-(--ink-soft)">
      {{ kitWords('gearShown.noTakesYetChoose') }}
    </p>
  </div>
</template>
