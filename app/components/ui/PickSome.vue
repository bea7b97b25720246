<script setup lang="ts">
import { shellWords } from '~~/shared/texts/pages/shell'

/** Any of a few; none of them stands for all. */
const { options, all } = defineProps<{
  options: readonly { value: string; label: string }[]
  /** What is said where none is chosen. */
  all: string
}>()
const model = defineModel<string[]>({ required: true })
const text = computed(() => {
  const names = options.filter(({ value }) => model.value.includes(value)).map(({ label }) => label)
  return names.length === 0
    ? all
    : names.length < 3
      ? names.join(', ')
      : shellWords('pickSome.chosen', { names: names.length })
})
</script>

<template>
  <USelect
    v-model="model"
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
