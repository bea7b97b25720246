<script setup lang="ts">
import { entryAt } from './partEntry'

/**
 * A part of a drawing that stays where it is: a press shows its figures, Enter or the other button goes to the first.
 */
const { label, paths } = defineProps<{ label: string; paths: readonly string[] }>()
const view = useViewStore()

function enter(event: Event, quiet: boolean): void {
  view.entry = entryAt(event, label, paths, quiet)
}
function key(event: KeyboardEvent): void {
  if (event.key !== 'Enter' && event.key !== ' ') return
  event.preventDefault()
  event.stopPropagation()
  enter(event, false)
}
</script>

<template>
  <g
    v-if="paths.length > 0"
    role="button"
    tabindex="0"
    aria-haspopup="dialog"
    aria-keyshortcuts="Enter"
    :aria-label="label"
    @pointerdown.stop
    @click="enter($event, true)"
    @keydown="key"
    @contextmenu.prevent="enter($event, false)"
  >
    <slot />
  </g>
</template>
