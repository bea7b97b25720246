<script setup lang="ts">
import { FLASH_ROW_FIELDS, type FigureValue, type KitDurationRow, MOST_FLASH_ROWS } from '~~/core'

/** Durations of a flash at each power, edited in place, each with where it comes from. */
const { rows, change } = defineProps<{ rows: readonly KitDurationRow[], change: (rows: KitDurationRow[]) => string }>()

const COLUMNS = ['power', 't05', 't01'] as const
const today = (): string => new Date().toISOString().slice(0, 10)
const failure = ref('')

function set(index: number, part: Partial<KitDurationRow>): string {
  return change(rows.map((row, i) => (i === index ? { ...row, ...part } : row)))
}
const edit = (index: number, key: (typeof COLUMNS)[number]) => (value: FigureValue): string => set(index, { [key]: value as number })
function setBasis(index: number, basis: KitDurationRow['basis']): void {
  failure.value = set(index, { basis, date: basis === 'measured' ? rows[index]!.date || today() : rows[index]!.date })
}
function addRow(): void {
  const lowest = rows.reduce((a, b) => (b.power < a.power ? b : a))
  failure.value = lowest.power / 2 < 1 / 4096 ? 'No lower power' : change([...rows, { power: lowest.power / 2, t05: lowest.t05 * 0.6, t01: lowest.t01 * 0.6, basis: 'rated', date: '' }])
}
</script>

<template>
  <div>
    <table class="kit-table">
      <thead>
        <tr>
          <th>Power</th><th>t.5</th><th>t.1</th><th>Figure is</th><th>Noted</th><th><span class="sr-only">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <td v-for="key in COLUMNS" :key="key">
            <InputsFieldInput
              bare :field="FLASH_ROW_FIELDS[key]" :value="row[key]" :path="`table[${i}].${key}`" :label="`${FLASH_ROW_FIELDS[key].label}, row ${i + 1}`" :change="edit(i, key)"
            />
          </td>
          <td><KitBasis :basis="row.basis" :label="`row ${i + 1}`" @choose="b => setBasis(i, b)" /></td>
          <td>
            <input type="date" class="date" :data-empty="row.date === ''" :value="row.date" :aria-label="`Noted on, row ${i + 1}`" @change="e => failure = set(i, { date: (e.target as HTMLInputElement).value })">
          </td>
          <td>
            <UButton v-if="rows.length > 1" icon="i-lucide-x" size="xs" variant="ghost" :aria-label="`Remove row ${i + 1}`" @click="failure = change(rows.filter((_, k) => k !== i))" />
          </td>
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
