<script setup lang="ts">
import type { FigureSource } from '~~/core'
import { SOURCE_TEXT } from '~~/shared/texts/knowledge'

/** Where a figure comes from, as a mark before its name: by shape, not by hue alone. */
const { from } = defineProps<{ from: FigureSource }>()
</script>

<template>
  <span class="mark" :class="`is-${from}`" :title="SOURCE_TEXT[from].means" :data-mark="from"
    ><span class="sr-only">{{ SOURCE_TEXT[from].word }}</span></span
  >
</template>

<style scoped>
.mark {
  display: inline-block;
  width: 7px;
  height: 7px;
  flex: none;
  align-self: center;
  border: 1px solid var(--ink-soft);
  border-radius: 50%;
}
.is-assumed {
  border-style: dotted;
}
.is-rated {
  background: linear-gradient(90deg, var(--ink-soft) 50%, transparent 50%);
}
.is-yours {
  background: var(--ink-soft);
}
.is-measured {
  background: var(--ink);
  border-color: var(--ink);
  border-radius: 0;
  transform: rotate(45deg);
}
</style>
