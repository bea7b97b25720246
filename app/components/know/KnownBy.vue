<script setup lang="ts">
import { KNOWN_BY, type KnownBy, errorBy, errorPathOf, isTyped, knownBy, usualWay, valueAt } from '~~/core'
import { KNOWN_BY_TEXT } from '~~/shared/texts/knowledge'
import { knowWords } from '~~/shared/texts/pages/know'

/** How well a typed speed, distance or time is known: one press beside it, and its error follows. */
const { path } = defineProps<{ path: string }>()
const store = useSetupStore()
const { show } = useNumbers()

const error = errorPathOf(path)
const shown = computed(() => store.setup !== null && error !== undefined && isTyped(store.setup, path))
const now = computed<KnownBy | null>(() => {
  const { setup } = store
  if (!setup || !error) return null
  const how = setup.marks.find(mark => mark.path === path)?.how
  const way = KNOWN_BY.find(one => one === how) ?? usualWay(setup.recipe, path)
  // Somebody may have typed the error itself since.
  return valueAt(setup, error) === errorBy(setup.recipe, path, way) ? way : null
})
function said(way: KnownBy): string {
  const { setup } = store
  const value = setup ? errorBy(setup.recipe, path, way) : null
  if (value === null) return ''
  return error!.endsWith('distanceError') || error!.endsWith('positionError')
    ? show(value, 'length', { unit: 'mm' })
    : show(value, 'share')
}
function choose(way: KnownBy): void {
  if (store.setup) store.replace(knownBy(store.setup, path, way, localDay()))
}
</script>

<template>
  <fieldset v-if="shown" class="known-by" :data-known-by="path">
    <legend class="sr-only">{{ knowWords('knownBy.howWellYouKnow') }}</legend>
    <label v-for="way in KNOWN_BY" :key="way" :class="{ chosen: now === way }" :title="`± ${said(way)}`">
      <input
        type="radio"
        class="sr-only"
        :name="`known-${path}`"
        :value="way"
        :checked="now === way"
        @change="choose(way)"
      />{{ KNOWN_BY_TEXT[way] }}
    </label>
    <span class="error">± {{ now ? said(now) : knowWords('knownBy.entered') }}</span>
  </fieldset>
</template>

<style scoped>
.known-by {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 0 8px;
  font-size: 11px;
  color: var(--ink-soft);
}
label {
  cursor: pointer;
}
label.chosen {
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}
label:focus-within {
  outline: 2px solid var(--ink);
}
.error {
  min-width: 4rem;
  text-align: right;
}
</style>
