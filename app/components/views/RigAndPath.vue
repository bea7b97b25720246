<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Plan } from '~~/core'
import { type Axes, isUpright, linear, pathTimeExtent, travelExtent } from './axes'

/** Table plan and path chart on one distance axis: one above the other, or side by side where the travel stands upright. */
const { plan } = defineProps<{ plan: Plan }>()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const GUTTER = 58
const upright = computed(() => isUpright(plan))
/** Where the table plan ends and the path chart begins. */
const split = computed(() => Math.round(upright.value ? width.value * 0.42 : height.value * 0.4))

const layout = computed<{ table: Axes, path: Axes }>(() => {
  const time = pathTimeExtent(plan)
  if (upright.value) {
    const top = 34
    const bottom = height.value - 26
    const [low, high] = travelExtent(plan, bottom - top, split.value)
    // A toss climbs; what falls or pours goes down.
    const along = linear([low, high], plan.setup.motion.kind === 'toss' ? [bottom, top] : [top, bottom])
    const perMetre = Math.abs(along(1) - along(0))
    const axis = split.value * 0.56
    return {
      table: { upright: true, along, across: linear([-1, 1], [axis - perMetre, axis + perMetre]) },
      path: { upright: true, along, across: linear(time, [split.value + GUTTER, Math.max(split.value + GUTTER + 100, width.value - 14)]) },
    }
  }
  const right = Math.max(GUTTER + 100, width.value - 10)
  const along = linear(travelExtent(plan, right - GUTTER, split.value), [GUTTER, right])
  const perMetre = Math.abs(along(1) - along(0))
  // Below the middle: lights stand behind, and a far camera is drawn broken off.
  const axis = split.value * 0.54
  return {
    table: { upright: false, along, across: linear([-1, 1], [axis + perMetre, axis - perMetre]) },
    path: { upright: false, along, across: linear(time, [split.value + 22, height.value - 20]) },
  }
})
const tableBounds = computed(() => (upright.value ? { x: 0, y: 0, width: split.value, height: height.value } : { x: 0, y: 0, width: width.value, height: split.value }))
const pathBounds = computed(() => (upright.value
  ? { x: split.value, y: 0, width: width.value - split.value, height: height.value }
  : { x: 0, y: split.value, width: width.value, height: height.value - split.value }))
</script>

<template>
  <div ref="box" class="h-full w-full overflow-hidden">
    <svg v-if="width > 0 && height > 0" class="drawing" :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="group" aria-label="Table plan and path chart">
      <defs>
        <clipPath id="table-area"><rect v-bind="tableBounds" /></clipPath>
      </defs>
      <ViewsTablePlan clip-path="url(#table-area)" :plan="plan" :axes="layout.table" :bounds="tableBounds" />
      <line v-if="upright" :x1="split" :x2="split" y1="0" :y2="height" class="hair" />
      <line v-else x1="0" :x2="width" :y1="split" :y2="split" class="hair" />
      <ViewsPathChart :plan="plan" :axes="layout.path" :bounds="pathBounds" />
    </svg>
  </div>
</template>
