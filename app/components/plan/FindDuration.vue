<script setup lang="ts">
import { type FigureValue, type NumberField, type Plan, durationFor } from '~~/core'

/** A streak asked the other way round: how short the light has to be, and which light here can do that. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()

const FIELD: NumberField = { type: 'number', quantity: 'length', min: 1e-6, max: 10, unit: 'mm' }
const wanted = ref<number | null>(null)
function set(value: FigureValue): string {
  wanted.value = typeof value === 'number' ? value : null
  return ''
}
const found = computed(() => (wanted.value === null ? null : durationFor(plan, wanted.value)))
const lines = computed(() =>
  (found.value?.lights ?? []).map(light =>
    light.power === null
      ? `${light.name}: short enough at no power; its shortest is ${show(light.shortest, 'time')}, ` +
        `at ${show(light.at, 'power')}`
      : `${light.name}: at ${show(light.power, 'power')} or less`,
  ),
)
const changes = computed(() => {
  const lights = found.value?.lights ?? []
  return lights.length > 0 && lights.every(light => light.power !== null)
    ? lights.map((light, i) => ({ path: `flashes[${i}].power`, value: light.power }))
    : null
})
</script>

<template>
  <div data-testid="find-duration" class="mt-1 grid gap-0.5">
    <InputsFieldInput
      :field="FIELD"
      :value="wanted"
      path="find.streak"
      label="How short for a streak of"
      :change="set"
    />
    <template v-if="found">
      <p role="status">
        <b>{{
          found.duration === null
            ? 'Nothing moves: any light will do'
            : `${show(found.duration, 'time')} or shorter (t.1)`
        }}</b>
      </p>
      <p v-for="line in lines" :key="line" class="leading-snug">{{ line }}</p>
      <button v-if="changes" type="button" class="text-left underline" @click="store.change(changes)">
        Set those powers
      </button>
    </template>
  </div>
</template>
