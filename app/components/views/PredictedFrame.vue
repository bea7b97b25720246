<script setup lang="ts">
import type { Plan } from '~~/core'
import { followed } from '~~/core'
import { download, fileName } from '~/services/download'
import { framePng } from '~/services/framePicture'
import { nextTakes } from '~/stores/view'

/** What the sensor will record; larger on request, and as a PNG. */
const { plan } = defineProps<{ plan: Plan }>()
const view = useViewStore()
const { show } = useNumbers()
const large = ref(false)
const failure = ref('')

/** Where the next ten takes catch the object, m past the near face. */
const ghosts = computed(() => (!view.ghosts || plan.caughtAt === null
  ? []
  : nextTakes(plan).map(take => followed(plan.setup, plan.drag, take.inputs)(take.captured as number) - take.inputs.subjectDistance)))
const options = computed(() => ({ ghosts: ghosts.value, instant: view.instant }))
const waiting = computed(() => view.instant !== null && plan.timing.captured !== null && view.instant < plan.timing.captured)

const EDGES = { top: 'top edge', bottom: 'bottom edge', left: 'left edge', right: 'right edge', all: 'the whole frame' } as const
const description = computed(() => {
  const { sharpness, exposure, optics } = plan
  const parts = [`Field ${show(optics.fieldWidth, 'length', { unit: 'mm' })} wide`]
  if (plan.caughtAt !== null) parts.push(`object ${show(plan.caughtAt, 'length', { unit: 'mm' })} past the near face`)
  parts.push(`streak ${show(sharpness.subject, 'length', { unit: 'mm' })}`)
  if (exposure.flash !== null) parts.push(`flash ${show(exposure.flash, 'stops')}`)
  if (!exposure.black) parts.push(`the room shows at ${show(exposure.ambient, 'stops')}`)
  if (plan.shutter.dark > 0.0005) parts.push(`dark band over ${show(plan.shutter.dark, 'share')}, ${EDGES[plan.shutter.edge]}`)
  else if (plan.shutter.lostWorst >= 1 / 6) parts.push(`${show(-plan.shutter.lostWorst, 'stops')} of flash cut off, ${EDGES[plan.shutter.edge]}`)
  return parts.join(', ')
})

async function save(): Promise<void> {
  failure.value = ''
  try { download(await framePng(plan, { ghosts: ghosts.value }), `${fileName(plan.setup.name) || 'frame'}.png`) }
  catch (error) { failure.value = (error as Error).message }
}
</script>

<template>
  <figure class="grid gap-1">
    <ViewsFrameCanvas :plan="plan" :options="options" :description="waiting ? `Nothing recorded yet. ${description}` : description" />
    <figcaption class="narrow flex items-center gap-2 text-[11px] text-(--ink-soft)">
      <span class="min-w-0 flex-1 truncate">{{ waiting ? 'Nothing recorded yet' : `Predicted frame, ${show(plan.optics.fieldWidth, 'length', { unit: 'mm' })} × ${show(plan.optics.fieldHeight, 'length', { unit: 'mm' })}` }}</span>
      <label class="flex items-center gap-1 whitespace-nowrap"><input v-model="view.ghosts" type="checkbox" class="tick"> ten takes</label>
      <UButton icon="i-lucide-expand" size="xs" variant="ghost" aria-label="Enlarge the predicted frame" @click="large = true" />
      <UButton icon="i-lucide-image-down" size="xs" variant="ghost" aria-label="Save the predicted frame as PNG" @click="save" />
    </figcaption>
    <p v-if="failure" role="alert" class="text-[11px] text-(--bad)">
      {{ failure }}
    </p>
    <UModal v-model:open="large" title="Predicted frame" :description="description" :ui="{ content: 'max-w-[1100px] w-[92vw]' }">
      <template #body>
        <ViewsFrameCanvas :plan="plan" :options="options" :description="description" />
      </template>
    </UModal>
  </figure>
</template>
