<script setup lang="ts">
import type { PlacedLabel } from './labels'

/** Labels of a drawing, over everything else, clear of each other. */
defineProps<{ labels: readonly PlacedLabel[] }>()
</script>

<template>
  <g class="pointer-events-none" data-layer="labels">
    <text
      v-for="label in labels"
      :key="label.id"
      :x="label.x"
      :y="label.y"
      :text-anchor="label.anchor"
      class="halo"
      :font-weight="label.bold ? 600 : 400"
      :style="label.colour ? { fill: label.colour } : {}"
      :data-label="label.id"
    >
      {{ label.text }}
    </text>
  </g>
</template>
