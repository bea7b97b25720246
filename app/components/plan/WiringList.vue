<script setup lang="ts">
import { type Setup, packingOf, wiringOf } from '~~/core'
import { endsText, joinText, packedText, wireText } from '~~/shared/texts/wiring'
import { planWords } from '~~/shared/texts/pages/plan'

/** What is joined to what and how, and everything to bring; taken into the list to tick, which prints with the card. */
const { setup } = defineProps<{ setup: Setup }>()
const store = useSetupStore()
const { show } = useNumbers()

const wires = computed(() => wiringOf(setup))
const packing = computed(() => packingOf(setup))
const lines = computed(() => [
  ...packing.value.map(item => packedText(item, show)),
  ...wires.value.map(wire => planWords('wiringList.connect', { wire: wireText(wire, show) })),
])
const missing = computed(() => {
  const there = new Set(setup.lists.preparation.map(item => item.text))
  return lines.value.filter(line => !there.has(line))
})
/** Lists hold so many lines. */
const MOST = 60
function take(): void {
  const current = store.setup!
  const added = missing.value.map(text => ({ text: text.slice(0, 200), done: false }))
  const preparation = [...current.lists.preparation, ...added].slice(0, MOST)
  store.replace({ ...current, lists: { ...current.lists, preparation } })
}
</script>

<template>
  <details class="mt-3" data-testid="wiring">
    <summary class="section-title cursor-pointer">{{ planWords('wiringList.wiringPacking') }}</summary>
    <ol class="mt-1 list-inside list-decimal">
      <li v-for="(wire, i) in wires" :key="i">
        {{ endsText(wire) }}: <span class="text-(--ink-soft)">{{ joinText(wire, show) }}</span>
      </li>
    </ol>
    <ul class="mt-2 list-inside list-disc">
      <li v-for="(item, i) in packing" :key="i">{{ packedText(item, show) }}</li>
    </ul>
    <p class="mt-1 text-(--ink-soft)">
      {{ planWords('wiringList.cableLengthsDistanceTable') }}
    </p>
    <UButton
      class="mt-1"
      size="xs"
      variant="outline"
      :label="
        missing.length > 0 ? planWords('wiringList.addPreparationList') : planWords('wiringList.allPreparationList')
      "
      :disabled="missing.length === 0"
      @click="take"
    />
  </details>
</template>
