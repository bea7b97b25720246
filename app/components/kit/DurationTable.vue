<script setup lang="ts">
import { FLASH_ROW_FIELDS, type KitDurationRow, knownTable } from '~~/core'

/** Durations of a flash at each power, each with where it comes from. */
const { rows, change } = defineProps<{ rows: readonly KitDurationRow[]; change: (rows: KitDurationRow[]) => string }>()
const today = (): string => localDay()

/** Half the lowest power, about as much shorter as such flashes are. */
function added(): KitDurationRow | null {
  const lowest = knownTable({ supply: 'battery', table: [...rows] }).reduce((a, b) => (b.power < a.power ? b : a))
  return lowest.power / 2 < 1 / 4096
    ? null
    : { power: lowest.power / 2, t05: lowest.t05 * 0.6, t01: lowest.t01 * 0.6, basis: 'rated', date: '' }
}
</script>

<template>
  <KitRowsTable
    :rows="rows"
    :fields="FLASH_ROW_FIELDS"
    name="table"
    :headings="['Figure is', 'Noted']"
    :change="change"
    :added="added"
    :least="1"
  >
    <template #extra="{ row, index, patch }">
      <td>
        <KitBasis
          :basis="row.basis"
          :label="`row ${index + 1}`"
          @choose="basis => patch({ basis, date: basis === 'measured' ? row.date || today() : row.date })"
        />
      </td>
      <td>
        <input
          type="date"
          class="date"
          :data-empty="row.date === ''"
          :value="row.date"
          :aria-label="`Noted on, row ${index + 1}`"
          @change="e => patch({ date: (e.target as HTMLInputElement).value })"
        />
      </td>
    </template>
  </KitRowsTable>
</template>
