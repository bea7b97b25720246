<script setup lang="ts">
import { cautionsOf, inField, positionsInPicture } from '~~/core'
import { download, fileName } from '~/services/download'
import { framePng } from '~/services/framePicture'
import { SCHEDULE_CAUTION } from '~~/shared/texts/sequence'
import { KEYS } from '~~/shared/texts/keys'
import { sequenceWords } from '~~/shared/texts/pages/sequence'

/** The composer: pops on a time line for each light, the composite frame, build-up, and the schedule for each unit. */
const route = useRoute()
const store = useSetupStore()
const view = useViewStore()
const { show } = useNumbers()
const failure = ref('')
const numbered = ref(true)
const id = computed(() => String(route.params.id))
useHead({ title: () => sequenceWords('sequence.sequenceEpiro', { name: store.setup?.name ?? '' }) })

onMounted(async () => {
  view.reset()
  try {
    await store.open(id.value)
  } catch (error) {
    failure.value = openFailure(error)
  }
})
onBeforeUnmount(() => {
  view.reset()
  store.close()
})

const plan = computed(() => store.plan)
const options = computed(() => ({ numbered: numbered.value, instant: view.instant }))
/** Asked once of each set-up and person on this device. */
const session = useSessionStore()
const asked = computed(() => `epiro-flicker ${session.key} ${id.value}`)
const ask = ref(false)
const flickers = computed(
  () => store.setup !== null && cautionsOf(store.setup).some(caution => caution.id === 'flicker'),
)
watch(flickers, now => {
  if (now && !read(asked.value)) ask.value = true
})
/** A browser that keeps nothing asks again at the next visit. */
function read(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}
function askedAll(): void {
  ask.value = false
  try {
    localStorage.setItem(asked.value, '1')
  } catch {
    // Full or refused storage only means that it is asked once more.
  }
}
const instant = computed({
  get: () =>
    view.instant === null || !plan.value
      ? (plan.value?.sequence?.lastPop ?? 0)
      : view.instant - (plan.value.timing.captured ?? 0),
  set: (at: number) => {
    view.instant = plan.value?.timing.captured == null ? null : plan.value.timing.captured + at
  },
})
const description = computed(() => {
  const sequence = plan.value?.sequence
  if (!sequence) return sequenceWords('sequence.onePop')
  const places = positionsInPicture(plan.value!)
  const shown = sequence.exposures.filter(
    (e, i) => inField(plan.value!, places[i]!) && (view.instant === null || e.time <= instant.value + 1e-9),
  )
  const apart =
    sequence.step === null
      ? ''
      : sequenceWords('sequence.leastApart', { step: show(sequence.step, 'length', { unit: 'mm' }) })
  return sequenceWords('sequence.positionsPicture', {
    shown: shown.length,
    exposures: sequence.exposures.length,
    apart,
  })
})
async function save(): Promise<void> {
  if (plan.value)
    download(
      await framePng(plan.value, { numbered: numbered.value }),
      `${fileName(plan.value.setup.name)}-sequence.png`,
    )
}
usePageKeys(event => {
  pressed(KEYS.undo, event, { undo: store.undo, redo: store.redo })
})
</script>

