<script setup lang="ts">
import { outcomeOf } from '~~/core'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { rehearsalText } from '~~/shared/texts/rehearsal'
import { type TakeRecord, api } from '~/services/api'
import type { RehearsalRecord } from '~~/server/services/rehearsals'
import { takesWords } from '~~/shared/texts/pages/takes'

/** The takes of the evening beside those of its rehearsals, take under take. */
const { setupId, takes } = defineProps<{ setupId: string; takes: readonly TakeRecord[] }>()
type Row = RehearsalRecord['takes'][number]

const rehearsals = shallowRef<RehearsalRecord[]>([])
watch(
  () => setupId,
  async id => {
    rehearsals.value = []
    const found = await api.rehearsals(id).catch(() => [])
    if (id === setupId) rehearsals.value = found
  },
  { immediate: true },
)
/** In the order they were fired. */
const evening = computed<Row[]>(() => [...takes].reverse())
const dated = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
const rows = computed(() => [
  ...rehearsals.value.map(one => ({
    key: one.setupId,
    label: takesWords('besideRehearsal.rehearsal', { dated: dated.format(new Date(one.createdAt)) }),
    to: `/setups/${one.setupId}`,
    takes: one.takes,
  })),
  ...(evening.value.length > 0
    ? [{ key: 'here', label: takesWords('besideRehearsal.here'), to: null, takes: evening.value }]
    : []),
])
const sentence = computed(() => {
  const [newest] = rehearsals.value
  return newest ? rehearsalText(outcomeOf(newest.takes), outcomeOf(evening.value)) : ''
})
const named = ({ verdict, keeper }: Row): string =>
  keeper ? takesWords('besideRehearsal.keeper') : VERDICT_LABELS[verdict]
</script>

<template>
  <section v-if="rehearsals.length > 0" aria-labelledby="beside-rehearsal" class="grid gap-1 text-[12px]">
    <h2 id="beside-rehearsal" class="section-title">{{ takesWords('besideRehearsal.besideRehearsal') }}</h2>
    <p data-testid="rehearsal-text">{{ sentence }}</p>
    <dl class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-1">
      <template v-for="row in rows" :key="row.key">
        <dt>
          <NuxtLink v-if="row.to" :to="row.to" class="underline">{{ row.label }}</NuxtLink>
          <template v-else>{{ row.label }}</template>
        </dt>
        <dd>
          <ol class="flex flex-wrap gap-0.5" :aria-label="row.label">
            <li
              v-for="(take, i) in row.takes"
              :key="i"
              class="take"
              :class="{ keeper: take.keeper }"
              :title="`${i + 1}: ${named(take)}`"
            >
              <span class="sr-only">{{ named(take) }}</span>
              <span aria-hidden="true">{{ take.keeper ? 'K' : VERDICT_LABELS[take.verdict].charAt(0) }}</span>
            </li>
          </ol>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.take {
  width: 18px;
  height: 18px;
  border: 1px solid var(--hair);
  font-size: 11px;
  line-height: 16px;
  text-align: center;
  color: var(--ink-soft);
}
.keeper {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--paper);
}
</style>
