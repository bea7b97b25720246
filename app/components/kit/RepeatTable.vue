<script setup lang="ts">
import { type FigureValue, MOST_FLASH_ROWS, REPEAT_ROW_FIELDS, type RepeatRow } from '~~/core'

/** What a flash's repeating mode can do at each power. */
const { rows, change } = defineProps<{ rows: readonly RepeatRow[], change: (rows: RepeatRow[]) => string }>()
const COLUMNS = ['power', 'rate', 'pops'] as const
const failure = ref('')
const edit = (index: number, key: (typeof COLUMNS)[number]) => (value: FigureValue): string => change(rows.map((row, i) => (i === index ? { ...row, [key]: value as number } : row)))
function addRow(): void {
  const lowest = rows.reduce<RepeatRow | null>((a, b) => (a === null || b.power < a.power ? b : a), null)
  failure.value = change([...rows, lowest ? { power: lowest.power / 2, rate: lowest.rate, pops: Math.min(1000, lowest.pops * 2) } : { power: 1 / 16, rate: 20, pops: 10 }])
}
</script>

<template>
  <div>
    <p v-if="rows.length === 0" class="text-[12px] text-(--ink-soft)">
      None: each pop of a sequence is triggered by itself.
    </p>
    <table v-else class="kit-table">
      <thead>
        <tr>
          <th>Power</th><th>Fastest</th><th>Most pops</th><th><span class="sr-only">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <td v-for="key in COLUMNS" :key="key">
            <InputsFieldInput
              bare :field="REPEAT_ROW_FIELDS[key]" :value="row[key]" :path="`repeat[${i}].${key}`" :label="`${REPEAT_ROW_FIELDS[key].label}, row ${i + 1}`" :change="edit(i, key)"
            />
          </td>
          <td><UButton icon="i-lucide-x" size="xs" variant="ghost" :aria-label="`Remove row ${i + 1} of the repeating mode`" @click="failure = change(rows.filter((_, k) => k !== i))" /></td>
        </tr>
      </tbody>
    </table>
    <p v-if="failure" role="alert" class="text-[11px] text-(--bad)">
      {{ failure }}
    </p>
    <UButton v-if="rows.length < MOST_FLASH_ROWS" size="xs" variant="ghost" icon="i-lucide-plus" label="Add a power" @click="addRow" />
  </div>
</template>

<style scoped>
.kit-table :deep(.field-input) { width: 4.6rem; }
</style>
