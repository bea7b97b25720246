<script setup lang="ts">
/**
 * A list that is not opened yet. The library's takes sixteen parts to stand there closed, and a page has dozens of
 * which few are ever opened: until it is reached, by key, pointer or finger, this button stands in its place.
 */
const {
  label,
  line = true,
  ahead,
} = defineProps<{
  /** What is chosen. */
  label: string
  /** Whether a hairline runs under it, as under what is typed. */
  line?: boolean
  /** Reads the list that takes its place. */
  ahead: () => Promise<void>
}>()
const emit = defineEmits<{ reach: [then: { focus?: boolean; open?: boolean }] }>()

/** What is pressed has been chosen: what stands there changes when finger or button is lifted. */
let pressed = false
const onPress = (): void => void (pressed = true)
async function onEnter({ pointerType }: PointerEvent): Promise<void> {
  if (pointerType === 'touch') return
  await ahead()
  if (!pressed) emit('reach', {})
}
function onFocus(): void {
  if (!pressed) emit('reach', { focus: true })
}
</script>

<template>
  <button
    type="button"
    role="combobox"
    aria-expanded="false"
    aria-autocomplete="none"
    data-state="closed"
    class="closed"
    :class="line ? 'border-b border-(--hair) ps-1' : 'ps-0'"
    @focus="onFocus"
    @pointerenter="onEnter"
    @pointerdown="onPress"
    @click="emit('reach', { focus: true, open: true })"
  >
    <span class="truncate">{{ label }}</span>
    <UIcon name="i-lucide-chevron-down" class="chevron" />
  </button>
</template>

<style scoped>
/* As the library's own stands there. */
.closed {
  position: relative;
  display: inline-flex;
  align-items: center;
  gap: 4px;
  padding: 4px 28px 4px 8px;
  font-size: 12px;
  line-height: 16px;
  color: var(--ui-text-highlighted);
  background: transparent;
}
.closed.ps-1 {
  padding-inline-start: 4px;
}
.closed.ps-0 {
  padding-inline-start: 0;
}
.chevron {
  position: absolute;
  inset-inline-end: 8px;
  width: 16px;
  height: 16px;
  color: var(--ui-text-dimmed);
}
</style>
