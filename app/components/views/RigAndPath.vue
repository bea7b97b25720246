<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Plan } from '~~/core'
import { linear, travelExtent } from './scale'

/** Table plan over path chart, on one distance axis. */
const { plan } = defineProps<{ plan: Plan }>()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)
const left = 58
const tableHeight = computed(() => Math.round(height.value * 0.4))
const right = computed(() => Math.max(left + 100, width.value - 10))
const x = computed(() => linear(travelExtent(plan, right.value - left, tableHeight.value), [left, right.value]))
</script>

<template>
  <div ref="box" class="h-full w-full overflow-hidden">
    <svg v-if="width > 0 && height > 0" class="drawing" :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="group" aria-label="Table plan and path chart">
      <defs>
        <pattern id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--ink)" stroke-width="1.4" />
        </pattern>
        <clipPath id="table-area"><rect x="0" y="0" :width="width" :height="tableHeight" /></clipPath>
      </defs>
      <ViewsTablePlan clip-path="url(#table-area)" :plan="plan" :x="x" :top="0" :height="tableHeight" />
      <line x1="0" :x2="width" :y1="tableHeight" :y2="tableHeight" class="hair" />
      <ViewsPathChart :plan="plan" :x="x" :top="tableHeight" :height="height - tableHeight" />
    </svg>
  </div>
</template>
