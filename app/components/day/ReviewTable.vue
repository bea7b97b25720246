<script setup lang="ts">
import { type FollowedRow, clockText, ruledMinutes } from '~~/core/day'
import { WORK_LABELS } from '~~/shared/texts/day'
import { RECIPE_LABELS } from '~~/shared/texts/choices'
import type { Recipe } from '~~/core'
import { dayWords } from '~~/shared/texts/pages/day'

/** The day against its plan, set-up by set-up, and what the studio's own minutes have come to. */
const store = useDayStore()
const follow = useDayFollowStore()
const { show } = useNumbers()
const nameOf = (id: string): string => store.items.find(item => item.id === id)?.setup.name ?? id
const plannedOf = (id: string) => store.input.setups.find(setup => setup.id === id)

interface Cell {
  planned: string
  real: string
}
const min = (minutes: number | null | undefined): string => (minutes == null ? '–' : `${Number(minutes.toFixed(1))}`)
const cells = (row: FollowedRow): Cell[] => {
  const planned = plannedOf(row.id)
  const told = store.day.sheet.find(({ id }) => id === row.id)
  const time = (minute: number | null | undefined): string => (minute == null ? '–' : clockText(minute))
  return [
    { planned: min(planned?.test), real: min(row.worked.test) },
    { planned: min(planned?.take), real: min(row.worked.take) },
    { planned: time(told?.fires), real: time(row.fires) },
    { planned: time(told?.ends), real: time(row.stage === 'done' ? row.ends : null) },
  ]
}
/** Kinds of work that were timed, and what the rule has become. */
const learnt = computed(() =>
  (Object.keys(store.studio.learnt) as (keyof typeof store.studio.learnt)[]).map(kind => {
    const { minutes, of } = ruledMinutes(store.studio.learnt, kind, 1)
    const recipe = kind.startsWith('take:') ? (kind.slice(5) as Recipe) : null
    const name = recipe
      ? dayWords('reviewTable.take', { recipe: RECIPE_LABELS[recipe].toLowerCase() })
      : WORK_LABELS[kind as 'build' | 'test' | 'strike']
    const off = show(Math.round(Math.abs(minutes - 1) * 100) / 100, 'share')
    const by =
      Math.abs(minutes - 1) < 0.02
        ? dayWords('reviewTable.ruleSays')
        : dayWords('reviewTable.thanRule', {
            off,
            noun: minutes > 1 ? dayWords('reviewTable.longer') : dayWords('reviewTable.shorter'),
          })
    return { kind, text: dayWords('reviewTable.from', { name, by, of }) }
  }),
)
</script>

<template>
  <section
    v-if="follow.rows.length > 0"
    :aria-label="dayWords('reviewTable.plannedReal')"
    class="grid gap-2 text-[12px]"
    data-testid="review"
  >
    <h2 class="section-title">{{ dayWords('reviewTable.plannedReal') }}</h2>
    <div class="overflow-x-auto">
      <table class="kit-table">
        <thead>
          <tr>
            <th>{{ dayWords('reviewTable.setUp') }}</th>
            <th>{{ dayWords('reviewTable.testsMin') }}</th>
            <th>{{ dayWords('reviewTable.takeMin') }}</th>
            <th>{{ dayWords('reviewTable.firstTake') }}</th>
            <th>{{ dayWords('reviewTable.done') }}</th>
            <th>{{ dayWords('reviewTable.faults') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in follow.rows" :key="row.id">
            <th scope="row" class="max-w-28 truncate">{{ nameOf(row.id) }}</th>
            <td v-for="(cell, i) in cells(row)" :key="i">
              <span class="text-(--ink-soft)">{{ cell.planned }}</span> {{ cell.real }}
            </td>
            <td>{{ row.faults > 0 ? dayWords('reviewTable.min', { faults: Math.round(row.faults) }) : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ul v-if="learnt.length > 0" :aria-label="dayWords('reviewTable.minutesLearntFromYour')">
      <li v-for="line in learnt" :key="line.kind">{{ line.text }}</li>
    </ul>
  </section>
</template>
