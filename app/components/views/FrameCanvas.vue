<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Plan } from '~~/core'
import { type FrameOptions, drawFrame } from '~~/shared/render/frame'

/** The predicted frame on a canvas as wide as its place, with a scale bar. */
const { plan, options, description } = defineProps<{ plan: Plan, options: FrameOptions, description: string }>()
const preferences = usePreferencesStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width } = useElementSize(box)
const height = computed(() => Math.round(width.value * (plan.setup.camera.sensorHeight / plan.setup.camera.sensorWidth)))

let waiting = 0
function draw(): void {
  cancelAnimationFrame(waiting)
  waiting = requestAnimationFrame(() => {
    const context = canvas.value?.getContext('2d')
    if (!context || !canvas.value || width.value < 10) return
    const ratio = window.devicePixelRatio || 1
    canvas.value.width = Math.round(width.value * ratio)
    canvas.value.height = Math.round(height.value * ratio)
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    drawFrame(context, width.value, height.value, plan, options)
    if (preferences.look === 'safelight') {
      // Nothing but deep red in the dark: the tones stay, the hues go.
      context.globalCompositeOperation = 'saturation'
      context.fillStyle = '#000'
      context.fillRect(0, 0, width.value, height.value)
      context.globalCompositeOperation = 'multiply'
      context.fillStyle = '#c8281c'
      context.fillRect(0, 0, width.value, height.value)
      context.globalCompositeOperation = 'source-over'
    }
  })
}
watch([() => plan, width, height, () => options, () => preferences.look], draw, { flush: 'post' })
onMounted(draw)
onBeforeUnmount(() => cancelAnimationFrame(waiting))

/** A round length of about a fifth of the frame, for the scale bar. */
const scaleBar = computed(() => {
  const target = plan.optics.fieldWidth / 5
  const power = 10 ** Math.floor(Math.log10(target))
  const round = [5, 2, 1].map(n => n * power).find(n => n <= target) ?? power
  return { metres: round, percent: (round / plan.optics.fieldWidth) * 100 }
})
</script>

<template>
  <div ref="box" class="relative w-full" style="outline: 1px solid var(--frame-edge)">
    <canvas ref="canvas" role="img" :aria-label="`Predicted frame. ${description}`" class="block w-full" :style="{ height: `${height}px` }" />
    <div class="narrow absolute bottom-1.5 left-2 text-[10px] leading-none" :style="{ color: preferences.look === 'work' ? '#f5f4ef' : 'var(--ink)', width: `${scaleBar.percent}%` }">
      {{ show(scaleBar.metres, 'length', { unit: 'mm' }) }}
      <div class="mt-1 border-b-2 border-current" />
    </div>
  </div>
</template>
