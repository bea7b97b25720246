<script setup lang="ts">
import { planWords } from '~~/shared/texts/pages/plan'

/** One step back or forth in the set-up at hand. */
const store = useSetupStore()
</script>

<template>
  <span class="flex">
    <UButton
      icon="i-lucide-undo-2"
      size="xs"
      variant="ghost"
      :aria-label="planWords('undoRedo.undo')"
      :disabled="!store.canUndo"
      @click="store.undo()"
    />
    <UButton
      icon="i-lucide-redo-2"
      size="xs"
      variant="ghost"
      :aria-label="planWords('undoRedo.redo')"
      :disabled="!store.canRedo"
      @click="store.redo()"
    />
  </span>
</template>
