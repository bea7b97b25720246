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

const { part, reached, ahead, open, reach } = useReachedList(() =>
  import('./PickList.vue').then(module => module.default),
)
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
</script>

<template>
  <UiClosedList v-if="!reached" v-bind="$attrs" :label="label" :line="line" :ahead="ahead" @reach="reach" />
  <component
    :is="part!"
    v-else
    ref="list"
    v-bind="$attrs"
    v-model:open="open"
    :model-value="at"
    :items="items"
    :line="line"
    @update:model-value="pick($event)"
  />
</template>
