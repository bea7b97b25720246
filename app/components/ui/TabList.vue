<script setup lang="ts" generic="Id extends string">
/**
 * Tabs over one panel: a single stop for the Tab key, arrows from one to the next, Home and End. The panel is labelled
 * by `tab-` with the id of the one chosen.
 */
const { tabs, label, panel } = defineProps<{
  tabs: readonly { id: Id; label: string; count?: number }[]
  label: string
  /** Id of the panel. */
  panel: string
}>()
const model = defineModel<Id>({ required: true })
const list = useTemplateRef<HTMLElement>('list')

function go(event: KeyboardEvent): void {
  const at = tabs.findIndex(({ id }) => id === model.value)
  const places: Record<string, number> = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: -1 }
  const to = places[event.key]
  if (to === undefined) return
  event.preventDefault()
  const place = (to + tabs.length) % tabs.length
  model.value = tabs[place]!.id
  ;(list.value?.children[place] as HTMLElement | undefined)?.focus()
}
</script>

<template>
  <div ref="list" role="tablist" :aria-label="label" class="tabs" @keydown="go">
    <button
      v-for="t in tabs"
      :id="`tab-${t.id}`"
      :key="t.id"
      role="tab"
      type="button"
      :tabindex="model === t.id ? 0 : -1"
      :aria-selected="model === t.id"
      :aria-controls="panel"
      @click="model = t.id"
    >
      {{ t.label }}<span v-if="t.count" class="ml-0.5 text-(--ink-faint)">{{ t.count }}</span>
    </button>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 5px;
  font-stretch: 86%;
  border-bottom: 1px solid var(--ink);
}
.tabs button {
  font-size: 12px;
  padding: 2px 0 4px;
  cursor: pointer;
  color: var(--ink-soft);
}
.tabs button[aria-selected='true'] {
  font-weight: 650;
  color: var(--ink);
  box-shadow: 0 2px 0 var(--ink);
}
</style>
