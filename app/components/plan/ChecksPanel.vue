<script setup lang="ts">
import { type Check, type CheckId, OUTCOMES, type Plan, checksOf, evidenceOf } from '~~/core'
import { choiceLabel } from '~~/shared/texts/choices'
import { planWords } from '~~/shared/texts/pages/plan'

/** The tests before the first take: each asks one thing, says what to expect, and what an outcome means. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const tell = useTold()

const checks = computed(() => checksOf(plan))
const FIELDS: Record<CheckId, string[]> = {
  black: ['stops', 'note'],
  exposure: ['stops', 'note'],
  focus: ['depth', 'note'],
  sensor: ['events', 'fired', 'falseFires', 'note'],
  control: ['delay', 'position', 'late', 'note'],
}
const shownFields = (check: Check): string[] =>
  FIELDS[check.id]
    .filter(
      key =>
        check.id !== 'control' ||
        key === 'note' ||
        key === 'delay' ||
        (plan.setup.motion.kind === 'still' ? key === 'late' : key === 'position'),
    )
    .map(key => `tests.${check.id}.${key}`)
const choose = (check: Check, outcome: string): void =>
  void store.change([{ path: `tests.${check.id}.outcome`, value: outcome }])
/** The control shot as evidence: where the object was, or how late the picture was. */
const controlShot = computed(() => {
  const { delay, position, late } = plan.entered.tests.control
  const shot = delay ?? plan.timing.used
  const seen =
    position !== null && plan.setup.motion.kind !== 'still'
      ? ({ kind: 'place', value: position } as const)
      : late !== null
        ? ({ kind: 'late', value: late } as const)
        : null
  return seen === null || shot === null
    ? null
    : evidenceOf(plan.entered, { ...seen, delay: shot, how: planWords('checksPanel.controlShot'), date: localDay() })
})
function keepControl(): void {
  const { setup } = store
  if (!setup || !controlShot.value) return
  store.replace({
    ...setup,
    delay: null,
    evidence: [...setup.evidence, controlShot.value],
    tests: { ...setup.tests, control: { ...setup.tests.control, delay: null, position: null, late: null } },
  })
}
const done = computed(() => checks.value.filter(check => check.outcome !== 'open').length)
</script>

<template>
  <section aria-labelledby="checks">
    <h2 id="checks" class="section-title mb-1">
      {{ planWords('checksPanel.testsBeforeFirstTake', { done, checks: checks.length }) }}
    </h2>
    <article v-for="(check, i) in checks" :key="check.id" class="check" :data-testid="`check-${check.id}`">
      <h3 class="text-[12.5px] font-semibold">{{ i + 1 }} {{ tell(check.title) }}</h3>
      <p class="text-[12px] leading-snug text-(--ink-soft)">
        {{ tell(check.how, check.figures) }}
      </p>
      <p class="text-[12px] leading-snug">
        <span class="text-(--ink-faint)">{{ planWords('checksPanel.expect') }}</span>
        {{ tell(check.predicted, check.figures) }}
      </p>
      <fieldset class="my-1 flex">
        <legend class="sr-only">{{ planWords('checksPanel.outcome', { title: tell(check.title) }) }}</legend>
        <label v-for="o in OUTCOMES" :key="o" class="outcome" :class="{ chosen: check.outcome === o }">
          <input
            type="radio"
            class="sr-only"
            :name="`outcome-${check.id}`"
            :checked="check.outcome === o"
            @change="choose(check, o)"
          />{{ choiceLabel('', o) }}
        </label>
      </fieldset>
      <template v-if="check.outcome !== 'open'">
        <InputsFieldRow v-for="path in shownFields(check)" :key="path" :path="path" />
      </template>
      <div v-if="check.meaning" class="meaning" role="status">
        <p>{{ tell(check.meaning.text, check.meaning.figures) }}</p>
        <UButton
          v-if="check.id === 'control' ? controlShot !== null : check.meaning.changes.length > 0"
          size="xs"
          variant="outline"
          class="mt-1"
          :label="check.id === 'control' ? planWords('checksPanel.addMeasurement') : planWords('checksPanel.usePlan')"
          @click="check.id === 'control' ? keepControl() : store.change(check.meaning.changes)"
        />
      </div>
    </article>
  </section>
</template>

<style scoped>
.check {
  padding: 5px 0 8px;
  border-bottom: 1px solid var(--hair);
}
.outcome {
  border: 1px solid var(--hair-strong);
  padding: 1px 7px;
  font-size: 11.5px;
  cursor: pointer;
  margin-left: -1px;
}
.outcome.chosen {
  background: var(--ink);
  color: var(--sheet);
  border-color: var(--ink);
}
.outcome:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
}
.meaning {
  border-left: 3px solid var(--light);
  padding: 2px 0 2px 8px;
  font-size: 12px;
  line-height: 1.35;
  margin-top: 4px;
}
</style>
