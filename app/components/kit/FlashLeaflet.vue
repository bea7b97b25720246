<script setup lang="ts">
import {
  FLASH_FIELDS,
  FLASH_ROW_FIELDS,
  type Field,
  type FigureValue,
  type FlashLeaflet,
  flashFromLeaflet,
} from '~~/core'
import { ApiError } from '~/services/api'

/** A flash from the few figures that a leaflet has; the rest is estimated by its kind, and marked. */
const emit = defineEmits<{ made: [id: string] }>()
const store = useKitStore()
const failure = ref('')
const busy = ref(false)
const said = ref<Omit<FlashLeaflet, 'duration'> & { duration: number | null }>({
  name: '',
  supply: 'battery',
  duration: null,
  measure: 't05',
  power: 1,
  guideNumber: null,
  energy: null,
  recycleTime: null,
})

type Key = keyof FlashLeaflet
const MEASURE: Field = { type: 'choice', label: 'That is', options: ['t05', 't01'], help: 'Leaflets mostly give t.5' }
const ROWS: { key: Key; field: Field; label: string }[] = [
  { key: 'name', field: { ...FLASH_FIELDS.name, required: false }, label: 'What is it called?' },
  { key: 'supply', field: { ...FLASH_FIELDS.supply, options: ['battery', 'mains'] }, label: 'Fed by' },
  { key: 'duration', field: { ...FLASH_ROW_FIELDS.t05, help: 'Such as 1/11000 or 90 µs' }, label: 'One duration' },
  { key: 'measure', field: MEASURE, label: 'That is' },
  { key: 'power', field: FLASH_FIELDS.power, label: 'at power' },
  { key: 'guideNumber', field: { ...FLASH_FIELDS.guideNumber, nullable: true }, label: 'Guide number, ISO 100' },
  { key: 'energy', field: { ...FLASH_FIELDS.energy, nullable: true }, label: 'or energy' },
  { key: 'recycleTime', field: { ...FLASH_FIELDS.recycleTime, nullable: true }, label: 'Recycle at full power' },
]
function set(key: Key, value: FigureValue): string {
  said.value = { ...said.value, [key]: value }
  return ''
}

async function add(): Promise<void> {
  const { duration, name } = said.value
  if (duration === null) {
    failure.value = 'One duration is needed: all others follow from it'
    return
  }
  busy.value = true
  failure.value = ''
  try {
    const item = flashFromLeaflet({ ...said.value, duration, name: name.trim() || 'New flash' })
    emit('made', (await store.add([item]))[0]!)
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : 'That did not work'
  }
  busy.value = false
}
</script>

<template>
  <form class="grid gap-1" @submit.prevent="add">
    <InputsFieldInput
      v-for="row in ROWS"
      :key="row.key"
      :field="row.field"
      :value="said[row.key]"
      :path="`leaflet.${row.key}`"
      :label="row.label"
      :change="value => set(row.key, value)"
    />
    <p class="text-[12px] text-(--ink-soft)">
      What is left open is that of a typical unit of its kind, and marked as assumed until you measure it.
    </p>
    <p v-if="failure" role="alert" class="text-[12px] text-(--bad)">{{ failure }}</p>
    <div><UButton type="submit" label="Add the flash" :loading="busy" /></div>
  </form>
</template>
