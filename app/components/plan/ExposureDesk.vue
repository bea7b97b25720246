<script setup lang="ts">
import { DESK_ROWS, type DeskRow, type Plan, type Setup, bears, byRow, deskStops, onSensor, paid } from '~~/core'

/**
 * The equal-exposure desk: a row is changed by thirds of a stop, and another pays for it or the exposure moves; what
 * happened since a state that was kept is told in stops.
 */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()

const LABELS: Readonly<Record<DeskRow, string>> = {
  power: 'Power',
  units: 'Units',
  distance: 'Distance',
  aperture: 'Aperture',
  iso: 'ISO',
  shutter: 'Shutter',
}
const rows = computed(() => DESK_ROWS.filter(row => bears(plan.entered, row)))
const payer = ref<DeskRow | ''>('')
const payers = computed<{ value: DeskRow | ''; label: string }[]>(() => [
  { value: '', label: 'Nothing (the exposure changes)' },
  ...rows.value.map(row => ({ value: row, label: LABELS[row].toLowerCase() })),
])
const kept = shallowRef<Setup | null>(null)
const before = computed(() => kept.value ?? plan.entered)
const difference = computed(() => deskStops(before.value, plan.entered))

function value(row: DeskRow): string {
  const { flashes, picture } = plan.entered
  const [flash] = flashes
  switch (row) {
    case 'power':
      return flash ? show(flash.power, 'power') : ''
    case 'units':
      return flash ? show(flash.units, 'count') : ''
    case 'distance':
      return flash ? show(flash.distance, 'length', { unit: 'm' }) : ''
    case 'aperture':
      return show(picture.aperture, 'aperture')
    case 'iso':
      return `ISO ${picture.iso}`
    case 'shutter':
      return show(picture.shutter, 'shutter')
  }
}
const step = (row: DeskRow): number => (row === 'units' ? 1 : 1 / 3)
const changesOf = (row: DeskRow, sign: number) =>
  payer.value && payer.value !== row
    ? paid(plan.entered, row, sign * step(row), payer.value)
    : byRow(plan.entered, row, sign * step(row))
function move(row: DeskRow, sign: number): void {
  const changes = changesOf(row, sign)
  if (!changes) return
  kept.value ??= plan.entered
  store.change(changes, `desk-${row}`)
}
const told = computed(() =>
  rows.value
    .filter(row => Math.abs(difference.value[row]) > 0.01)
    .map(row => `${LABELS[row].toLowerCase()} ${show(difference.value[row], 'stops')}`)
    .join(', '),
)

// ── another sensor ──
const SENSORS = [
  { name: '36 × 24 mm', width: 0.036 },
  { name: '24 × 16 mm', width: 0.0236 },
  { name: '17 × 13 mm', width: 0.0173 },
  { name: '44 × 33 mm', width: 0.0438 },
]
const other = ref(SENSORS[1]!.width)
const same = computed(() => onSensor(plan.entered, other.value))
const sensors = SENSORS.map(({ name, width }) => ({ value: width, label: name }))
</script>

<template>
  <div class="mt-3">
    <h3 class="section-title mb-1">Equal exposure</h3>
    <label class="mb-1 flex items-center gap-2">
      Compensate with
      <UiPickOne v-model="payer" :options="payers" aria-label="Setting that compensates for a change" />
    </label>
    <table class="w-full" data-testid="desk">
      <tbody>
        <tr v-for="row in rows" :key="row" :data-row="row">
          <th scope="row" class="text-left font-normal text-(--ink-soft)">{{ LABELS[row] }}</th>
          <td class="tabular text-right">{{ value(row) }}</td>
          <td class="text-right whitespace-nowrap">
            <UButton
              v-for="[sign, icon, word] in [
                [-1, 'i-lucide-minus', 'darker'],
                [1, 'i-lucide-plus', 'brighter'],
              ] as const"
              :key="sign"
              size="xs"
              variant="ghost"
              :icon="icon"
              :aria-label="`${LABELS[row]}: ${word} by ${row === 'units' ? 'a stop' : 'a third of a stop'}`"
              :disabled="row === payer || !changesOf(row, sign)"
              @click="move(row, sign)"
            />
          </td>
          <td class="tabular w-14 text-right">
            {{ kept && Math.abs(difference[row]) > 0.01 ? show(difference[row], 'stops') : '' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p role="status" data-testid="desk-told">
      <template v-if="kept && told">{{ told }}: {{ show(difference.total, 'stops') }}</template>
      <template v-else-if="kept">As before.</template>
    </p>
    <div v-if="kept" class="flex gap-1">
      <UButton size="xs" variant="outline" label="Compare from here" @click="kept = plan.entered" />
      <UButton size="xs" variant="ghost" label="Restore starting point" @click="store.replace(kept)" />
    </div>
    <p class="mt-2 flex flex-wrap items-center gap-1">
      <label for="other-sensor">Equivalent on</label>
      <UiPickOne id="other-sensor" v-model="other" :options="sensors" />
      <span data-testid="same-on">
        {{ show(same.focalLength, 'length', { unit: 'mm' }) }}, {{ show(same.aperture, 'aperture') }}, ISO
        {{ Math.round(same.iso) }}
      </span>
    </p>
  </div>
</template>

<style scoped>
td,
th {
  padding: 1px 0;
}
</style>
