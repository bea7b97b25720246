<script setup lang="ts">
import { REPEAT_ROW_FIELDS, type RepeatRow } from '~~/core'
import { kitWords } from '~~/shared/texts/pages/kit'

/** What a flash's repeating mode can do at each power. */
const { rows, change } = defineProps<{ rows: readonly RepeatRow[]; change: (rows: RepeatRow[]) => string }>()

function added(): RepeatRow | null {
  const lowest = rows.reduce<RepeatRow | null>((a, b) => (a === null || b.power < a.power ? b : a), null)
  if (lowest === null) return { power: 1 / 16, rate: 20, pops: 10 }
  return lowest.power / 2 < 1 / 4096
    ? null
    : { power: lowest.power / 2, rate: lowest.rate, pops: Math.min(1000, lowest.pops * 2) }
}
</script>

<template>
  <div>
    <p v-if="rows.length === 0" class="text-[12px] text-(--ink-soft)">
      {{ kitWords('repeatTable.noRepeatingModeEach') }}
    </p>
    <KitRowsTable :rows="rows" :fields="REPEAT_ROW_FIELDS" name="repeat" :change="change" :added="added" />
  </div>
</template>
