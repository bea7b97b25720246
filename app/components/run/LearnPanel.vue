<script setup lang="ts">
import {
  type Plan,
  fieldAt,
  foundEvidence,
  freshTakes,
  heldAt,
  conditionedOnEvidence,
  runStateOf,
  withoutLearnt,
} from '~~/core'
import { labelAt } from '~~/shared/texts/fields'
import { runWords } from '~~/shared/texts/pages/run'

/** What the takes have shown, and keeping it with the set-up as evidence. */
const LEARNT_PATHS = ['motion.speed', 'subject.distance', 'subject.crackSpeed', 'sensor.position', 'hand.flinch']
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const takes = useTakesStore()
const { show } = useNumbers()

const fresh = computed(() => freshTakes(plan.setup, [...takes.takes].reverse()))
const run = computed(() => runStateOf(plan, fresh.value))
const evidence = computed(() => (run.value ? foundEvidence(plan, run.value, localDay()) : null))
/** The set-up as these takes would make it, beside as it stands. */
const learnt = computed(() =>
  evidence.value
    ? conditionedOnEvidence({ ...plan.entered, evidence: [...plan.entered.evidence, evidence.value] })
    : null,
)
const changes = computed(() =>
  LEARNT_PATHS.flatMap(path => {
    const held = learnt.value && heldAt(plan.entered, learnt.value, path)
    return held ? [{ path, ...held }] : []
  }),
)
/** What was kept of earlier takes. */
const kept = computed(() => plan.entered.evidence.filter(entry => entry.on && entry.takes.length > 0))
function dropEvidence(id: string): void {
  const { setup } = store
  if (setup) store.replace({ ...setup, evidence: setup.evidence.filter(entry => entry.id !== id) })
}
const learnsSpeed = computed(() => changes.value.some(change => change.path === 'motion.speed'))
/** Ends of an interval as they are said: by hand, before the moment. */
const ends = ([low, high]: [number, number]): string =>
  (plan.timing.lead === null ? [low, high] : [-high, -low]).map(end => show(end, 'time', { figures: 4 })).join(' to ')
const shown = (path: string, value: unknown, figures = 4): string => {
  const field = fieldAt(path)
  return field?.type === 'number' && typeof value === 'number'
    ? show(value, field.quantity, {
        figures,
        ...(field.unit && field.quantity === 'length' ? { unit: field.unit } : {}),
      })
    : String(value)
}
function use(): void {
  const { setup } = store
  if (evidence.value && setup) store.replace({ ...setup, delay: null, evidence: [...setup.evidence, evidence.value] })
}
function takeBack(): void {
  if (store.setup) store.replace(withoutLearnt(store.setup))
}
</script>

<template>
  <section aria-labelledby="learnt" class="grid grid-cols-[minmax(0,1fr)] gap-1 text-[12px]">
    <h2 id="learnt" class="section-title">{{ runWords('learnPanel.whatTakesShow') }}</h2>
    <p v-if="!run || run.used.length === 0" class="text-(--ink-soft)">
      {{
        plan.setup.learnt.length > 0
          ? runWords('learnPanel.noTakesSinceFigures')
          : kept.length > 0
            ? runWords('learnPanel.noTakesSinceTheir')
            : runWords('learnPanel.nothingYetLogTake')
      }}
    </p>
    <template v-else>
      <LazyRunResultsChart v-if="run.fit" :fit="run.fit" :plan="plan" />
      <p v-if="run.proposal">
        {{
          runWords('learnPanel.95SpreadPerTake', {
            noun: plan.timing.lead === null ? runWords('learnPanel.bestDelay') : runWords('learnPanel.bestPressLead'),
            lead: show(
              plan.timing.lead === null ? run.proposal.posterior.delay : -run.proposal.posterior.delay,
              'time',
              { figures: 4 },
            ),
            interval: ends(run.proposal.interval),
            scatter: show(run.proposal.posterior.scatter, 'time', { figures: 2 }),
          })
        }}
      </p>
      <p v-if="run.drift" class="border-l-2 border-(--light) pl-2" data-testid="drift">
        {{
          runWords('learnPanel.takesDriftEachTime', {
            perTake: show(Math.abs(run.drift.perTake), 'time', { figures: 2 }),
            noun: run.drift.perTake > 0 ? runWords('learnPanel.later') : runWords('learnPanel.earlier'),
          })
        }}
      </p>
      <p v-if="run.fit && learnsSpeed" class="text-(--ink-soft)" data-testid="two-speeds">
        {{ runWords('learnPanel.speedMarkFromThese', { speed: show(run.fit.speed, 'speed') }) }}
      </p>
      <ul v-if="changes.length > 0">
        <li v-for="change in changes" :key="change.path">
          {{ labelAt(change.path) }}: {{ shown(change.path, change.value) }} ±
          {{ shown(change.path, change.sigma, 2) }}
        </li>
      </ul>
      <UButton
        v-if="evidence"
        size="xs"
        variant="outline"
        :label="runWords('learnPanel.useTheseResults')"
        class="justify-self-start"
        @click="use"
      />
    </template>
    <div v-for="entry in kept" :key="entry.id" class="border-t border-(--hair) pt-1" data-testid="kept-takes">
      {{
        runWords('learnPanel.rightTakes', {
          entry: show(Math.abs(entry.value), 'time', { figures: 4 }),
          error: show(entry.error, 'time', { figures: 2 }),
          takes: entry.takes.join(', '),
          date: entry.date,
        })
      }}
      <UButton variant="link" @click="dropEvidence(entry.id)">
        {{ runWords('learnPanel.undoResult') }}
      </UButton>
    </div>
    <div v-if="plan.setup.learnt.length > 0" class="border-t border-(--hair) pt-1" data-testid="learnt-figures">
      <p v-for="entry in plan.setup.learnt" :key="entry.path">
        {{
          runWords('learnPanel.wasMeasuredTakes', {
            path: labelAt(entry.path),
            path2: shown(entry.path, entry.value),
            path3: shown(entry.path, entry.was),
            date: entry.date,
            takes: entry.takes.join(', '),
          })
        }}
      </p>
      <UButton size="xs" variant="outline" :label="runWords('learnPanel.undoTheseFigures')" @click="takeBack" />
    </div>
  </section>
</template>
