<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Plan } from '~~/core'
import { drawFrame } from '~/render/frame'

/** What the sensor will record. */
const { plan } = defineProps<{ plan: Plan }>()
const preferences = usePreferencesStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width } = useElementSize(box)
const ghosts = ref(false)
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
    drawFrame(context, width.value, height.value, plan, { ghosts: ghosts.value })
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
watch([() => plan, width, height, ghosts, () => preferences.look], draw, { flush: 'post' })
onMounted(draw)
onBeforeUnmount(() => cancelAnimationFrame(waiting))

const description = computed(() => {
  const { sharpness, exposure, optics } = plan
  const parts = [`Field ${show(optics.fieldWidth, 'length', { unit: 'mm' })} wide`]
  if (plan.caughtAt !== null) parts.push(`object ${show(plan.caughtAt, 'length', { unit: 'mm' })} past the near face`)
  parts.push(`streak ${show(sharpness.subject, 'length', { unit: 'mm' })}`)
  if (exposure.flash !== null) parts.push(`flash ${show(exposure.flash, 'stops')}`)
  if (plan.shutter.dark > 0) parts.push(`dark band over ${show(plan.shutter.dark, 'share')} at the right edge`)
  return parts.join(', ')
})
/** A round length of about a fifth of the frame, for the scale bar. */
const scaleBar = computed(() => {
  const target = plan.optics.fieldWidth / 5
  const power = 10 ** Math.floor(Math.log10(target))
  const round = [5, 2, 1].map(n => n * power).find(n => n <= target) ?? power
  return { metres: round, percent: (round / plan.optics.fieldWidth) * 100 }
})
</script>

<template>
  <figure class="grid gap-1">
    <div ref="box" class="relative w-full" style="outline: 1px solid var(--frame-edge)">
      <canvas ref="canvas" role="img" :aria-label="`Predicted frame. ${description}`" class="block w-full" :style="{ height: `${height}px` }" />
      <div class="narrow absolute bottom-1.5 left-2 text-[10px] leading-none" :style="{ color: preferences.look === 'work' ? '#f5f4ef' : 'var(--ink)', width: `${scaleBar.percent}%` }">
        {{ show(scaleBar.metres, 'length', { unit: 'mm' }) }}
        <div class="mt-1 border-b-2 border-current" />
      </div>
    </div>
    <figcaption class="narrow flex items-center justify-between gap-2 text-[11px] text-(--ink-soft)">
      <span>Predicted frame, {{ show(plan.optics.fieldWidth, 'length', { unit: 'mm' }) }} × {{ show(plan.optics.fieldHeight, 'length', { unit: 'mm' }) }}</span>
      <label class="flex items-center gap-1"><input v-model="ghosts" type="checkbox" class="tick"> next ten takes</label>
    </figcaption>
  </figure>
</template>
