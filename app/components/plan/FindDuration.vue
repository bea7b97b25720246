<script setup lang="ts">
import { type FigureValue, type NumberField, type Plan, durationFor } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

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
      ? planWords('findDuration.shortEnoughNoPower', {
          name: light.name,
          shortest: show(light.shortest, 'time'),
          at: show(light.at, 'power'),
        })
      : planWords('findDuration.less', { name: light.name, power: show(light.power, 'power') }),
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
      :label="planWords('findDuration.howShortStreak')"
      :change="set"
    />
    <template v-if="found">
      <p role="status">
        <b>{{
          found.duration === null
            ? planWords('findDuration.nothingMovesAnyLight')
            : planWords('findDuration.shorterT1', { duration: show(found.duration, 'time') })
        }}</b>
      </p>
      <p v-for="line in lines" :key="line" class="leading-snug">{{ line }}</p>
      <UButton v-if="changes" variant="link" @click="store.change(changes)">
        {{ planWords('findDuration.setThosePowers') }}
      </UButton>
    </template>
  </div>
</template>
