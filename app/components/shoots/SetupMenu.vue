<script setup lang="ts">
import type { DropdownMenuItem } from '@nuxt/ui'

/** What can be done with a set-up, behind three dots. */
const { items, label } = defineProps<{ items: () => DropdownMenuItem[][]; label: string }>()
const open = defineModel<boolean>('open', { required: true })
const { part, reached, ahead, reach } = useReached(() => import('./SetupMenuList.vue').then(module => module.default))
watch(open, now => now && void reach(), { immediate: true })
</script>

<template>
  <component :is="part!" v-if="reached" v-model:open="open" :items="items()" :label="label" />
  <UButton
    v-else
    icon="i-lucide-ellipsis"
    size="xs"
    variant="ghost"
    aria-haspopup="menu"
    aria-expanded="false"
    :aria-label="label"
    @pointerenter="ahead"
    @focus="ahead"
    @click="open = true"
  />
</template>