<template>
  <div class="h-full">
    <Teleport defer to="#header-place">
      <NuxtLink v-if="store.setup" :to="`/setups/${id}`" class="truncate text-(--ink-soft) hover:underline">{{
        store.setup.name
      }}</NuxtLink>
      <h1 class="font-semibold">{{ sequenceWords('sequence.sequence') }}</h1>
      <PlanSaveStatus v-if="store.setup" />
      <PlanUndoRedo />
    </Teleport>
    <p v-if="failure || store.failed" role="alert" class="p-8">
      {{ failure || planFailure(store.failed) }}
      <NuxtLink to="/" class="underline">{{ sequenceWords('sequence.backShoots') }}</NuxtLink>
    </p>
    <div v-else-if="plan && store.setup" class="composer">
      <section :aria-label="sequenceWords('sequence.pops')" class="groups scrolls" tabindex="0">
        <SequenceGroupEditor :setup="store.setup" :plan="plan" />
      </section>
      <section :aria-label="sequenceWords('sequence.compositeFrame')" class="frame">
        <div class="frame-box">
          <ViewsFrameCanvas :plan="plan" :options="options" :description="description" />
        </div>
        <div class="narrow flex items-center gap-3 text-[11px] text-(--ink-soft)">
          <span class="min-w-0 flex-1 truncate" data-testid="composite">{{
            sequenceWords('sequence.frameWide', {
              description,
              fieldWidth: show(plan.optics.fieldWidth, 'length', { unit: 'mm' }),
            })
          }}</span>
          <label class="flex items-center gap-1"
            ><input v-model="numbered" type="checkbox" class="tick" /> {{ sequenceWords('sequence.numbered') }}</label
          >
          <UButton
            icon="i-lucide-image-down"
            size="xs"
            variant="ghost"
            :aria-label="sequenceWords('sequence.saveCompositeFramePng')"
            @click="save"
          />
        </div>
        <div v-if="plan.sequence" class="flex items-center gap-2 text-[11px] text-(--ink-soft)">
          <label for="scrub">{{ sequenceWords('sequence.up') }}</label>
          <input
            id="scrub"
            v-model.number="instant"
            type="range"
            class="flex-1 accent-(--light)"
            :min="Math.min(0, plan.sequence.firstPop)"
            :max="plan.sequence.lastPop"
            :step="Math.max(1e-5, plan.sequence.span / 500)"
          />
          <span class="tabular w-16 text-right">{{ show(instant, 'time') }}</span>
        </div>
      </section>
      <section :aria-label="sequenceWords('sequence.timeLine')" class="strip">
        <SequencePopStrip :plan="plan" />
      </section>
      <aside class="side scrolls" tabindex="0" :aria-label="sequenceWords('sequence.buildUpScheduleFindings')">
        <SequenceBuildUp :plan="plan" />
        <SequenceSchedulePanel :plan="plan" />
        <PlanFindingsList :plan="plan" />
      </aside>
    </div>
    <p v-else class="p-8 text-(--ink-soft)" role="status">{{ sequenceWords('sequence.openingSequence') }}</p>
    <UModal :open="ask" :dismissible="false" :title="sequenceWords('sequence.flicker')" :description="SCHEDULE_CAUTION">
      <template #footer>
        <UButton :label="sequenceWords('sequence.confirmEveryoneWasAsked')" @click="askedAll" />
      </template>
    </UModal>
  </div>
</template>

<style scoped>
.composer {
  display: grid;
  height: 100%;
  grid-template: 'groups frame side' minmax(0, 1fr) 'groups strip side' 220px / 272px minmax(0, 1fr) 320px;
}
.groups {
  grid-area: groups;
  border-right: 1px solid var(--hair);
  padding: 12px;
  min-height: 0;
}
.frame {
  grid-area: frame;
  background: var(--sheet);
  padding: 10px 14px 6px;
  min-height: 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto auto;
  gap: 4px;
}
.frame-box {
  min-height: 0;
  display: grid;
  align-items: center;
  justify-items: center;
}
.frame-box > * {
  max-width: min(100%, calc((100dvh - 390px) * 1.5));
}
.strip {
  grid-area: strip;
  border-top: 1px solid var(--hair);
  background: var(--sheet);
  min-width: 0;
  min-height: 0;
}
.side {
  grid-area: side;
  border-left: 1px solid var(--hair);
  padding: 12px;
  min-height: 0;
  display: grid;
  align-content: start;
  gap: 16px;
}
@media (max-width: 900px) {
  .composer {
    display: block;
    overflow-y: auto;
  }
  .strip {
    height: 220px;
  }
  .groups,
  .side {
    border: 0;
  }
}
</style>
