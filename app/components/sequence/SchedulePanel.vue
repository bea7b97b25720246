<script setup lang="ts">
import { type Plan, cautionsOf, programmeOf } from '~~/core'
import { SCHEDULE_CAUTION } from '~~/shared/texts/sequence'
import { sequenceWords } from '~~/shared/texts/pages/sequence'

/** How to programme every unit, in its own terms. */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()
const rows = computed(() => programmeOf(plan))
const flicker = computed(() => cautionsOf(plan.setup).some(caution => caution.id === 'flicker'))
const letter = (set: number): string => String.fromCharCode(64 + ((set - 1) % 26) + 1)
</script>

<template>
  <section aria-labelledby="schedule">
    <h2 id="schedule" class="section-title mb-1">{{ sequenceWords('schedulePanel.scheduleEachFlashUnit') }}</h2>
    <p v-if="rows.length === 0" class="text-[12px] text-(--ink-soft)">{{ sequenceWords('schedulePanel.noPopsYet') }}</p>
    <table v-else class="w-full text-[12px]">
      <thead class="text-left text-(--ink-soft)">
        <tr>
          <th>{{ sequenceWords('schedulePanel.unit') }}</th>
          <th>{{ sequenceWords('schedulePanel.power') }}</th>
          <th class="text-right">{{ sequenceWords('schedulePanel.delay') }}</th>
          <th class="text-right">{{ sequenceWords('schedulePanel.pops') }}</th>
          <th class="text-right">{{ sequenceWords('schedulePanel.every') }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="row in rows" :key="`${row.light}-${row.set}`">
          <tr class="border-t border-(--hair)" data-testid="programme">
            <td>
              {{ row.name }}{{ row.sets > 1 ? ` ${letter(row.set)}` : '' }}{{ row.units > 1 ? ` × ${row.units}` : '' }}
            </td>
            <td>{{ show(row.power, 'power') }}</td>
            <td class="text-right">
              {{ show(row.delay, 'time', { figures: 4 }) }}
            </td>
            <td class="text-right">
              {{ row.count }}
            </td>
            <td class="text-right whitespace-nowrap">
              <template v-if="row.interval !== null">
                {{
                  sequenceWords('schedulePanel.hz', {
                    interval: show(row.interval, 'time'),
                    interval2: show(1 / row.interval, 'number'),
                  })
                }}
              </template>
            </td>
          </tr>
          <tr>
            <td colspan="5" class="narrow pb-1 text-(--ink-faint)">
              {{
                row.mode === 'repeating'
                  ? sequenceWords('schedulePanel.repeatingModeOneTrigger')
                  : row.count > 1
                    ? sequenceWords('schedulePanel.triggered', {
                        times: row.times.map(time => show(time, 'time', { figures: 4 })).join(', '),
                      })
                    : sequenceWords('schedulePanel.onePop')
              }}
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="rows.length > 0" class="mt-1 text-[11px] text-(--ink-faint)">
      {{ sequenceWords('schedulePanel.delaysCountFromTrigger') }}
    </p>
    <p v-if="flicker" class="mt-2 border-l-3 border-(--bad) pl-2 text-[12px]" data-testid="flicker">
      {{ SCHEDULE_CAUTION }}
    </p>
  </section>
</template>

<style scoped>
th {
  font-weight: 400;
}
</style>
