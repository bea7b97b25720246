<script setup lang="ts">
import { type Plan, fieldAt, freshTakes, learntChanges, runStateOf, withLearnt, withoutLearnt } from '~~/core'

/** What the takes have shown, and putting it into the set-up or taking it back. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const takes = useTakesStore()
const { show } = useNumbers()

const fresh = computed(() => freshTakes(plan.setup, [...takes.takes].reverse()))
const run = computed(() => runStateOf(plan, fresh.value))
const changes = computed(() => (run.value ? learntChanges(plan, run.value).filter(change => change.path !== 'delay' && change.path !== 'hand.lead') : []))
const learnsSpeed = computed(() => changes.value.some(change => change.path === 'motion.speed'))
/** Ends of an interval as they are said: by hand, before the moment. */
const ends = ([low, high]: [number, number]): string => (plan.timing.lead === null ? [low, high] : [-high, -low]).map(end => show(end, 'time', { figures: 4 })).join(' to ')
const shown = (path: string, value: unknown): string => {
  const field = fieldAt(path)
  return field?.type === 'number' && typeof value === 'number' ? show(value, field.quantity, { figures: 4 }) : String(value)
}
function use(): void {
  if (run.value && store.setup) store.replace(withLearnt(store.setup, changes.value, run.value.used, new Date().toISOString().slice(0, 10)))
}
function takeBack(): void {
  if (store.setup) store.replace(withoutLearnt(store.setup))
}
</script>

<template>
  <section aria-labelledby="learnt" class="grid grid-cols-[minmax(0,1fr)] gap-1 text-[12px]">
    <h2 id="learnt" class="section-title">
      What the takes show
    </h2>
    <p v-if="!run || run.used.length === 0" class="text-(--ink-soft)">
      {{ plan.setup.learnt.length > 0 ? 'No take since the figures were learnt.' : 'Nothing yet: log a take with what you saw.' }}
    </p>
    <template v-else>
      <RunResultsChart v-if="run.fit" :fit="run.fit" :plan="plan" />
      <p v-if="run.proposal">
        {{ plan.timing.lead === null ? 'Ideal delay' : 'Best pressed before the moment by' }} {{ show(plan.timing.lead === null ? run.proposal.posterior.delay : -run.proposal.posterior.delay, 'time', { figures: 4 }) }} (95 %: {{ ends(run.proposal.interval) }}), scatter {{ show(run.proposal.posterior.scatter, 'time', { figures: 2 }) }} a take.
      </p>
      <p v-if="run.drift" class="border-l-2 border-(--light) pl-2" data-testid="drift">
        The takes wander: {{ show(Math.abs(run.drift.perTake), 'time', { figures: 2 }) }} {{ run.drift.perTake > 0 ? 'later' : 'sooner' }} each. Pressure, elastic, temperature?
      </p>
      <p v-if="run.fit && learnsSpeed" class="text-(--ink-soft)" data-testid="two-speeds">
        {{ show(run.fit.speed, 'speed') }} is the speed at the mark, from the slope of these takes alone; the launch speed below is what makes the whole plan, with drag, want the delay found.
      </p>
      <ul v-if="changes.length > 0">
        <li v-for="change in changes" :key="change.path">
          {{ fieldAt(change.path)?.label }}: {{ shown(change.path, change.value) }}
        </li>
      </ul>
      <UButton v-if="changes.length > 0" size="xs" variant="outline" label="Use these in the set-up" class="justify-self-start" @click="use" />
    </template>
    <div v-if="plan.setup.learnt.length > 0" class="border-t border-(--hair) pt-1" data-testid="learnt-figures">
      <p v-for="entry in plan.setup.learnt" :key="entry.path">
        {{ fieldAt(entry.path)?.label }} {{ shown(entry.path, entry.value) }}, was {{ shown(entry.path, entry.was) }}: measured {{ entry.date }}, takes {{ entry.takes.join(', ') }}
      </p>
      <UButton size="xs" variant="outline" label="Take them back" @click="takeBack" />
    </div>
  </section>
</template>
