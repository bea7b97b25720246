<script setup lang="ts">
import { READING } from '~~/shared/text/takeReading'
import type { Plan } from '~~/core'
import type { TakeReading } from '~~/core/lab'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { runWords } from '~~/shared/texts/pages/run'

/** What the picture of a take was read as: a proposal, taken with one key, or put into the parts to be corrected. */
const { plan, reading, busy, failed, agreement } = defineProps<{
  plan: Plan
  reading: TakeReading | null
  busy: boolean
  failed: string
  /** How often what was read was what was logged. */
  agreement: { same: number; of: number } | null
}>()
const emit = defineEmits<{ take: []; fill: [] }>()
const preferences = usePreferencesStore()
const { show } = useNumbers()

/** Never surer than a picture can be. */
const sureness = (sure: number): string =>
  (sure > 0.99 ? 'over ' : '') + show(Math.min(sure, 0.99), 'share', { figures: 2 })
const reasons = computed(() => (reading?.reasons ?? []).map(reason => READING.told(reason, preferences.system)))
const headline = computed(() => {
  if (busy) return runWords('takeProposal.readingPicture')
  if (failed) return failed
  if (!reading) return ''
  const called =
    reading.verdict === null ? runWords('takeProposal.noClearVerdict') : VERDICT_LABELS[reading.verdict].toLowerCase()
  return reading.verdict === null ? called : runWords('takeProposal.sure', { called, sure: sureness(reading.sure) })
})
const parts = computed(() => {
  if (!reading) return []
  const { past, pastError, offset, offsetError, stops, double, streak, streakError } = reading
  const mm = (value: number, figures = 3): string => show(value, 'length', { unit: 'mm', figures })
  return [
    ...(past !== null && Math.abs(past) < plan.optics.fieldWidth / 2
      ? [runWords('takeProposal.pastMark', { past: mm(past), pastError: mm(pastError ?? 0, 2) })]
      : past === null && offset !== null && reading.sure > 0.6
        ? [
            runWords('takeProposal.fromMoment', {
              offset: show(offset, 'time'),
              offsetError: show(offsetError ?? 0, 'time', { figures: 2 }),
            }),
          ]
        : []),
    ...(stops === null ? [] : [runWords('takeProposal.light', { stops: show(stops, 'stops', { figures: 2 }) })]),
    ...(streak === null
      ? []
      : [
          runWords('takeProposal.streakPlanned', { streak: show(streak, 'number', { figures: 2 }) }) +
            show(streakError ?? 0, 'number', { figures: 1 }),
        ]),
    ...(double === null ? [] : ['double']),
  ]
})
</script>

<template>
  <section
    v-if="busy || failed || reading"
    class="proposal"
    :aria-label="runWords('takeProposal.readFromPicture')"
    aria-live="polite"
    data-testid="take-reading"
  >
    <p>
      <span class="text-[12px]">{{ runWords('takeProposal.read') }} </span><b>{{ headline }}</b>
      <span v-for="part in parts" :key="part" class="text-[13px]">
        · <span class="whitespace-nowrap">{{ part }}</span></span
      >
    </p>
    <p v-for="reason in reasons" :key="reason" class="text-[13px]">{{ reason }}</p>
    <div v-if="reading?.verdict" class="flex flex-wrap items-center justify-center gap-2">
      <button type="button" class="flag" @click="emit('take')">
        {{ runWords('takeProposal.logVerdict') }} <kbd>a</kbd>
      </button>
      <button type="button" class="flag" @click="emit('fill')">
        {{ runWords('takeProposal.apply') }} <kbd>f</kbd>
      </button>
      <label class="flex items-center gap-1 text-[12px]">
        <input v-model="preferences.autoLog" type="checkbox" class="tick" />
        {{ runWords('takeProposal.logAutomaticallyWhenSure') }}
      </label>
      <span v-if="agreement" class="text-[12px]" data-testid="agreement">
        {{ runWords('takeProposal.agreedYourVerdictTakes', { same: agreement.same, of: agreement.of }) }}
      </span>
    </div>
  </section>
</template>

<style scoped>
.proposal {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: center;
  gap: 2px 14px;
  border: 1px solid var(--hair-strong);
  padding: 4px 10px;
  text-align: center;
}
.flag {
  border: 1px solid var(--hair-strong);
  padding: 2px 8px;
  font-size: 14px;
  cursor: pointer;
}
kbd {
  font-size: 11px;
  font-family: inherit;
}
</style>
