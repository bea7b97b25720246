<script setup lang="ts">
import type { FlashRow, FlashSetup } from '~~/core'

/** The figures of one light of the set-up at hand, its durations against power among them. */
const { flash, index } = defineProps<{ flash: FlashSetup, index: number }>()
const store = useSetupStore()

const ROWS = ['name', 'units', 'power', 'guideNumber', 'distance', 'angle', 'elevation', 'lossStops', 'minimumPower', 'latency', 'jitter', 'slaveDelay', 'recycleTime', 'energy', 'heatLimit', 'supply', 'highSpeedSync', 'measured'] as const

function remove(): void {
  store.replace({ ...store.setup!, flashes: store.setup!.flashes.filter((_, i) => i !== index) })
}
function setTable(table: FlashRow[]): void {
  store.replace({ ...store.setup!, flashes: store.setup!.flashes.map((other, i) => (i === index ? { ...other, table } : other)) })
}
function addRow(): void {
  const lowest = flash.table.reduce((a, b) => (b.power < a.power ? b : a))
  if (lowest.power / 2 >= 1 / 4096) setTable([...flash.table, { power: lowest.power / 2, t05: lowest.t05 * 0.6, t01: lowest.t01 * 0.6 }])
}
</script>

<template>
  <div class="mb-2">
    <p class="flex items-center justify-between pt-1 text-[12px] font-semibold">
      {{ flash.name }}
      <UButton icon="i-lucide-x" size="xs" variant="ghost" :aria-label="`Remove ${flash.name}`" @click="remove" />
    </p>
    <InputsKitChoice kind="flash" :light="index" />
    <InputsKitChoice kind="modifier" :light="index" />
    <InputsFieldRow v-for="key in ROWS" :key="key" :path="`flashes[${index}].${key}`" />
    <details>
      <summary class="cursor-pointer py-1 text-[12px] text-(--ink-soft)">
        Duration against power
      </summary>
      <div v-for="(_, j) in flash.table" :key="j" class="border-b border-(--hair) py-1">
        <InputsFieldRow :path="`flashes[${index}].table[${j}].power`" />
        <InputsFieldRow :path="`flashes[${index}].table[${j}].t05`" />
        <InputsFieldRow :path="`flashes[${index}].table[${j}].t01`" />
        <UButton v-if="flash.table.length > 1" size="xs" variant="ghost" icon="i-lucide-x" label="Remove row" @click="setTable(flash.table.filter((_, k) => k !== j))" />
      </div>
      <UButton size="xs" variant="ghost" icon="i-lucide-plus" label="Add a power" @click="addRow" />
    </details>
  </div>
</template>
