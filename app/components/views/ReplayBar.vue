<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { type Plan, lastLight } from '~~/core'
import { RATES } from '~/stores/view'
import { viewsWords } from '~~/shared/texts/pages/views'

/**
 * Slow replay through all four views, and a scrub. With motion unwanted it goes from event to event instead of running.
 */
const { plan } = defineProps<{ plan: Plan }>()
const view = useViewStore()
const { show } = useNumbers()
const still = useMediaQuery('(prefers-reduced-motion: reduce)')

watch(
  () => [lastLight(plan), plan.timing.captured, plan.timing.moment, plan.timing.sensed],
  () => {
    const rate = view.rate
    view.prepare(plan)
    if (view.instant !== null) view.rate = rate
  },
  { immediate: true },
)

/** When each pop falls, s after the action starts. */
const pops = computed(() => (plan.sequence?.exposures ?? []).map(e => (plan.timing.captured ?? 0) + e.time))
const events = computed(() =>
  [0, plan.timing.sensed, plan.timing.impact, plan.timing.apex, plan.timing.moment, plan.timing.captured, ...pops.value]
    .filter((t): t is number => t !== null && t >= view.ends[0] && t <= view.ends[1])
    .sort((a, b) => a - b),
)
const next = (): void => {
  const at = view.instant
  view.scrub(at === null ? view.ends[0] : (events.value.find(t => t > at + 1e-9) ?? view.ends[0]))
}
const press = (): void => {
  if (still.value) next()
  else if (view.playing) view.pause()
  else view.play()
}
const rateText = (rate: number): string =>
  rate === 1 ? viewsWords('replayBar.trueSpeed') : viewsWords('replayBar.1Speed', { rate: Math.round(1 / rate) })
const caption = computed(() => {
  const at = view.instant
  if (at === null) return ''
  const { captured, sensed, moment } = plan.timing
  if (captured !== null && at >= captured)
    return pops.value.length > 1
      ? viewsWords('replayBar.pops', { pops: pops.value.filter(t => t <= at + 1e-9).length, pops2: pops.value.length })
      : viewsWords('replayBar.flashHasFired')
  if (moment !== null && at >= moment) return viewsWords('replayBar.pastMoment')
  if (sensed !== null && at >= sensed && plan.timing.used !== null) return viewsWords('replayBar.delayRunning')
  return viewsWords('replayBar.way')
})
defineExpose({ press })
// Made once: what is drawn anew with every frame of a replay hands on the same list.
const rates = RATES.map(rate => ({ value: rate, label: rateText(rate) }))
</script>

<template>
  <div class="replay" role="group" :aria-label="viewsWords('replayBar.replay')">
    <UButton
      :icon="view.playing ? 'i-lucide-pause' : 'i-lucide-play'"
      size="xs"
      variant="ghost"
      :aria-label="
        view.playing
          ? viewsWords('replayBar.pauseReplay')
          : still
            ? viewsWords('replayBar.stepNextEvent')
            : viewsWords('replayBar.playSlowMotion')
      "
      @click="press"
    />
    <UiPickOne
      v-model="view.rate"
      :options="rates"
      :line="false"
      :aria-label="viewsWords('replayBar.replaySpeed')"
      class="text-[11px] text-(--ink-soft)"
    />
    <input
      type="range"
      class="scrub"
      :min="view.ends[0]"
      :max="view.ends[1]"
      :step="(view.ends[1] - view.ends[0]) / 2000"
      :value="view.instant ?? 0"
      :aria-label="viewsWords('replayBar.replayTime')"
      :aria-valuetext="
        view.instant === null
          ? viewsWords('replayBar.notRunning')
          : `${show(view.instant, 'time', { figures: 4 })}, ${caption}`
      "
      @input="e => view.scrub(Number((e.target as HTMLInputElement).value))"
    />
    <span class="tabular w-32 truncate text-right" data-testid="instant">{{
      view.instant === null ? '' : `${show(view.instant, 'time', { figures: 4 })} ${caption}`
    }}</span>
    <UButton
      v-if="view.instant !== null"
      icon="i-lucide-x"
      size="xs"
      variant="ghost"
      :aria-label="viewsWords('replayBar.closeReplay')"
      @click="view.stop()"
    />
  </div>
</template>

<style scoped>
.replay {
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 11px;
  font-stretch: 86%;
  color: var(--ink-soft);
  height: 24px;
  padding: 0 8px;
}
.scrub {
  flex: 1;
  accent-color: var(--action);
  height: 14px;
  min-width: 60px;
}
</style>
