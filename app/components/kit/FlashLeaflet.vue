<script setup lang="ts">
import {
  FLASH_FIELDS,
  FLASH_ROW_FIELDS,
  type Field,
  type FigureValue,
  type FlashLeaflet,
  type LeafletDuration,
  flashFromLeaflet,
} from '~~/core'
import { labelOf } from '~~/shared/texts/fields'
import { ApiError } from '~/services/api'
import { kitWords } from '~~/shared/texts/pages/kit'

/** A flash from the few figures that a leaflet has; the rest is estimated by its kind, and marked. */
const emit = defineEmits<{ made: [id: string] }>()
const store = useKitStore()
const failure = ref('')
const busy = ref(false)
/** A line of the leaflet's durations as it is typed. */
interface Line {
  power: number
  duration: number | null
  measure: 't05' | 't01'
}
/** Powers that leaflets go through, full first. */
const POWERS = [1, 1 / 16, 1 / 128, 1 / 2, 1 / 4, 1 / 8, 1 / 32, 1 / 64] as const
const MOST_LINES = 16
const lines = ref<Line[]>([{ power: 1, duration: null, measure: 't05' }])
const said = ref<Omit<FlashLeaflet, 'durations'>>({
  name: '',
  supply: 'battery',
  guideNumber: null,
  energy: null,
  recycleTime: null,
})

type Key = keyof Omit<FlashLeaflet, 'durations'>
const LINE_FIELDS = {
  power: { label: labelOf(FLASH_FIELDS.power), field: FLASH_FIELDS.power },
  duration: { label: kitWords('flashLeaflet.duration'), field: FLASH_ROW_FIELDS.t05 },
  measure: { label: kitWords('flashLeaflet.measured'), field: { type: 'choice', options: ['t05', 't01'] } },
} as const satisfies Record<string, { label: string; field: Field }>
const ABOVE: { key: Key; field: Field; label: string }[] = [
  { key: 'name', field: { ...FLASH_FIELDS.name, required: false }, label: kitWords('flashLeaflet.nameFlash') },
  {
    key: 'supply',
    field: { ...FLASH_FIELDS.supply, options: ['battery', 'mains'] },
    label: kitWords('flashLeaflet.powerSupply'),
  },
]
const BELOW: { key: Key; field: Field; label: string }[] = [
  {
    key: 'guideNumber',
    field: { ...FLASH_FIELDS.guideNumber, nullable: true },
    label: kitWords('flashLeaflet.guideNumberIso100'),
  },
  { key: 'energy', field: { ...FLASH_FIELDS.energy, nullable: true }, label: kitWords('flashLeaflet.energyIfNoGuide') },
  {
    key: 'recycleTime',
    field: { ...FLASH_FIELDS.recycleTime, nullable: true },
    label: kitWords('flashLeaflet.recycleTimeFullPower'),
  },
]
function set(key: Key, value: FigureValue): string {
  said.value = { ...said.value, [key]: value }
  return ''
}
function setLine(index: number, key: keyof Line, value: FigureValue): string {
  lines.value = lines.value.map((line, i) => (i === index ? { ...line, [key]: value } : line))
  return ''
}
function addLine(): void {
  const { measure } = lines.value.at(-1) ?? { measure: 't05' as const }
  const power = POWERS.find(at => lines.value.every(line => line.power !== at)) ?? 1 / 2
  lines.value = [...lines.value, { power, duration: null, measure }]
}

/** The lines that hold a duration; a text where they contradict one another. */
function durations(): LeafletDuration[] | string {
  const given = lines.value.flatMap(({ duration, ...line }) => (duration === null ? [] : [{ ...line, duration }]))
  if (given.length === 0) return kitWords('flashLeaflet.enterLeastOneDuration')
  if (new Set(given.map(line => `${line.power} ${line.measure}`)).size < given.length)
    return kitWords('flashLeaflet.twoLinesGiveSame')
  const longer = given.some(line =>
    given.some(
      other =>
        line.power === other.power &&
        line.measure === 't05' &&
        other.measure === 't01' &&
        line.duration > other.duration,
    ),
  )
  return longer ? kitWords('flashLeaflet.t1NeverShorter') : given
}

async function add(): Promise<void> {
  const given = durations()
  if (typeof given === 'string') {
    failure.value = given
    return
  }
  busy.value = true
  failure.value = ''
  try {
    const item = flashFromLeaflet({
      ...said.value,
      durations: given,
      name: said.value.name.trim() || kitWords('flashLeaflet.newFlash'),
    })
    emit('made', (await store.add([item]))[0]!)
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : kitWords('flashLeaflet.flashCouldNotAdded')
  }
  busy.value = false
}
</script>

<template>
  <form class="grid gap-1" @submit.prevent="add">
    <InputsFieldInput
      v-for="row in ABOVE"
      :key="row.key"
      :field="row.field"
      :value="said[row.key]"
      :path="`leaflet.${row.key}`"
      :label="row.label"
      :change="value => set(row.key, value)"
    />
    <fieldset class="mt-1">
      <legend class="text-[12px] text-(--ink-soft)">{{ kitWords('flashLeaflet.durationsDataSheet') }}</legend>
      <table class="w-full">
        <thead class="text-left text-[11px] text-(--ink-soft)">
          <tr>
            <th v-for="({ label }, key) in LINE_FIELDS" :key="key" class="font-normal">{{ label }}</th>
            <th>
              <span class="sr-only">{{ kitWords('flashLeaflet.remove') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(line, i) in lines" :key="i" :data-line="i">
            <td v-for="({ field, label }, key) in LINE_FIELDS" :key="key" class="line">
              <InputsFieldInput
                bare
                :field="field"
                :value="line[key]"
                :path="`leaflet.${key}`"
                :label="kitWords('flashLeaflet.line', { label, i: i + 1 })"
                :change="value => setLine(i, key, value)"
              />
            </td>
            <td>
              <UButton
                v-if="lines.length > 1"
                icon="i-lucide-x"
                size="xs"
                variant="ghost"
                :aria-label="kitWords('flashLeaflet.removeLine', { i: i + 1 })"
                @click="lines = lines.filter((_, k) => k !== i)"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <UButton
        v-if="lines.length < MOST_LINES"
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="kitWords('flashLeaflet.addDuration')"
        @click="addLine"
      />
    </fieldset>
    <InputsFieldInput
      v-for="row in BELOW"
      :key="row.key"
      :field="row.field"
      :value="said[row.key]"
      :path="`leaflet.${row.key}`"
      :label="row.label"
      :change="value => set(row.key, value)"
    />
    <p class="text-[12px] text-(--ink-soft)">
      {{ kitWords('flashLeaflet.anythingYouLeaveEmpty') }}
    </p>
    <p v-if="failure" role="alert" class="text-[12px] text-(--bad)">{{ failure }}</p>
    <div><UButton type="submit" :label="kitWords('flashLeaflet.addFlash')" :loading="busy" /></div>
  </form>
</template>

<style scoped>
.line :deep(.field-input),
.line :deep(.w-34) {
  width: 5.6rem;
}
</style>
