<script setup lang="ts">
import { changedPaths, fieldAt } from '~~/core'

/** Whether the work is saved; where two versions met, both and the choice between them. */
const store = useSetupStore()
const TEXTS = { saved: 'Saved', waiting: 'Saving …', saving: 'Saving …', offline: 'Not sent yet: kept in this browser', conflict: 'Changed elsewhere', refused: 'Not saved' } as const

const differences = computed(() => {
  if (!store.theirs || !store.setup) return []
  return changedPaths(store.theirs.setup, store.setup).map(path => fieldAt(path)?.label ?? path)
})
</script>

<template>
  <span role="status" class="truncate text-[12px]" :class="store.saveState === 'saved' ? 'text-(--ink-soft)' : 'font-semibold'" data-testid="save-state">
    {{ TEXTS[store.saveState] }}{{ store.saveState === 'refused' ? `: ${store.saveMessage}` : '' }}
  </span>
  <UModal :open="store.saveState === 'conflict'" :dismissible="false" title="Changed elsewhere" description="This set-up was saved in another tab or on another device since you opened it. Nothing has been overwritten.">
    <template #body>
      <p class="mb-2 text-sm">
        The two versions differ in:
      </p>
      <ul class="list-inside list-disc text-sm">
        <li v-for="name in differences" :key="name">
          {{ name }}
        </li>
      </ul>
    </template>
    <template #footer>
      <UButton label="Keep mine" @click="store.resolve('mine')" />
      <UButton variant="outline" label="Take theirs" @click="store.resolve('theirs')" />
    </template>
  </UModal>
</template>
