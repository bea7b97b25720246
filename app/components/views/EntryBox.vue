<script setup lang="ts">
/** Exact entry beside the part of a drawing that was pressed twice. */
const view = useViewStore()
const box = useTemplateRef<HTMLElement>('box')

watch(
  () => view.entry,
  async entry => {
    if (!entry) return
    await nextTick()
    box.value?.querySelector('input')?.select()
  },
  { immediate: true },
)
const place = computed(() =>
  view.entry
    ? {
        left: `${Math.min(Math.max(8, view.entry.x - 110), window.innerWidth - 240)}px`,
        top: `${Math.min(view.entry.y + 18, window.innerHeight - 40 - 30 * view.entry.paths.length)}px`,
      }
    : {},
)
function close(): void {
  view.entry = null
}
/** Closed once what was typed is understood. */
async function entered(): Promise<void> {
  await nextTick()
  if (!box.value?.querySelector('[role="alert"]')) close()
}
function left(event: FocusEvent): void {
  if (!box.value?.contains(event.relatedTarget as Node | null)) close()
}
</script>

<template>
  <Teleport to="body">
    <div
      v-if="view.entry"
      ref="box"
      role="dialog"
      :aria-label="view.entry.title"
      class="fixed z-40 w-58 border border-(--ink) bg-(--sheet) px-2 py-1"
      :style="place"
      @keydown.esc.stop="close"
      @keydown.enter="entered"
      @focusout="left"
    >
      <InputsFieldRow v-for="path in view.entry.paths" :key="path" :path="path" />
    </div>
  </Teleport>
</template>
