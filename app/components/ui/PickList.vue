<script setup lang="ts">
/** The library's list of a choice, as `PickOne` shows it once it is reached. */
const { items, line } = defineProps<{ items: { label: string; value?: string; type?: 'label' }[]; line: boolean }>()
const model = defineModel<string>({ required: true })
const open = defineModel<boolean>('open', { required: true })

const list = useTemplateRef<{ triggerRef?: HTMLElement }>('list')
defineExpose({ focus: () => list.value?.triggerRef?.focus() })

/**
 * A list that closes gives the focus back only where nobody has gone on: else the next key pressed would open it again.
 */
const content = {
  onCloseAutoFocus(event: Event): void {
    if (document.activeElement instanceof HTMLInputElement) event.preventDefault()
  },
}
</script>

<template>
  <USelect
    ref="list"
    v-model="model"
    v-model:open="open"
    :items="items"
    size="xs"
    variant="none"
    :content="content"
    :ui="{
      base: line ? 'border-b border-(--hair) ps-1' : 'ps-0',
      content: 'w-auto min-w-(--reka-select-trigger-width)',
    }"
  />
</template>
