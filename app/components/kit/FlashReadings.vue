<script setup lang="ts">
import { FLASH_ROW_FIELDS } from '~~/core'
import { USUAL_READING_ERROR } from '~~/core/season'
import { flashReadingSchema } from '~~/shared/schemas/flashReading'
import { check } from '~~/shared/schemas/validate'
import { parseField } from '~~/shared/units'
import type { ShownGear } from '~/stores/gear'
import { kitWords } from '~~/shared/texts/pages/kit'

/** A flash’s readings, each to be taken back; and one by a meter. */
const { gear } = defineProps<{ gear: ShownGear }>()
const store = useGearStore()
const preferences = usePreferencesStore()
const { show } = useNumbers()
const date = ref(localDay())
const ASKED = [
  { key: 'power', label: kitWords('flashReadings.power'), example: '1/64' },
  { key: 't01', label: kitWords('flashReadings.durationT1'), example: '80 µs' },
  { key: 't05', label: kitWords('flashReadings.durationT5If'), example: '35 µs' },
] as const
type Key = (typeof ASKED)[number]['key']
const typed = reactive<Record<Key, string>>({ power: '', t01: '', t05: '' })
const wrong = reactive<Record<Key, string>>({ power: '', t01: '', t05: '' })
const failure = ref('')
const busy = ref(false)

async function run(what: () => Promise<unknown>): Promise<void> {
  failure.value = ''
  busy.value = true
  try {
    await what()
  } catch (error) {
    failure.value = (error as Error).message
  }
  busy.value = false
}
/** A figure that was typed; null: none, or it cannot be read. */
function figure(key: Key): number | null {
  wrong[key] = ''
  if (typed[key].trim() === '') {
    if (key !== 't05') wrong[key] = kitWords('flashReadings.missing')
    return null
  }
  const parsed = parseField(typed[key], FLASH_ROW_FIELDS[key], preferences.system)
  if ('error' in parsed) wrong[key] = parsed.error
  return 'error' in parsed ? null : parsed.value
}
async function add(): Promise<void> {
  const [power, t01, t05] = [figure('power'), figure('t01'), figure('t05')]
  if (Object.values(wrong).some(Boolean)) return
  const reading = {
    date: date.value,
    power,
    t05,
    t01,
    error: USUAL_READING_ERROR,
    how: kitWords('flashReadings.meter'),
  }
  const checked = check(flashReadingSchema, reading)
  if ('mistakes' in checked) {
    failure.value = checked.mistakes[0]!.reason
    return
  }
  await run(async () => {
    await store.read(gear.id, checked.value)
    typed.t01 = typed.t05 = ''
  })
}
const time = (value: number): string => show(value, 'time', { figures: 3, unit: 'µs' })
const newest = computed(() => gear.record.readings.toReversed())
const told = (reading: (typeof newest.value)[number]): string =>
  kitWords('flashReadings.at', { t01: time(reading.t01), power: show(reading.power, 'power'), date: reading.date })
/** Readings that are listed before the rest is asked for. */
const FEW = 6
const all = ref(false)
const listed = computed(() => (all.value ? newest.value : newest.value.slice(0, FEW)))
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)] gap-2">
    <ul v-if="newest.length > 0" :aria-label="kitWords('flashReadings.readings')" data-testid="readings">
      <li v-for="reading in listed" :key="reading.id" class="flex flex-wrap items-baseline gap-x-3 py-0.5">
        <span>{{ reading.date }}</span>
        <span>{{ show(reading.power, 'power') }}</span>
        <span
          >t.1 {{ time(reading.t01)
          }}<template v-if="reading.t05 !== null">, t.5 {{ time(reading.t05) }}</template></span
        >
        <span class="min-w-0 flex-1 truncate text-(--ink-soft)">{{ reading.how }}</span>
        <UButton
          size="xs"
          variant="ghost"
          :label="kitWords('flashReadings.undo')"
          :aria-label="kitWords('flashReadings.undo2', { reading: told(reading) })"
          :disabled="busy"
          @click="run(() => store.takeBackReading(reading.id))"
        />
      </li>
    </ul>
    <UButton
      v-if="newest.length > FEW && !all"
      size="xs"
      variant="ghost"
      class="justify-self-start"
      :label="kitWords('flashReadings.showAllReadings', { newest: newest.length })"
      @click="all = true"
    />
    <form
      class="flex flex-wrap items-end gap-3"
      :aria-label="kitWords('flashReadings.readingMeter')"
      @submit.prevent="add"
    >
      <label class="grid text-(--ink-soft)"
        >{{ kitWords('flashReadings.day') }} <UInput v-model="date" type="date" required size="sm"
      /></label>
      <label v-for="{ key, label, example } in ASKED" :key="key" class="grid text-(--ink-soft)">
        {{ label }}
        <UInput
          v-model="typed[key]"
          size="sm"
          class="w-32"
          :placeholder="example"
          :color="wrong[key] ? 'error' : 'neutral'"
          :aria-invalid="wrong[key] !== ''"
          :aria-describedby="wrong[key] ? `reading-${key}` : undefined"
        />
        <span v-if="wrong[key]" :id="`reading-${key}`" role="alert" class="text-[12px] text-(--bad)">{{
          wrong[key]
        }}</span>
      </label>
      <UButton type="submit" size="sm" :label="kitWords('flashReadings.addReading')" :loading="busy" />
    </form>
    <p v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</p>
  </div>
</template>
