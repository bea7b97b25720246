<script setup lang="ts">
import { DESK_ROWS, type DeskRow, type Plan, type Setup, bears, byRow, deskStops, onSensor, paid } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/**
 * The equal-exposure desk: a row is changed by thirds of a stop, and another pays for it or the exposure moves; what
 * happened since a state that was kept is told in stops.
 */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()

const LABELS: Readonly<Record<DeskRow, string>> = {
  power: planWords('exposureDesk.power'),
  units: planWords('exposureDesk.units'),
  distance: planWords('exposureDesk.distance'),
  aperture: planWords('exposureDesk.aperture'),
  iso: 'ISO',
  shutter: planWords('exposureDesk.shutter'),
}
const rows = computed(() => DESK_ROWS.filter(row => bears(plan.entered, row)))
const payer = ref<DeskRow | ''>('')
const payers = computed<{ value: DeskRow | ''; label: string }[]>(() => [
  { value: '', label: planWords('exposureDesk.nothingExposureChanges') },
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
      return planWords('exposureDesk.iso2', { iso: picture.iso })
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
    <h3 class="section-title mb-1">{{ planWords('exposureDesk.equalExposure') }}</h3>
    <label class="mb-1 flex items-center gap-2">
      {{ planWords('exposureDesk.compensate') }}
      <UiPickOne v-model="payer" :options="payers" :aria-label="planWords('exposureDesk.settingCompensatesChange')" />
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
              :aria-label="
                planWords('exposureDesk.by', {
                  row: LABELS[row],
                  word,
                  noun: row === 'units' ? planWords('exposureDesk.stop') : planWords('exposureDesk.thirdStop'),
                })
              "
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
      <template v-else-if="kept">{{ planWords('exposureDesk.before') }}</template>
    </p>
    <div v-if="kept" class="flex gap-1">
      <UButton
        size="xs"
        variant="outline"
        :label="planWords('exposureDesk.compareFromHere')"
        @click="kept = plan.entered"
      />
      <UButton
        size="xs"
        variant="ghost"
        :label="planWords('exposureDesk.restoreStartingPoint')"
        @click="store.replace(kept)"
      />
    </div>
    <p class="mt-2 flex flex-wrap items-center gap-1">
      <label for="other-sensor">{{ planWords('exposureDesk.equivalent') }}</label>
      <UiPickOne id="other-sensor" v-model="other" :options="sensors" />
      <span data-testid="same-on">
        {{
          planWords('exposureDesk.iso', {
            focalLength: show(same.focalLength, 'length', { unit: 'mm' }),
            aperture: show(same.aperture, 'aperture'),
            iso: Math.round(same.iso),
          })
        }}
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
