<script setup lang="ts" generic="Row extends { power: number }">
import { type FigureValue, type Identified, MOST_FLASH_ROWS, type NumberField } from '~~/core'
import { labelOf } from '~~/shared/texts/fields'
import { kitWords } from '~~/shared/texts/pages/kit'

/** Figures of a flash at each power, edited in place; `extra` cells follow the figures. */
const {
  rows,
  fields,
  name,
  headings = [],
  change,
  added,
  least = 0,
} = defineProps<{
  rows: readonly Row[]
  fields: Record<string, Identified<NumberField>>
  /** What the rows are called in paths and labels. */
  name: string
  headings?: readonly string[]
  /** Takes all rows; gives what is wrong with them. */
  change: (rows: Row[]) => string
  /** A row to be added; null where none can be. */
  added: () => Row | null
  least?: number
}>()
const failure = ref('')
const set = (index: number, part: Partial<Row>): string =>
  change(rows.map((row, i) => (i === index ? { ...row, ...part } : row)))
const edit =
  (index: number, key: string) =>
  (value: FigureValue): string =>
    set(index, { [key]: value } as Partial<Row>)
function patch(index: number, part: Partial<Row>): void {
  failure.value = set(index, part)
}
function add(): void {
  const row = added()
  failure.value = row === null ? kitWords('rowsTable.thereNoLowerPower') : change([...rows, row])
}
</script>

<template>
  <div class="relative min-w-0 overflow-x-auto">
    <table v-if="rows.length > 0" class="kit-table">
      <thead>
        <tr>
          <th v-for="(field, key) in fields" :key="key">
            {{ labelOf(field) }}
          </th>
          <th v-for="heading in headings" :key="heading">
            {{ heading }}
          </th>
          <th>
            <span class="sr-only">{{ kitWords('rowsTable.remove') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <td v-for="(field, key) in fields" :key="key">
            <InputsFieldInput
              bare
              :field="field"
              :value="(row as Record<string, number | null>)[key]"
              :path="`${name}[${i}].${key}`"
              :label="kitWords('rowsTable.row', { field: labelOf(field), i: i + 1 })"
              :typed="(row as { basis?: string }).basis !== 'assumed'"
              :change="edit(i, String(key))"
            />
          </td>
          <slot name="extra" :row="row" :index="i" :patch="(part: Partial<Row>) => patch(i, part)" />
          <td>
            <UButton
              v-if="rows.length > least"
              icon="i-lucide-x"
              size="xs"
              variant="ghost"
              :aria-label="kitWords('rowsTable.removeRow', { i: i + 1, name })"
              @click="failure = change(rows.filter((_, k) => k !== i))"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="failure" role="alert" class="text-[11px] text-(--bad)">
      {{ failure }}
    </p>
    <UButton
      v-if="rows.length < MOST_FLASH_ROWS"
      size="xs"
      variant="ghost"
      icon="i-lucide-plus"
      :label="kitWords('rowsTable.addPowerRow')"
      @click="add"
    />
  </div>
</template>

<style scoped>
.kit-table :deep(.field-input) {
  width: 4.6rem;
}
.kit-table :deep(.date) {
  width: 6.4rem;
}
</style>
