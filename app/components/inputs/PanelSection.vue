<script setup lang="ts">
import { fieldAt } from '~~/core'
import type { Section } from './sections'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** One section of the inputs: gear to take from the kit, and the fields that matter as things are chosen. */
const { section } = defineProps<{ section: Section }>()
const store = useSetupStore()

/** Paths shown; the same list as before while nothing comes or goes, so that a drag draws none of them anew. */
const paths = computed<string[]>(before => {
  const { setup } = store
  const now = setup
    ? section.rows.filter(row => fieldAt(row.path) && (!row.when || row.when(setup))).map(row => row.path)
    : []
  return before && before.length === now.length && before.every((path, i) => path === now[i]) ? before : now
})
</script>

<template>
  <details open class="panel-section">
    <summary class="section-title">
      {{ inputsWords(`section.${section.id}`) }}
    </summary>
    <slot />
    <InputsKitChoice v-for="kind in section.kit ?? []" :key="kind" :kind="kind" />
    <template v-for="path in paths" :key="path">
      <InputsMicDistance v-if="path === 'sensor.offset'" />
      <InputsFieldRow v-else :path="path" />
    </template>
    <slot name="after" />
  </details>
</template>
