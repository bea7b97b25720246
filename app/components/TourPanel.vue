<script setup lang="ts">
import type { Plan, Setup } from '~~/core'
import { TOUR_LABELS, TOUR_STEPS } from '~~/shared/texts/tour'
import { ApiError } from '~/services/api'
import { shellWords } from '~~/shared/texts/pages/shell'

/** The tour's step at hand: what to do; it goes on by itself once that was done. */
const tour = useTourStore()
const store = useSetupStore()
const view = useViewStore()
const takes = useTakesStore()
/** The page's own route would stay that of the page on which the tour began. */
const { currentRoute } = useRouter()
const failure = ref('')

const here = computed(() => tour.progress !== null && currentRoute.value.path === `/setups/${tour.progress.setupId}`)
const onBench = computed(
  () => tour.progress !== null && currentRoute.value.path === `/setups/${tour.progress.rehearsal}/run`,
)

/** How the set-up was when the step began, and whether what is to be fixed was seen. */
const before = shallowRef<Setup | null>(null)
const seen = ref(false)
watch(
  // Each by itself: the set-up is another with every change, its name is not.
  [() => tour.step?.id, here, () => store.setup?.name],
  () => {
    if (!here.value || !store.setup) return
    before.value = store.setup
    seen.value = false
  },
  { immediate: true },
)
const blurs = (plan: Plan | null): boolean => plan?.findings.some(({ id }) => id === 'blur') ?? false
/** Whether the act of each step was done, by the set-up as it was when the step began and as it is. */
const DONE: Record<NonNullable<typeof tour.step>['id'], (then: Setup, now: Setup) => boolean> = {
  drag: (then, now) => now.sensor.position !== then.sensor.position,
  fix: () => {
    if (!blurs(store.plan)) return seen.value
    seen.value = true
    return false
  },
  say: ({ picture: then }, { picture: now }) => now.aperture !== then.aperture && now.iso !== then.iso,
  measure: (then, now) => now.evidence.length > then.evidence.length,
  replay: () => view.playing,
  // On another page: by its takes.
  run: () => false,
}
watch(
  () => [store.setup, store.plan, view.playing, tour.step?.id] as const,
  ([setup, , , id]) => {
    if (here.value && setup && before.value && id && DONE[id](before.value, setup)) tour.next(id)
  },
)
watch(
  () => [onBench.value, takes.takes.length] as const,
  ([bench, count]) => {
    if (bench && count > 0) tour.next('run')
  },
)

async function run(what: () => Promise<unknown>): Promise<void> {
  failure.value = ''
  try {
    await what()
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : TOUR_LABELS.failed
  }
}
const toRun = (): Promise<void> => run(async () => navigateTo(await tour.rehearse()))
const toSetup = (): Promise<void> => run(async () => navigateTo(`/setups/${tour.progress!.setupId}`))
const end = (archive: boolean): Promise<void> =>
  run(async () => {
    await tour.end(archive)
    if (archive) await navigateTo('/')
  })
</script>

<template>
  <aside v-if="tour.isOn" class="tour" :aria-label="TOUR_LABELS.name" data-testid="tour">
    <template v-if="tour.step">
      <p class="flex items-center gap-2 text-[12px] text-(--ink-soft)">
        <span class="steps" aria-hidden="true">
          <i v-for="(one, i) in TOUR_STEPS" :key="one.id" :class="{ done: i < tour.progress!.step }" />
        </span>
        <span class="flex-1">{{
          shellWords('tourPanel.step', { step: tour.progress!.step + 1, steps: TOUR_STEPS.length })
        }}</span>
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="TOUR_LABELS.leave"
          :title="`${TOUR_LABELS.leave}. ${TOUR_LABELS.later}`"
          @click="tour.away = true"
        />
      </p>
      <div role="status">
        <h2 class="font-semibold">{{ tour.step.title }}</h2>
        <p class="text-[13px]">{{ tour.step.text }}</p>
      </div>
      <p class="flex flex-wrap gap-2">
        <UButton v-if="tour.step.id === 'run' && !onBench" size="xs" :label="TOUR_LABELS.openRun" @click="toRun" />
        <UButton v-else-if="!here && !onBench" size="xs" :label="TOUR_LABELS.back" @click="toSetup" />
        <UButton size="xs" variant="ghost" :label="TOUR_LABELS.skip" @click="tour.next()" />
      </p>
    </template>
    <template v-else>
      <p role="status" class="text-[13px]">{{ TOUR_LABELS.done }}</p>
      <p class="flex gap-2">
        <UButton size="xs" :label="TOUR_LABELS.keep" @click="end(false)" />
        <UButton size="xs" variant="ghost" :label="TOUR_LABELS.archive" @click="end(true)" />
      </p>
    </template>
    <p v-if="failure" role="alert" class="text-[12px] text-(--bad)">{{ failure }}</p>
  </aside>
</template>

<style scoped>
.tour {
  position: fixed;
  z-index: 30;
  left: 50%;
  bottom: 12px;
  width: min(34rem, 94vw);
  transform: translateX(-50%);
  display: grid;
  gap: 6px;
  padding: 8px 12px 10px;
  background: var(--sheet);
  border: 2px solid var(--ink);
}
.steps {
  display: flex;
  gap: 3px;
}
.steps i {
  width: 14px;
  height: 6px;
  border: 1px solid var(--ink);
}
.steps i.done {
  background: var(--ink);
}
</style>
