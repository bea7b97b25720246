<script setup lang="ts">
import { BANDS, type Plan } from '~~/core'
import type { Overlay } from '~~/shared/render/over'
import { viewsWords } from '~~/shared/texts/pages/views'

/** The frame as large as the screen allows: all lights or one alone, as it is recorded or its stops as colours. */
defineProps<{ plan: Plan; options: Overlay; description: string }>()
/** Index of the light shown alone; −1: all of them. */
const only = defineModel<number>('only', { required: true })
const falseColour = defineModel<boolean>('falseColour', { required: true })
const view = useViewStore()
const { show } = useNumbers()

const bands = BANDS.map(({ below, colour }, i) => ({
  colour: `rgb(${colour.join(' ')})`,
  text:
    below === Infinity
      ? viewsWords('predictedFrame.more', { below: show(BANDS[i - 1]!.below, 'stops') })
      : i === 0
        ? `under ${show(below, 'stops')}`
        : `to ${show(below, 'stops')}`,
}))
</script>

<template>
  <UModal
    v-model:open="view.enlarged"
    :title="viewsWords('predictedFrame.predictedFrame2')"
    :description="description"
    :ui="{ content: 'max-w-[min(1100px,calc((100dvh-230px)*1.5))] w-[92vw]' }"
  >
    <template #body>
      <ViewsFrameCanvas
        :plan="plan"
        :passes="48"
        :options="options"
        :only="plan.setup.flashes[only] ? only : null"
        :false-colour="falseColour"
        :description="description"
      />
      <div class="mt-2 flex flex-wrap items-center gap-4 text-[12px]">
        <label v-if="plan.setup.flashes.length > 0" class="flex items-center gap-1">
          {{ viewsWords('predictedFrame.lights') }}
          <UiPickOne
            v-model="only"
            :options="[
              { value: -1, label: viewsWords('predictedFrame.allLights') },
              ...plan.setup.flashes.map((flash, i) => ({
                value: i,
                label: viewsWords('predictedFrame.onlyLight', { name: flash.name }),
              })),
            ]"
            :aria-label="viewsWords('predictedFrame.lightsShown')"
          />
        </label>
        <label class="flex items-center gap-1"
          ><input v-model="falseColour" type="checkbox" class="tick" />
          {{ viewsWords('predictedFrame.falseColour') }}</label
        >
        <ul v-if="falseColour" class="flex flex-wrap gap-2" :aria-label="viewsWords('predictedFrame.falseColourScale')">
          <li v-for="band in bands" :key="band.text" class="flex items-center gap-1">
            <span class="inline-block size-3" :style="{ background: band.colour }" />{{ band.text }}
          </li>
        </ul>
      </div>
    </template>
  </UModal>
</template>
