<script setup lang="ts">
import { type Evidence, MOST_EVIDENCE, type Plan, READINGS, posteriorOf, repeatsOf } from '~~/core'
import { EVENT_TEXT, EVIDENCE_TEXT } from '~~/shared/texts/knowledge'
import { knowWords } from '~~/shared/texts/pages/know'

/** Everything that was seen or measured, each to be switched off, on, or taken away. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()
const adding = ref<'' | 'firing' | 'reading'>('')

const evidence = computed(() => store.setup?.evidence ?? [])
const outliers = computed(() => new Set(posteriorOf(plan.entered)?.outliers.map(outlier => outlier.evidence) ?? []))
const again = computed(() => new Set(repeatsOf(evidence.value).flatMap(repeat => repeat.again)))
const reading = (entry: Evidence, value: number, figures = 4): string => {
  const { quantity, unit } = READINGS[entry.kind]
  return show(value, quantity, { figures, ...(unit && quantity !== 'time' ? { unit } : {}) })
}
function said(entry: Evidence): string {
  const text = EVIDENCE_TEXT[entry.kind].said.replace('{value}', reading(entry, entry.value))
  const parts = [text]
  if (entry.kind === 'place' || entry.kind === 'beyond' || entry.kind === 'short')
    parts.push(knowWords('evidenceList.pastEntryFace'))
  if (entry.kind === 'interval')
    parts.push(knowWords('evidenceList.from', { from: EVENT_TEXT[entry.from], to: EVENT_TEXT[entry.to] }))
  if (entry.kind === 'light') parts.push(plan.setup.flashes[entry.light]?.name ?? '')
  if (entry.delay !== null && entry.kind !== 'found')
    parts.push(knowWords('evidenceList.at', { delay: show(Math.abs(entry.delay), 'time', { figures: 4 }) }))
  return parts.filter(Boolean).join(' ')
}
const from = (entry: Evidence): string =>
  [
    `±${reading(entry, entry.error, 2)}`,
    entry.firing,
    entry.instrument,
    entry.how,
    entry.takes.length > 0 ? knowWords('evidenceList.takes', { takes: entry.takes.join(', ') }) : '',
    entry.date,
  ]
    .filter(Boolean)
    .join(' · ')
const put = (next: Evidence[]): void => {
  if (store.setup) store.replace({ ...store.setup, evidence: next })
}
const toggle = (entry: Evidence): void =>
  put(evidence.value.map(other => (other.id === entry.id ? { ...other, on: !other.on } : other)))
</script>

<template>
  <section aria-labelledby="seen" data-testid="evidence">
    <h2 id="seen" class="section-title mt-3 mb-1">{{ knowWords('evidenceList.measurements') }}</h2>
    <p v-if="evidence.length === 0 && !adding" class="text-[12px] text-(--ink-soft)">
      {{ knowWords('evidenceList.noneYetAddWhat') }}
    </p>
    <ul class="text-[12px]">
      <li v-for="entry in evidence" :key="entry.id" class="seen" :class="{ off: !entry.on }">
        <label class="flex flex-1 items-baseline gap-2">
          <input
            type="checkbox"
            :checked="entry.on"
            :aria-label="
              knowWords('evidenceList.useMeasurement', { name: EVIDENCE_TEXT[entry.kind].name, entry: said(entry) })
            "
            @change="toggle(entry)"
          />
          <span class="flex-1 leading-snug">
            {{ said(entry) }}
            <span class="block text-[11px] text-(--ink-soft)">{{ from(entry) }}</span>
            <span v-if="outliers.has(entry.id)" class="block text-[11px] text-(--bad)">{{
              knowWords('evidenceList.disagreesOthersSeeFindings')
            }}</span>
            <span v-if="again.has(entry.id)" class="block text-[11px] text-(--ink-soft)">{{
              knowWords('evidenceList.enteredBeforeCountsOnce')
            }}</span>
          </span>
        </label>
        <button
          type="button"
          class="text-(--ink-faint) hover:text-(--ink)"
          :aria-label="knowWords('evidenceList.remove', { entry: said(entry) })"
          @click="put(evidence.filter(other => other.id !== entry.id))"
        >
          <UIcon name="i-lucide-x" class="size-3" />
        </button>
      </li>
    </ul>
    <LazyKnowEvidenceForm v-if="adding === 'reading'" :plan="plan" @done="adding = ''" />
    <LazyKnowFiringForm v-else-if="adding === 'firing'" :plan="plan" @done="adding = ''" />
    <p v-else-if="evidence.length < MOST_EVIDENCE" class="flex flex-wrap gap-x-2">
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="knowWords('evidenceList.allOneFiringShowed')"
        @click="adding = 'firing'"
      />
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="knowWords('evidenceList.addMeasurement')"
        @click="adding = 'reading'"
      />
    </p>
  </section>
</template>

<style scoped>
.seen {
  display: flex;
  align-items: baseline;
  gap: 6px;
  border-bottom: 1px solid var(--hair);
  padding: 2px 0;
}
.off {
  opacity: 0.65;
  text-decoration: line-through;
}
</style>
