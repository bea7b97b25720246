<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { viewsWords } from '~~/shared/texts/pages/views'

/** The figures of a thing in a drawing that was touched, beside it, to be read or changed there. */
const view = useViewStore()
const box = useTemplateRef<HTMLElement>('box')

watch(
  () => view.entry,
  async entry => {
    if (!entry || entry.quiet) return
    await nextTick()
    box.value?.querySelector('input')?.select()
  },
  { immediate: true },
)
const place = computed(() =>
  view.entry
    ? {
        left: `${Math.min(Math.max(8, view.entry.x - 110), window.innerWidth - 266)}px`,
        top: `${Math.max(8, Math.min(view.entry.y + 18, window.innerHeight - 60 - 32 * view.entry.paths.length))}px`,
      }
    : {},
)
function close(): void {
  view.entry = null
}
/** In the box, or in a list that was opened from it. */
const within = (at: EventTarget | null): boolean =>
  at instanceof Element &&
  (box.value?.contains(at) === true || at.closest('[data-reka-popper-content-wrapper], [role=listbox]') !== null)
useEventListener(
  document,
  'pointerdown',
  event => {
    if (view.entry && !within(event.target)) close()
  },
  { capture: true },
)
/** Closed once what was typed is understood. */
async function entered(): Promise<void> {
  await nextTick()
  if (!box.value?.querySelector('[role="alert"]')) close()
}
function left(event: FocusEvent): void {
  if (event.relatedTarget !== null && !within(event.relatedTarget)) close()
}
</script>

<template>
  <Teleport to="body">
    <div
      v-if="view.entry"
      ref="box"
      role="dialog"
      :aria-label="view.entry.title"
      class="fixed z-40 max-h-[80dvh] w-64 overflow-y-auto border border-(--ink) bg-(--sheet) px-2 py-1"
      :style="place"
      @keydown.esc.stop="close"
      @keydown.enter="entered"
      @focusout="left"
    >
      <p class="flex items-center text-[12px] font-semibold">
        <span class="flex-1">{{ view.entry.title.split(':')[0] }}</span>
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="viewsWords('entryBox.close')"
          @click="close"
        />
      </p>
      <InputsFieldRow v-for="path in view.entry.paths" :key="path" :path="path" />
    </div>
  </Teleport>
</template>
