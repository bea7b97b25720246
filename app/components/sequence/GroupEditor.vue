<script setup lang="ts">
import { type Plan, type PopGroup, type Setup, entersPicture, groupTimes, natureOf, popGroup } from '~~/core'
import { parsePops } from '~~/shared/units'
import { sequenceWords } from '~~/shared/texts/pages/sequence'

/** Groups of pops: which lights, how many, and how they are placed. */
const { setup, plan } = defineProps<{ setup: Setup; plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()

const groups = computed(() => setup.sequence.groups)
const errors = ref<Record<number, string>>({})

const put = (next: PopGroup[]): void => {
  if (store.setup) store.replace({ ...store.setup, sequence: { ...store.setup.sequence, groups: next } })
}
const set = (index: number, part: Partial<PopGroup>): void =>
  put(groups.value.map((group, i) => (i === index ? { ...group, ...part } : group)))

/** Lights that no group has yet, or all. */
const free = computed(() => {
  const used = new Set(groups.value.flatMap(group => group.lights))
  const left = setup.flashes.map((_, i) => i).filter(i => !used.has(i))
  return left.length > 0 ? left : setup.flashes.map((_, i) => i)
})
function add(): void {
  const first = groups.value.length === 0
  put([
    ...groups.value,
    popGroup({
      name: first
        ? sequenceWords('groupEditor.pops')
        : sequenceWords('groupEditor.group', { groups: groups.value.length + 1 }),
      lights: free.value,
      count: first ? 6 : 1,
    }),
  ])
}
function toggle(index: number, light: number): void {
  const { lights } = groups.value[index]!
  set(index, {
    lights: lights.includes(light) ? lights.filter(l => l !== light) : [...lights, light].sort((a, b) => a - b),
  })
}
function read(index: number, event: Event): void {
  const input = event.target as HTMLInputElement
  if (input.value.trim() === '') return
  const run = parsePops(input.value)
  errors.value = { ...errors.value, [index]: 'error' in run ? run.error : '' }
  if ('error' in run) return
  set(index, { placing: 'interval', count: run.count, interval: Number(run.interval.toPrecision(12)) })
  input.value = ''
}
/** Placing by hand starts from where the pops are. */
function place(index: number, placing: PopGroup['placing']): void {
  const group = groups.value[index]!
  if (placing !== 'hand') {
    set(index, { placing })
    return
  }
  const all = groupTimes(setup, natureOf(plan.known).motion, group)
  const times = all.map(time => Number(Math.max(0, time - (all[0] ?? 0)).toFixed(5)))
  set(index, { placing, times: times.length > 0 ? times : [0] })
}
/** s: the start that shows it from where it enters the picture; null: it is in it from the start, or never. */
const enters = computed(() => {
  const time = entersPicture(plan)
  return time === null ? null : Number(time.toFixed(4))
})
const track = computed(() => setup.sequence.track)
const putTrack = (rows: Setup['sequence']['track']): void => {
  if (store.setup) store.replace({ ...store.setup, sequence: { ...store.setup.sequence, track: rows } })
}
function addRow(): void {
  const last = track.value.at(-1)
  putTrack([
    ...track.value,
    last ? { time: Number((last.time + 0.1).toFixed(4)), position: last.position } : { time: 0, position: 0 },
  ])
}
const PLACINGS = [
  { value: 'interval', label: sequenceWords('groupEditor.interval') },
  { value: 'spacing', label: sequenceWords('groupEditor.evenlyAcrossFrame') },
  { value: 'hand', label: sequenceWords('groupEditor.hand') },
] as const
</script>

<template>
  <div class="grid gap-3">
    <p v-if="groups.length === 0" class="text-[12px] text-(--ink-soft)">
      {{ sequenceWords('groupEditor.onePopGivesOne') }}
    </p>
    <section v-for="(group, i) in groups" :key="i" class="group" :aria-label="group.name">
      <div class="flex items-center gap-1">
        <InputsFieldRow :path="`sequence.groups[${i}].name`" class="name flex-1" />
        <UButton
          icon="i-lucide-x"
          size="xs"
          variant="ghost"
          :aria-label="sequenceWords('groupEditor.remove', { name: group.name })"
          @click="put(groups.filter((_, k) => k !== i))"
        />
      </div>
      <fieldset class="flex flex-wrap gap-x-3 text-[12px]">
        <legend class="sr-only">{{ sequenceWords('groupEditor.lights', { name: group.name }) }}</legend>
        <label v-for="(flash, l) in setup.flashes" :key="l" class="flex items-center gap-1"
          ><input type="checkbox" class="tick" :checked="group.lights.includes(l)" @change="toggle(i, l)" />
          {{ flash.name }}</label
        >
      </fieldset>
      <div class="run">
        <label :for="`run-${i}`" class="flex-1 text-(--ink-soft)">{{ sequenceWords('groupEditor.type') }}</label>
        <UInput
          :id="`run-${i}`"
          variant="none"
          class="w-34"
          :ui="{ base: 'text-end font-medium' }"
          :placeholder="sequenceWords('groupEditor.612Hz5')"
          autocomplete="off"
          :aria-invalid="errors[i] ? true : undefined"
          :aria-describedby="`run-error-${i}`"
          @change="read(i, $event)"
        />
      </div>
      <p v-if="errors[i]" :id="`run-error-${i}`" role="alert" class="text-right text-[11px] text-(--bad)">
        {{ errors[i] }}
      </p>
      <div class="run">
        <label :for="`placing-${i}`" class="flex-1 text-(--ink-soft)">{{ sequenceWords('groupEditor.placed') }}</label>
        <UiPickOne
          :id="`placing-${i}`"
          class="w-34 justify-end"
          :model-value="group.placing"
          :options="PLACINGS"
          @update:model-value="place(i, $event)"
        />
      </div>
      <InputsFieldRow v-if="group.placing !== 'hand'" :path="`sequence.groups[${i}].count`" />
      <template v-if="group.placing === 'interval'">
        <InputsFieldRow :path="`sequence.groups[${i}].interval`" />
        <p v-if="group.interval > 0 && group.count > 1" class="text-right text-[11px] text-(--ink-faint)">
          {{ sequenceWords('groupEditor.perSecond', { interval: show(1 / group.interval, 'number') }) }}
        </p>
      </template>
      <template v-if="group.placing === 'spacing'">
        <InputsFieldRow :path="`sequence.groups[${i}].from`" />
        <InputsFieldRow :path="`sequence.groups[${i}].to`" />
      </template>
      <InputsFieldRow v-if="i > 0" :path="`sequence.groups[${i}].joinsLast`" />
      <InputsFieldRow
        :path="`sequence.groups[${i}].start`"
        :label="
          group.joinsLast && i > 0
            ? sequenceWords('groupEditor.startTimeAfterLast')
            : sequenceWords('groupEditor.startTimeAfterFirst')
        "
      />
      <p v-if="enters !== null && !group.joinsLast && group.start !== enters" class="text-right text-[11px]">
        <UButton variant="link" @click="store.change([{ path: `sequence.groups[${i}].start`, value: enters }])">
          {{ sequenceWords('groupEditor.beginEntersPicture', { enters: show(enters, 'time', { figures: 4 }) }) }}
        </UButton>
      </p>
      <template v-if="group.placing === 'hand'">
        <div v-for="(_, k) in group.times" :key="k" class="flex items-center">
          <InputsFieldRow
            :path="`sequence.groups[${i}].times[${k}]`"
            :label="sequenceWords('groupEditor.pop', { k: k + 1 })"
            class="flex-1"
          />
          <UButton
            v-if="group.times.length > 1"
            icon="i-lucide-x"
            size="xs"
            variant="ghost"
            :aria-label="sequenceWords('groupEditor.removePop', { k: k + 1, name: group.name })"
            @click="set(i, { times: group.times.filter((__, m) => m !== k) })"
          />
        </div>
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-plus"
          :label="sequenceWords('groupEditor.addPop')"
          @click="set(i, { times: [...group.times, Number((Math.max(0, ...group.times) + 0.08).toFixed(5))] })"
        />
      </template>
    </section>
    <div>
      <UButton
        v-if="groups.length < 16 && setup.flashes.length > 0"
        size="xs"
        variant="outline"
        icon="i-lucide-plus"
        :label="groups.length === 0 ? sequenceWords('groupEditor.addPops') : sequenceWords('groupEditor.addGroup')"
        @click="add"
      />
    </div>

    <details class="text-[12px]" :open="track.length > 0">
      <summary class="section-title cursor-pointer">{{ sequenceWords('groupEditor.movement') }}</summary>
      <p class="py-1 text-(--ink-soft)">
        {{
          track.length < 2
            ? sequenceWords('groupEditor.takenFromMotionSet')
            : sequenceWords('groupEditor.takenFromTableTime')
        }}
      </p>
      <div v-for="(_, i) in track" :key="i" class="flex items-center">
        <InputsFieldRow
          :path="`sequence.track[${i}].time`"
          :label="sequenceWords('groupEditor.time', { i: i + 1 })"
          class="row"
        />
        <InputsFieldRow
          :path="`sequence.track[${i}].position`"
          :label="sequenceWords('groupEditor.position', { i: i + 1 })"
          class="row"
        />
        <UButton
          icon="i-lucide-x"
          size="xs"
          variant="ghost"
          :aria-label="sequenceWords('groupEditor.removeRowMovement', { i: i + 1 })"
          @click="putTrack(track.filter((__, k) => k !== i))"
        />
      </div>
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="sequenceWords('groupEditor.addPosition')"
        @click="addRow"
      />
    </details>
    <details class="text-[12px]" open>
      <summary class="section-title cursor-pointer">{{ sequenceWords('groupEditor.shutterBackgroundCamera') }}</summary>
      <InputsFieldRow path="picture.shutter" />
      <InputsFieldRow path="sequence.margin" />
      <InputsFieldRow v-if="setup.method !== 'open-shutter'" path="sequence.curtain" />
      <InputsFieldRow path="sequence.groundStops" />
      <InputsFieldRow path="sequence.stillWidth" />
      <InputsFieldRow path="sequence.panSpeed" />
      <InputsFieldRow path="sequence.moveSpeed" />
      <InputsFieldRow v-if="setup.sequence.panSpeed > 0 || setup.sequence.moveSpeed > 0" path="sequence.panAngle" />
      <InputsFieldRow
        v-for="(flash, i) in setup.flashes"
        :key="`p${i}`"
        :path="`flashes[${i}].power`"
        :label="sequenceWords('groupEditor.power', { name: flash.name })"
      />
      <InputsFieldRow
        v-for="(flash, i) in setup.flashes"
        :key="`r${i}`"
        :path="`flashes[${i}].relay`"
        :label="sequenceWords('groupEditor.alternatingSets', { name: flash.name })"
      />
    </details>
  </div>
</template>

<style scoped>
.group {
  border-left: 3px solid var(--light);
  padding-left: 9px;
}
.name :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.name :deep(.field-input) {
  width: 100%;
  font-weight: 650;
}
.run {
  display: flex;
  align-items: baseline;
  gap: 8px;
  font-size: 12px;
  min-height: 24px;
}
.row :deep(.field-input) {
  width: 4.2rem;
}
</style>
