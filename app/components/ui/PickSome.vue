<script setup lang="ts">
import { shellWords } from '~~/shared/texts/pages/shell'

/** Any of a few; none of them stands for all. */
const { options, all } = defineProps<{
  options: readonly { value: string; label: string }[]
  /** What is said where none is chosen. */
  all: string
}>()
const model = defineModel<string[]>({ required: true })
defineOptions({ inheritAttrs: false })
const { part, reached, ahead, open, reach } = useReachedList(() =>
  import('./PickSomeList.vue').then(module => module.default),
)
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
  <UiClosedList v-if="!reached" v-bind="$attrs" :label="text" :ahead="ahead" @reach="reach" />
  <component
    :is="part!"
    v-else
    ref="list"
    v-bind="$attrs"
    v-model="model"
    v-model:open="open"
    :options="options"
    :all="all"
    :text="text"
  />
</template>
