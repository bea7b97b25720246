<script setup lang="ts">
import { KEYS } from '~~/shared/texts/keys'
import { picturesWords } from '~~/shared/texts/pages/pictures'

/** One of two pictures whose zoom goes together: where it looks, as a share of the picture, and how closely. */
export interface Look {
  x: number
  y: number
  zoom: number
}
const { id, alt } = defineProps<{ id: string; alt: string }>()
const look = defineModel<Look>('look', { required: true })

const CLOSEST = 16
const box = useTemplateRef<HTMLElement>('box')
const style = computed(() => ({
  transform: `scale(${look.value.zoom}) translate(${(0.5 - look.value.x) * 100}%, ${(0.5 - look.value.y) * 100}%)`,
}))
const within = (share: number, zoom: number): number => Math.min(1 - 0.5 / zoom, Math.max(0.5 / zoom, share))
function to(x: number, y: number, zoom: number): void {
  const close = Math.min(CLOSEST, Math.max(1, zoom))
  look.value = { x: within(x, close), y: within(y, close), zoom: close }
}

function wheel(event: WheelEvent): void {
  const rect = box.value!.getBoundingClientRect()
  const { x, y, zoom } = look.value
  const next = Math.min(CLOSEST, Math.max(1, zoom * Math.exp(-event.deltaY * 0.002)))
  // What is under the pointer stays under it.
  const [dx, dy] = [(event.clientX - rect.left) / rect.width - 0.5, (event.clientY - rect.top) / rect.height - 0.5]
  to(x + dx / zoom - dx / next, y + dy / zoom - dy / next, next)
}
/** Fingers or the pointer on the picture, and where each was last. */
const held = new Map<number, { x: number; y: number }>()
const spread = (): number => {
  const [a, b] = [...held.values()]
  return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0
}
function down(event: PointerEvent): void {
  box.value!.setPointerCapture(event.pointerId)
  held.set(event.pointerId, { x: event.clientX, y: event.clientY })
}
function move(event: PointerEvent): void {
  const last = held.get(event.pointerId)
  if (!last) return
  const rect = box.value!.getBoundingClientRect()
  const before = spread()
  held.set(event.pointerId, { x: event.clientX, y: event.clientY })
  const { x, y, zoom } = look.value
  const shared = 1 / held.size
  to(
    x - ((event.clientX - last.x) * shared) / rect.width / zoom,
    y - ((event.clientY - last.y) * shared) / rect.height / zoom,
    before > 0 ? zoom * (spread() / before) : zoom,
  )
}
const up = (event: PointerEvent): void => {
  held.delete(event.pointerId)
}
function key(event: KeyboardEvent): void {
  const { x, y, zoom } = look.value
  const step = 0.1 / zoom
  const moved = pressed(KEYS.pictures, event, {
    zoomIn: () => to(x, y, zoom * 1.5),
    zoomOut: () => to(x, y, zoom / 1.5),
    fit: () => to(0.5, 0.5, 1),
    left: () => to(x - step, y, zoom),
    right: () => to(x + step, y, zoom),
    up: () => to(x, y - step, zoom),
    down: () => to(x, y + step, zoom),
  })
  if (moved) event.stopPropagation()
}
</script>

<template>
  <div
    ref="box"
    class="pane"
    tabindex="0"
    role="group"
    :aria-label="picturesWords('zoomPane.plusMinusZoomArrows', { alt })"
    @wheel.prevent="wheel"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="up"
    @dblclick="look.zoom > 1 ? to(0.5, 0.5, 1) : to(0.5, 0.5, 4)"
    @keydown="key"
  >
    <div class="h-full w-full" :style="style">
      <PicturesPictureView :id="id" :alt="alt" />
    </div>
  </div>
</template>

<style scoped>
.pane {
  overflow: hidden;
  touch-action: none;
  cursor: grab;
  aspect-ratio: 3 / 2;
  background: #000;
  outline-offset: -2px;
}
.pane:active {
  cursor: grabbing;
}
.pane > div {
  transform-origin: 50% 50%;
  will-change: transform;
}
</style>
