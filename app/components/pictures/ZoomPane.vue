<script setup lang="ts">
import { KEYS } from '~~/shared/texts/keys'
import { extentWithin } from '~/utils/extent'
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
/** Looks so closely about a place, no farther than the picture goes. */
function to(x: number, y: number, zoom: number): void {
  const half = 0.5 / Math.min(CLOSEST, Math.max(1, zoom))
  const middle = (about: number): number => extentWithin([about - half, about + half], [0, 1])[0] + half
  look.value = { x: middle(x), y: middle(y), zoom: 0.5 / half }
}
/** What stands at a share of the pane stays there. */
function closer(factor: number, at: { x: number; y: number }): void {
  const { x, y, zoom } = look.value
  const next = Math.min(CLOSEST, Math.max(1, zoom / factor))
  to(x + (at.x - 0.5) * (1 / zoom - 1 / next), y + (at.y - 0.5) * (1 / zoom - 1 / next), next)
}
/** The pane is counted in shares of itself. */
const hands = usePanZoom({
  zoom: closer,
  pan(from, there) {
    const { x, y, zoom } = look.value
    to(x + (from.x - there.x) / zoom, y + (from.y - there.y) / zoom, zoom)
  },
  placeOf({ clientX, clientY }) {
    const { left, top, width, height } = box.value!.getBoundingClientRect()
    return { x: (clientX - left) / width, y: (clientY - top) / height }
  },
})
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
    @dblclick="look.zoom > 1 ? to(0.5, 0.5, 1) : to(0.5, 0.5, 4)"
    @keydown="key"
    v-on="hands"
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
