<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Assessment } from '~~/core'
import { type Overlay, drawOver } from '~~/shared/render/over'
import { frameRender } from '~/services/frameRender'
import type { FrameGiven } from '~/workers/frame.worker'
import { viewsWords } from '~~/shared/texts/pages/views'

/**
 * The predicted frame, computed in a worker: first coarse, then better while one looks. With a scale bar, and the stops
 * under the pointer.
 */
const {
  plan,
  options,
  description,
  passes = 16,
  only = null,
  falseColour = false,
} = defineProps<{
  plan: Assessment
  options: Overlay
  description: string
  /** Passes after which the picture is good enough. */
  passes?: number
  /** The one light that is on; null: all of them. */
  only?: number | null
  falseColour?: boolean
}>()
const preferences = usePreferencesStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width } = useElementSize(box)
/** Of the sensor: its place is kept before its width is known, so that nothing below moves. */
const ratio = computed(() => plan.setup.camera.sensorWidth / plan.setup.camera.sensorHeight)
const height = computed(() => Math.round(width.value / ratio.value))

/** px across of the computed picture at most: larger places show it enlarged. */
const WIDEST = 640
const given = shallowRef<FrameGiven | null>(null)
const done = computed(() => given.value?.last ?? false)
const render = frameRender(picture => {
  given.value = picture
})
function ask(): void {
  if (width.value < 10) return
  const wide = Math.min(WIDEST, Math.round(width.value))
  render.wish({
    setup: plan.entered,
    options: { instant: options.instant ?? null, ...(only === null ? {} : { only: [only] }) },
    width: wide,
    height: Math.max(1, Math.round((wide * height.value) / width.value)),
    passes,
    whole: false,
    falseColour,
  })
}

let waiting = 0
function draw(): void {
  cancelAnimationFrame(waiting)
  waiting = requestAnimationFrame(() => {
    const context = canvas.value?.getContext('2d')
    if (!context || !canvas.value || width.value < 10) return
    const ratio = window.devicePixelRatio || 1
    canvas.value.width = Math.round(width.value * ratio)
    canvas.value.height = Math.round(height.value * ratio)
    if (given.value) {
      const picture = new OffscreenCanvas(given.value.width, given.value.height)
      picture.getContext('2d')!.putImageData(new ImageData(given.value.bytes, given.value.width), 0, 0)
      context.imageSmoothingQuality = 'high'
      context.drawImage(picture, 0, 0, canvas.value.width, canvas.value.height)
    }
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    drawOver(context, width.value, height.value, plan, options)
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
watch([() => plan, width, height, () => options.instant, () => only, () => falseColour, () => passes], ask)
watch([given, width, height, () => options, () => preferences.look], draw, { flush: 'post' })
onMounted(ask)
onBeforeUnmount(() => {
  cancelAnimationFrame(waiting)
  render.stop()
})

// ── stops under the pointer ──
const probe = ref<{ x: number; y: number } | null>(null)
function point(event: PointerEvent): void {
  const rect = (event.currentTarget as Element).getBoundingClientRect()
  probe.value = { x: (event.clientX - rect.left) / rect.width, y: (event.clientY - rect.top) / rect.height }
}
const probed = computed(() => {
  const picture = given.value
  if (!probe.value || !picture) return null
  const [x, y] = [probe.value.x * picture.width, probe.value.y * picture.height].map(Math.floor) as [number, number]
  const stops = picture.stops[y * picture.width + x]
  if (stops === undefined) return null
  return stops < -12 ? 'black' : show(stops, 'stops')
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
  <div ref="box" class="relative w-full" style="outline: 1px solid var(--frame-edge)">
    <canvas
      ref="canvas"
      role="img"
      :aria-label="viewsWords('frameCanvas.predictedFrame', { description })"
      :aria-busy="!given"
      :data-passes="given?.passes ?? -1"
      :data-done="done"
      class="block w-full bg-[#0b0b0c]"
      :style="{ height: height > 0 ? `${height}px` : 'auto', aspectRatio: ratio }"
      @pointermove="point"
      @pointerleave="probe = null"
    />
    <div
      class="narrow absolute bottom-1.5 left-2 text-[10px] leading-none"
      :style="{ color: preferences.look === 'work' ? '#f5f4ef' : 'var(--ink)', width: `${scaleBar.percent}%` }"
    >
      {{ show(scaleBar.metres, 'length', { unit: 'mm' }) }}
      <div class="mt-1 border-b-2 border-current" />
    </div>
    <p
      v-if="probed"
      class="narrow pointer-events-none absolute right-2 bottom-1.5 text-[10px] leading-none"
      :style="{ color: preferences.look === 'work' ? '#f5f4ef' : 'var(--ink)' }"
      data-testid="probe"
    >
      {{ viewsWords('frameCanvas.here', { probed }) }}
    </p>
  </div>
</template>
