<script setup lang="ts">
import type { Plan } from '~~/core'
import { assess, followed } from '~~/core'
import { flashLevelText } from '~~/shared/text/flashLevel'
import { download, fileName } from '~/services/download'
import { framePng } from '~/services/framePicture'
import { nextTakes } from '~/stores/view'
import { viewsWords } from '~~/shared/texts/pages/views'

/** What the sensor will record; larger on request, and as a PNG. */
const { plan } = defineProps<{ plan: Plan }>()
const view = useViewStore()
const store = useSetupStore()
const { show } = useNumbers()
const preferences = usePreferencesStore()
const enlargedOnce = useOnce(() => view.enlarged)
const failure = ref('')
const saving = ref(false)
/** What of it is shown: all lights, or one alone; as the sensor records it, or its stops as colours. */
const only = ref(-1)
const falseColour = ref(false)
const alone = computed(() => (plan.setup.flashes[only.value] ? only.value : null))

/** The frame as it stands while something is tried: the large one then shows what it would be. */
const before = computed(() => (store.preview && store.setup ? assess(store.setup) : null))

/** Where the next ten takes catch the object, m past the near face. */
const ghosts = computed(() =>
  !view.ghosts || plan.caughtAt === null
    ? []
    : nextTakes(plan).map(
        take => followed(plan.known, take.inputs)(take.captured as number) - take.inputs.subjectDistance,
      ),
)
const options = computed(() => ({ ghosts: ghosts.value, instant: view.instant }))
const waiting = computed(
  () => view.instant !== null && plan.timing.captured !== null && view.instant < plan.timing.captured,
)

const EDGES = {
  top: viewsWords('predictedFrame.topEdge'),
  bottom: viewsWords('predictedFrame.bottomEdge'),
  left: viewsWords('predictedFrame.leftEdge'),
  right: viewsWords('predictedFrame.rightEdge'),
  all: viewsWords('predictedFrame.wholeFrame'),
} as const
const description = computed(() => {
  const { sharpness, exposure, optics } = plan
  const parts = [
    viewsWords('predictedFrame.fieldWide', { fieldWidth: show(optics.fieldWidth, 'length', { unit: 'mm' }) }),
  ]
  if (plan.caughtAt !== null)
    parts.push(
      viewsWords('predictedFrame.objectPastEntryFace', { caughtAt: show(plan.caughtAt, 'length', { unit: 'mm' }) }),
    )
  parts.push(viewsWords('predictedFrame.streak', { subject: show(sharpness.subject, 'length', { unit: 'mm' }) }))
  const { ghost } = sharpness
  if (ghost) {
    const under = show(ghost.under, 'stops', { unit: 'unsigned' })
    parts.push(viewsWords('predictedFrame.ghostUnder', { ghost: show(ghost.length, 'length', { unit: 'mm' }), under }))
  }
  const flashes = flashLevelText(plan, preferences.system)
  if (flashes) parts.push(`${flashes[0].toLowerCase()} ${flashes[1]}`)
  if (!exposure.black) parts.push(viewsWords('predictedFrame.roomLight', { ambient: show(exposure.ambient, 'stops') }))
  if (plan.shutter.dark > 0.0005)
    parts.push(
      viewsWords('predictedFrame.darkBandOver', {
        dark: show(plan.shutter.dark, 'share'),
        edge: EDGES[plan.shutter.edge],
      }),
    )
  else if (plan.shutter.lostWorst >= 1 / 6)
    parts.push(
      viewsWords('predictedFrame.flashCutOff', {
        lostWorst: show(-plan.shutter.lostWorst, 'stops'),
        edge: EDGES[plan.shutter.edge],
      }),
    )
  return parts.join(', ')
})

async function save(): Promise<void> {
  failure.value = ''
  saving.value = true
  try {
    download(await framePng(plan, { ghosts: ghosts.value }), `${fileName(plan.setup.name) || 'frame'}.png`)
  } catch (error) {
    failure.value = (error as Error).message
  }
  saving.value = false
}
const fieldSize = computed(() => {
  const { fieldWidth, fieldHeight } = plan.optics
  return `${show(fieldWidth, 'length', { unit: 'mm' })} × ${show(fieldHeight, 'length', { unit: 'mm' })}`
})
</script>

<template>
  <figure class="grid gap-1">
    <div class="relative">
      <ViewsFrameCanvas
        :plan="plan"
        :options="options"
        :only="alone"
        :false-colour="falseColour"
        :description="waiting ? viewsWords('predictedFrame.nothingRecordedYet', { description }) : description"
      />
      <div v-if="before" class="before" data-testid="frame-before">
        <ViewsFrameCanvas
          :plan="before"
          :passes="4"
          :options="{}"
          :only="alone"
          :false-colour="falseColour"
          :description="viewsWords('predictedFrame.currentFrameWithoutPreview')"
        />
        <p class="narrow">{{ viewsWords('predictedFrame.before') }}</p>
      </div>
    </div>
    <figcaption class="narrow flex items-center gap-2 text-[11px] text-(--ink-soft)">
      <span class="min-w-0 flex-1 truncate">{{
        waiting
          ? viewsWords('predictedFrame.nothingRecordedYet2')
          : viewsWords('predictedFrame.predictedFrame', { fieldSize })
      }}</span>
      <label class="flex items-center gap-1 whitespace-nowrap"
        ><input v-model="view.ghosts" type="checkbox" class="tick" /> {{ viewsWords('predictedFrame.tenTakes') }}</label
      >
      <UButton
        icon="i-lucide-expand"
        size="xs"
        variant="ghost"
        :aria-label="viewsWords('predictedFrame.enlargePredictedFrame')"
        @click="view.enlarged = true"
      />
      <UButton
        icon="i-lucide-image-down"
        size="xs"
        variant="ghost"
        :aria-label="viewsWords('predictedFrame.savePredictedFramePng')"
        :loading="saving"
        @click="save"
      />
    </figcaption>
    <p v-if="failure" role="alert" class="text-[11px] text-(--bad)">
      {{ failure }}
    </p>
    <LazyViewsEnlargedFrame
      v-if="enlargedOnce"
      v-model:only="only"
      v-model:false-colour="falseColour"
      :plan="plan"
      :options="options"
      :description="description"
    />
  </figure>
</template>

<style scoped>
.before {
  position: absolute;
  top: 0;
  right: 0;
  width: 44%;
  border-left: 2px solid var(--sheet);
  border-bottom: 2px solid var(--sheet);
  background: var(--sheet);
  pointer-events: none;
}
.before p {
  font-size: 10.5px;
  line-height: 1.2;
  color: var(--ink-soft);
  padding: 1px 4px;
}
</style>
