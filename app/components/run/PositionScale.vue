<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Plan } from '~~/core'
import { linear } from '~/components/views/linear'
import { svgPoint } from '~/composables/useSvgPoint'
import { runWords } from '~~/shared/texts/pages/run'

/** How far past the mark the object was: marked on a scale of the frame, or typed. */
const { plan } = defineProps<{ plan: Plan }>()
const position = defineModel<number | null>({ required: true })
const { show } = useNumbers()

const svg = useTemplateRef<SVGSVGElement>('svg')
const { width } = useElementSize(svg)
/** Drawn at its own size, so that its figures are as large on a phone. */
const W = computed(() => Math.max(300, width.value))
const half = computed(() => plan.optics.fieldWidth / 2)
const x = computed(() => linear([-half.value, half.value], [10, W.value - 10]))
const step = computed(() => (half.value > 0.5 ? 0.01 : half.value > 0.05 ? 0.001 : 0.0005))
function mark(event: PointerEvent): void {
  position.value = Number((Math.round(x.value.invert(svgPoint(event).x) / step.value) * step.value).toFixed(6))
}
function key(event: KeyboardEvent): void {
  const by = ({ ArrowLeft: -1, ArrowRight: 1 } as Record<string, number>)[event.key]
  if (by === undefined) return
  event.preventDefault()
  event.stopPropagation()
  position.value = Number(((position.value ?? 0) + by * step.value * (event.shiftKey ? 10 : 1)).toFixed(6))
}
</script>

<template>
  <svg
    ref="svg"
    class="drawing h-[54px] w-full cursor-crosshair"
    :viewBox="`0 0 ${W} 54`"
    role="slider"
    tabindex="0"
    :aria-label="runWords('positionScale.distancePastMark')"
    :aria-valuenow="position ?? 0"
    :aria-valuemin="-half"
    :aria-valuemax="half"
    :aria-valuetext="position === null ? runWords('positionScale.notMarked') : show(position, 'length', { unit: 'mm' })"
    @pointerdown.prevent="mark"
    @keydown="key"
  >
    <rect
      :x="x(-plan.setup.moment.window.beforeDistance)"
      :width="x(plan.setup.moment.window.afterDistance) - x(-plan.setup.moment.window.beforeDistance)"
      y="6"
      height="26"
      fill="var(--light-fill)"
      opacity="0.35"
    />
    <line x1="10" :x2="W - 10" y1="32" y2="32" class="firm" />
    <template v-for="tick in x.ticks(W > 500 ? 7 : 4)" :key="tick">
      <line :x1="x(tick)" :x2="x(tick)" y1="28" y2="36" class="thin" />
      <text :x="x(tick)" y="50" text-anchor="middle" style="font-size: 14px">
        {{ show(tick, 'length', { unit: 'mm' }) }}
      </text>
    </template>
    <line :x1="x(0)" :x2="x(0)" y1="2" y2="36" class="thin" stroke-dasharray="4 3" />
    <path v-if="position !== null" :d="`M${x(position)} 31l-8 -20h16z`" style="fill: var(--ink)" />
  </svg>
</template>
