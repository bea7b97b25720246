<script setup lang="ts">
import { svgPoint } from '~/composables/useSvgPoint'
import { entryAt } from './partEntry'
import { KEYS } from '~~/shared/texts/keys'

/**
 * A part of a drawing that can be dragged, nudged or given exactly: a slider to the keyboard and the screen reader.
 * Arrow keys move it the way they point;
 * Touched without being moved it shows its figures; Enter, a double press or the other button goes to the first.
 */
const { label, paths = [] } = defineProps<{
  label: string
  value: number
  valueText: string
  min: number
  max: number
  vertical?: boolean
  paths?: readonly string[]
}>()
const emit = defineEmits<{
  /** `free`: no snapping wanted. */
  drag: [point: { x: number; y: number }, id: string, free: boolean]
  /** Steps to the right and down the sheet. */
  nudge: [right: number, down: number]
}>()
const view = useViewStore()

let grabbed = false
let from = { x: 0, y: 0 }
let moved = false
let drags = 0
/** From the pointer to the handle's own place when it was taken hold of; the handle does not jump to the pointer. */
function down(event: PointerEvent): void {
  if (event.button > 0) return
  moved = false
  from = svgPoint(event)
  const target = event.currentTarget as SVGGElement
  target.setPointerCapture(event.pointerId)
  target.focus()
  grabbed = true
  drags++
}
function move(event: PointerEvent): void {
  if (!grabbed) return
  const to = svgPoint(event)
  if (!moved && to.x === from.x && to.y === from.y) return
  moved = true
  view.entry = null
  emit('drag', to, `${label}-${drags}`, event.altKey)
}
function up(event: PointerEvent): void {
  if (grabbed && !moved) enter(event, true)
  grabbed = false
}
function enter(event: Event, quiet = false): void {
  if (paths.length === 0) return
  view.entry = entryAt(event, label, paths, quiet)
}
/** The other button, or a finger that stays: on a thing with figures these come, not the browser's menu. */
function asked(event: Event): void {
  if (paths.length === 0) return
  event.preventDefault()
  grabbed = false
  enter(event)
}
function key(event: KeyboardEvent): void {
  const step = event.shiftKey ? 10 : 1
  const nudge = (across: number, down: number) => (): void => emit('nudge', across * step, down * step)
  const taken = pressed(KEYS.part, event, {
    type: () => enter(event),
    left: nudge(-1, 0),
    right: nudge(1, 0),
    up: nudge(0, -1),
    down: nudge(0, 1),
  })
  // The drawing behind it moves by the same keys.
  if (taken) event.stopPropagation()
}
</script>

<template>
  <g
    role="slider"
    tabindex="0"
    :aria-label="label"
    :aria-valuenow="value"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :aria-valuetext="valueText"
    :aria-orientation="vertical ? 'vertical' : 'horizontal'"
    :aria-keyshortcuts="paths.length > 0 ? 'Enter' : undefined"
    @pointerdown.prevent.stop="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="grabbed = false"
    @keydown="key"
    @dblclick="enter($event)"
    @contextmenu="asked"
  >
    <slot />
  </g>
</template>
