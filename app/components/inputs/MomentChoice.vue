<script setup lang="ts">
import { RECIPE, momentOf } from '~~/core'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** The moment wanted, from those of the recipe. */
const store = useSetupStore()
const moments = computed(() => (store.setup ? RECIPE[store.setup.recipe].moments : []))
const phase = computed(() => store.setup?.moment.phase ?? '')

const options = computed(() => [
  ...(moments.value.some(m => m.name === phase.value) ? [] : [{ value: phase.value, label: phase.value || 'unnamed' }]),
  ...moments.value.map(({ name }) => ({ value: name, label: name })),
])
function choose(name: string): void {
  const choice = moments.value.find(m => m.name === name)
  if (choice && store.setup) store.change(momentOf(store.setup, choice))
}
</script>

<template>
  <div class="moment">
    <label for="moment-choice" class="flex-1 text-(--ink-soft)">{{ inputsWords('momentChoice.moment') }}</label>
    <UiPickOne
      id="moment-choice"
      :model-value="phase"
      :options="options"
      class="w-34 justify-end"
      @update:model-value="choose"
    />
  </div>
  <InputsFollowedLine path="moment.phase" />
</template>

<style scoped>
.moment {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: 12px;
  min-height: 24px;
}
</style>
