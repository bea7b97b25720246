<script setup lang="ts">
import { svgPoint } from '~/composables/useSvgPoint'

/** A part of a drawing that can be dragged or nudged: a slider to the keyboard and the screen reader. */
const props = defineProps<{ label: string, value: number, valueText: string, min: number, max: number, vertical?: boolean }>()
const emit = defineEmits<{ drag: [point: { x: number, y: number }, id: string], nudge: [steps: number] }>()

let grabbed = false
let drags = 0

function down(event: PointerEvent): void {
  const target = event.currentTarget as SVGGElement
  target.setPointerCapture(event.pointerId)
  target.focus()
  grabbed = true
  drags++
}
function move(event: PointerEvent): void {
  if (grabbed) emit('drag', svgPoint(event), `${props.label}-${drags}`)
}
function key(event: KeyboardEvent): void {
  const step = event.shiftKey ? 10 : 1
  const steps = ({ ArrowRight: step, ArrowLeft: -step, ArrowUp: props.vertical ? -step : step, ArrowDown: props.vertical ? step : -step } as Record<string, number>)[event.key]
  if (steps === undefined) return
  event.preventDefault()
  emit('nudge', steps)
}
</script>

<template>
  <g
    role="slider" tabindex="0" :aria-label="label" :aria-valuenow="value" :aria-valuemin="min" :aria-valuemax="max" :aria-valuetext="valueText"
    :aria-orientation="vertical ? 'vertical' : 'horizontal'"
    @pointerdown.prevent="down" @pointermove="move" @pointerup="grabbed = false" @pointercancel="grabbed = false" @keydown="key"
  >
    <slot />
  </g>
</template>
