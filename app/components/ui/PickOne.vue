<script setup lang="ts" generic="T">
/**
 * One of a few. The page draws the list, where a browser's own would be bright in a dark room; what stands for a choice
 * may be anything, nothing at all too.
 */
const { options, line = true } = defineProps<{
  options: readonly { value: T; label: string; group?: string }[]
  /** Whether a hairline runs under it, as under what is typed. */
  line?: boolean
}>()
const model = defineModel<T>({ required: true })

/** A closed list holds no more than what it shows: a page has dozens of them, and few are ever opened. */
const reached = ref(false)
/** Places in the list stand for what is chosen. */
const items = computed(() =>
  options.flatMap(({ label, group }, i) => {
    if (!reached.value) return String(i) === at.value ? [{ label, value: String(i) }] : []
    const headed = group && group !== options[i - 1]?.group
    return [...(headed ? [{ label: group, type: 'label' as const }] : []), { label, value: String(i) }]
  }),
)
const at = computed(() => String(options.findIndex(({ value }) => value === model.value)))
function pick(place?: string): void {
  const option = options[Number(place)]
  if (option) model.value = option.value
}

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
    :model-value="at"
    :items="items"
    size="xs"
    variant="none"
    :content="content"
    :ui="{
      base: line ? 'border-b border-(--hair) ps-1' : 'ps-0',
      content: 'w-auto min-w-(--reka-select-trigger-width)',
    }"
    @focusin="reached = true"
    @pointerenter="reached = true"
    @update:open="reached = true"
    @update:model-value="pick($event)"
  />
</template>
