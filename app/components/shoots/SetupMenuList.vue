<script setup lang="ts">
import type { DropdownMenuItem } from '@nuxt/ui'

/** The library's menu of a set-up, as `SetupMenu` shows it once it is opened. */
defineProps<{ items: DropdownMenuItem[][]; label: string }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <UDropdownMenu v-model:open="open" :items="items" :ui="{ content: 'rounded-none shadow-none ring-1 ring-default' }">
    <UButton icon="i-lucide-ellipsis" size="xs" variant="ghost" :aria-label="label" />
  </UDropdownMenu>
</template>
