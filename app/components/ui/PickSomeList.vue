<script setup lang="ts">
/** The library's list of several choices, as `PickSome` shows it once it is reached. */
const { options, all, text } = defineProps<{
  options: readonly { value: string; label: string }[]
  all: string
  /** What is chosen, in words. */
  text: string
}>()
const model = defineModel<string[]>({ required: true })
const open = defineModel<boolean>('open', { required: true })

const list = useTemplateRef<{ triggerRef?: HTMLElement }>('list')
defineExpose({ focus: () => list.value?.triggerRef?.focus() })
</script>

<template>
  <USelect
    ref="list"
    v-model="model"
    v-model:open="open"
    multiple
    :items="[...options]"
    value-key="value"
    size="xs"
    variant="none"
    :placeholder="all"
    :ui="{ base: 'border-b border-(--hair) ps-1', content: 'w-auto min-w-(--reka-select-trigger-width)' }"
    ><span class="truncate">{{ text }}</span></USelect
  >
</template>
