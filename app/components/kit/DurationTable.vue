<script setup lang="ts">
import { FLASH_ROW_FIELDS, type KitDurationRow, knownTable } from '~~/core'
import { pastedDurations } from '~~/shared/kit/pasted'
import { kitWords } from '~~/shared/texts/pages/kit'

/** Durations of a flash at each power, each with where it comes from. */
const { rows, change } = defineProps<{ rows: readonly KitDurationRow[]; change: (rows: KitDurationRow[]) => string }>()
const today = (): string => localDay()

/** Half the lowest power, about as much shorter as such flashes are. */
function added(): KitDurationRow | null {
  const lowest = knownTable({ supply: 'battery', table: [...rows] }).reduce((a, b) => (b.power < a.power ? b : a))
  return lowest.power / 2 < 1 / 4096
    ? null
    : { power: lowest.power / 2, t05: lowest.t05 * 0.6, t01: lowest.t01 * 0.6, basis: 'assumed', date: '' }
}

const pasted = ref('')
const told = ref('')
/** Rows that were pasted take the place of all that stood there. */
function takePasted(): void {
  const read = pastedDurations(pasted.value)
  const failure = 'error' in read ? read.error : change(read.rows.map(row => ({ ...row, basis: 'rated', date: '' })))
  told.value = failure || ('rows' in read ? kitWords('durationTable.rowsAddedRated', { rows: read.rows.length }) : '')
  if (failure === '') pasted.value = ''
}
</script>

<template>
  <KitRowsTable
    :rows="rows"
    :fields="FLASH_ROW_FIELDS"
    name="table"
    :headings="['Source', 'Noted']"
    :change="change"
    :added="added"
    :least="1"
  >
    <template #extra="{ row, index, patch }">
      <td>
        <KitBasis
          :basis="row.basis"
          :label="kitWords('durationTable.row', { index: index + 1 })"
          @choose="basis => patch({ basis, date: basis === 'measured' ? row.date || today() : row.date })"
        />
      </td>
      <td>
        <input
          type="date"
          class="date"
          :data-empty="row.date === ''"
          :value="row.date"
          :aria-label="kitWords('durationTable.dateRow', { index: index + 1 })"
          @change="e => patch({ date: (e.target as HTMLInputElement).value })"
        />
      </td>
    </template>
  </KitRowsTable>
  <details class="mt-1 text-[12px]">
    <summary class="cursor-pointer text-(--ink-soft)">
      {{ kitWords('durationTable.pasteTableFromSpreadsheet') }}
    </summary>
    <form class="mt-1 grid gap-1" @submit.prevent="takePasted">
      <textarea
        v-model="pasted"
        rows="5"
        class="pasted"
        :aria-label="kitWords('durationTable.tableDurations')"
        :placeholder="kitWords('durationTable.powerT5S')"
      />
      <p class="flex items-center gap-2">
        <UButton type="submit" size="xs" :label="kitWords('durationTable.addTheseRows')" />
        <span role="status">{{ told }}</span>
      </p>
    </form>
  </details>
</template>

<style scoped>
.pasted {
  width: 100%;
  background: transparent;
  border: 1px solid var(--hair-strong);
  padding: 4px;
  color: var(--ink);
}
</style>
