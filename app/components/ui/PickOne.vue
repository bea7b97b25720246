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

defineOptions({ inheritAttrs: false })

/**
 * The library's list takes sixteen parts to stand there closed, and a page has dozens of which few are ever opened:
 * until it is reached, by key, pointer or finger, a plain button stands in its place.
 */
const reached = ref(false)
const open = ref(false)
const root = useTemplateRef<{ triggerRef?: HTMLElement }>('list')
async function reach(then: { focus?: boolean; open?: boolean } = {}): Promise<void> {
  reached.value = true
  await nextTick()
  const trigger = root.value?.triggerRef
  if (then.focus) trigger?.focus()
  if (then.open) open.value = true
}
/** What is pressed has been chosen: what stands there changes when finger or button is lifted. */
let pressed = false
const onPress = (): void => void (pressed = true)
function onEnter({ pointerType }: PointerEvent): void {
  if (pointerType !== 'touch') void reach()
}
function onFocus(): void {
  if (!pressed) void reach({ focus: true })
}
const label = computed(() => options[Number(at.value)]?.label ?? '')

/** Places in the list stand for what is chosen. */
const items = computed(() =>
  options.flatMap(({ label: text, group }, i) => {
    const headed = group && group !== options[i - 1]?.group
    return [...(headed ? [{ label: group, type: 'label' as const }] : []), { label: text, value: String(i) }]
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
  <button
    v-if="!reached"
    v-bind="$attrs"
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
    @click="reach({ focus: true, open: true })"
  >
    <span class="truncate">{{ label }}</span>
    <UIcon name="i-lucide-chevron-down" class="chevron" />
  </button>
  <USelect
    v-else
    ref="list"
    v-bind="$attrs"
    v-model:open="open"
    :model-value="at"
    :items="items"
    size="xs"
    variant="none"
    :content="content"
    :ui="{
      base: line ? 'border-b border-(--hair) ps-1' : 'ps-0',
      content: 'w-auto min-w-(--reka-select-trigger-width)',
    }"
    @update:model-value="pick($event)"
  />
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
