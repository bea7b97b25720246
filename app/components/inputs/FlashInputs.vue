<script setup lang="ts">
import { type FlashRow, type FlashSetup, flashDurations, knownTable } from '~~/core'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** The figures of one light of the set-up at hand, its durations against power among them. */
const { flash, index } = defineProps<{ flash: FlashSetup; index: number }>()
const store = useSetupStore()

const ROWS = [
  'name',
  'role',
  'units',
  'power',
  'guideNumber',
  'distance',
  'angle',
  'elevation',
  'aimAlong',
  'aimAcross',
  'aimOut',
  'lossStops',
  'head',
  'bounceDistance',
  'headWidth',
  'headHeight',
  'beamAngle',
  'fired',
  'minimumPower',
  'latency',
  'jitter',
  'slaveDelay',
  'recycleTime',
  'recyclePower',
  'energy',
  'heatLimit',
  'supply',
  'highSpeedSync',
  'measured',
] as const

/** From where the distance of a light counts that is not its own face. */
const DISTANCE_FROM: Partial<Record<FlashSetup['head'], string>> = {
  bounced: inputsWords('flashInputs.cardWallSubject'),
  through: inputsWords('flashInputs.litPaperWallSubject'),
}

/** Lights that its slave can see. */
const others = computed(() =>
  store.setup!.flashes.map(({ name }, i) => ({ label: name, value: i })).filter(other => other.value !== index),
)
function follow(light: number): void {
  store.change([{ path: `flashes[${index}].follows`, value: light }])
}

function remove(): void {
  store.replace({ ...store.setup!, flashes: store.setup!.flashes.filter((_, i) => i !== index) })
}
/** Rows of one's own take the place of those of a typical unit. */
function setTable(table: FlashRow[]): void {
  store.replace({
    ...store.setup!,
    flashes: store.setup!.flashes.map((other, i) => (i === index ? { ...other, table, borrowed: false } : other)),
  })
}
function addRow(): void {
  const now = knownTable(flash).find(row => row.power === flash.power)
  // The first rating stands for the power in use; t.1 is estimated from it until it is typed.
  if (flash.borrowed) {
    setTable([{ power: flash.power, t05: flashDurations({ ...flash, table: knownTable(flash) }).t05, t01: null }])
    return
  }
  if (!now) {
    setTable([
      ...flash.table,
      { power: flash.power, t05: flashDurations({ ...flash, table: knownTable(flash) }).t05, t01: null },
    ])
    return
  }
  const lowest = knownTable(flash).reduce((a, b) => (b.power < a.power ? b : a))
  if (lowest.power / 2 >= 1 / 4096)
    setTable([...flash.table, { power: lowest.power / 2, t05: lowest.t05 * 0.6, t01: null }])
}
</script>

<template>
  <div class="mb-2">
    <p class="flex items-center justify-between pt-1 text-[12px] font-semibold">
      {{ flash.name }}
      <UButton
        icon="i-lucide-x"
        size="xs"
        variant="ghost"
        :aria-label="inputsWords('flashInputs.remove', { name: flash.name })"
        @click="remove"
      />
    </p>
    <InputsKitChoice kind="flash" :light="index" />
    <InputsKitChoice kind="modifier" :light="index" />
    <template v-for="key in ROWS" :key="key">
      <InputsFieldRow
        v-if="key !== 'bounceDistance' || flash.head === 'bounced'"
        :path="`flashes[${index}].${key}`"
        :label="key === 'distance' ? (DISTANCE_FROM[flash.head] ?? '') : ''"
      />
      <label v-if="key === 'fired' && flash.fired === 'slave'" class="flex justify-between gap-2 py-1 text-[12px]">
        <span class="text-(--ink-soft)">{{ inputsWords('flashInputs.follows') }}</span>
        <UiPickOne
          :model-value="flash.follows"
          :options="others"
          :data-path="`flashes[${index}].follows`"
          @update:model-value="follow"
        />
      </label>
    </template>
    <details>
      <summary class="cursor-pointer py-1 text-[12px] text-(--ink-soft)">
        {{
          inputsWords('flashInputs.durationAgainstPower', {
            noun: flash.borrowed ? inputsWords('flashInputs.typicalUnit') : '',
          })
        }}
      </summary>
      <p v-if="flash.borrowed" class="text-[11px] leading-snug text-(--ink-faint)">
        {{
          inputsWords('flashInputs.assumedTypicalNotOne', {
            supply:
              flash.supply === 'mains'
                ? inputsWords('flashInputs.mainsHead')
                : flash.supply === 'spark'
                  ? inputsWords('flashInputs.sparkFlash')
                  : inputsWords('flashInputs.batteryFlash'),
          })
        }}
      </p>
      <div v-for="(_, j) in flash.table" :key="j" class="border-b border-(--hair) py-1">
        <InputsFieldRow :path="`flashes[${index}].table[${j}].power`" />
        <InputsFieldRow :path="`flashes[${index}].table[${j}].t05`" />
        <InputsFieldRow :path="`flashes[${index}].table[${j}].t01`" />
        <UButton
          v-if="flash.table.length > 1"
          size="xs"
          variant="ghost"
          icon="i-lucide-x"
          :label="inputsWords('flashInputs.removeRow')"
          @click="setTable(flash.table.filter((_, k) => k !== j))"
        />
      </div>
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="
          flash.borrowed ? inputsWords('flashInputs.enterRatedDurations') : inputsWords('flashInputs.addPowerRow')
        "
        @click="addRow"
      />
    </details>
  </div>
</template>
