<script setup lang="ts">
import { type FlashRow, MOMENTS, type Setup, type SingleKind, fieldAt, momentOf } from '~~/core'

/** Inputs in the order of work; what a choice makes idle is left out. */
interface Row { path: string, label?: string, when?: (s: Setup) => boolean }
interface Section { title: string, rows: Row[], kit?: SingleKind[] }

const sensed = (s: Setup) => s.trigger === 'sensor'
const travels = (s: Setup) => s.moment.reference === 'travel'
const moves = (s: Setup) => s.motion.kind !== 'still'
const throughCamera = (s: Setup) => s.method !== 'open-shutter'

const SECTIONS: Section[] = [
  {
    title: 'Picture',
    rows: [{ path: 'name' }, { path: 'method' }, { path: 'trigger' }],
  },
  {
    title: 'Subject and moment',
    rows: [
      { path: 'motion.kind' },
      { path: 'motion.speed', when: s => moves(s) && s.motion.kind !== 'fall' },
      { path: 'motion.speedSpread', when: s => moves(s) && s.motion.kind !== 'fall' },
      { path: 'motion.speedError', when: s => moves(s) && s.motion.kind !== 'fall' },
      { path: 'motion.angle', when: s => s.motion.kind === 'arc' },
      { path: 'motion.diameter', when: moves },
      { path: 'motion.objectLength', when: moves },
      { path: 'motion.mass', when: s => s.motion.kind === 'flight' || s.motion.kind === 'fall' },
      { path: 'motion.dragCoefficient', when: s => s.motion.kind === 'flight' || s.motion.kind === 'fall' },
      { path: 'subject.distance', when: moves },
      { path: 'subject.depth' },
      { path: 'subject.height' },
      { path: 'moment.reference' },
      { path: 'moment.offset', when: travels },
      { path: 'moment.descending', when: s => travels(s) && s.motion.kind === 'toss' },
      { path: 'moment.model', when: s => !travels(s) },
      { path: 'moment.time', when: s => !travels(s) && s.moment.model === 'time' },
      { path: 'moment.fraction', when: s => !travels(s) && s.moment.model !== 'time' },
      { path: 'subject.crackSpeed', when: s => !travels(s) && s.moment.model === 'tear' },
      { path: 'moment.timeSpread', when: s => !travels(s) },
      { path: 'moment.timeError', when: s => !travels(s) },
      { path: 'moment.window.beforeDistance', when: travels },
      { path: 'moment.window.afterDistance', when: travels },
      { path: 'moment.window.beforeTime', when: s => !travels(s) },
      { path: 'moment.window.afterTime', when: s => !travels(s) },
      { path: 'catch.distance', when: s => s.action.kind === 'launcher' },
    ],
  },
  {
    title: 'Sensor and chain',
    kit: ['sensor', 'controller', 'link'],
    rows: [
      { path: 'sensor.kind', when: sensed },
      { path: 'sensor.source', when: s => sensed(s) && (s.sensor.kind === 'sound' || s.sensor.kind === 'contact') },
      { path: 'sensor.position', when: s => sensed(s) && (s.sensor.kind === 'beam' || s.sensor.kind === 'sound') },
      { path: 'sensor.offset', when: s => sensed(s) && s.sensor.kind === 'sound' },
      { path: 'sensor.beamWidth', when: s => sensed(s) && s.sensor.kind === 'beam' },
      { path: 'sensor.response', when: s => sensed(s) && s.sensor.kind === 'beam' },
      { path: 'sensor.latency', when: sensed },
      { path: 'sensor.jitter', when: sensed },
      { path: 'sensor.threshold', when: s => sensed(s) && s.sensor.kind === 'sound' },
      { path: 'sensor.falsePeak', when: s => sensed(s) && s.sensor.kind === 'sound' },
      { path: 'sensor.eventPeak', when: s => sensed(s) && s.sensor.kind === 'sound' },
      { path: 'controller.latency', when: sensed },
      { path: 'controller.jitter', when: sensed },
      { path: 'controller.delayStep', when: sensed },
      { path: 'controller.delayMinimum', when: sensed },
      { path: 'controller.delayMaximum', when: sensed },
      { path: 'delay', when: sensed },
      { path: 'link.kind', when: sensed },
      { path: 'link.latency', when: sensed },
      { path: 'link.jitter', when: sensed },
    ],
  },
  {
    title: 'Camera',
    kit: ['camera', 'lens'],
    rows: [
      { path: 'picture.aperture' },
      { path: 'picture.iso' },
      { path: 'picture.shutter' },
      { path: 'picture.ambientEv' },
      { path: 'picture.ambientLimit' },
      { path: 'picture.distance' },
      { path: 'lens.focalLength' },
      { path: 'picture.angleToSensor' },
      { path: 'picture.depthWanted' },
      { path: 'picture.blurLimit' },
      { path: 'picture.circleOfConfusion' },
      { path: 'camera.shutterKind' },
      { path: 'camera.sensorWidth' },
      { path: 'camera.sensorHeight' },
      { path: 'camera.pixelsWide' },
      { path: 'camera.syncSpeed' },
      { path: 'camera.curtainTravel', when: s => s.camera.shutterKind === 'focal-plane' },
      { path: 'camera.readOut', when: s => s.camera.shutterKind === 'rolling' },
      { path: 'camera.lag', when: throughCamera },
      { path: 'camera.lagJitter', when: throughCamera },
      { path: 'camera.frameRate', when: s => s.trigger === 'burst' },
      { path: 'lens.widestAperture' },
      { path: 'lens.smallestAperture' },
      { path: 'camera.baseIso' },
      { path: 'camera.maximumIso' },
    ],
  },
  {
    title: 'Air and goal',
    kit: ['consumable'],
    rows: [
      { path: 'air.temperatureC' }, { path: 'air.temperatureError' }, { path: 'air.relativeHumidity' }, { path: 'air.pressure' },
      { path: 'goal.keepers' }, { path: 'goal.confidence' }, { path: 'goal.stock' },
    ],
  },
]

const FLASH_ROWS = ['name', 'units', 'power', 'guideNumber', 'distance', 'angle', 'elevation', 'lossStops', 'minimumPower', 'latency', 'jitter', 'slaveDelay', 'recycleTime', 'energy', 'heatLimit', 'supply', 'highSpeedSync', 'measured'] as const

const store = useSetupStore()
const moments = computed(() => (store.setup ? MOMENTS[store.setup.recipe] : []))
function chooseMoment(event: Event): void {
  const choice = moments.value.find(m => m.name === (event.target as HTMLSelectElement).value)
  if (choice && store.setup) store.change(momentOf(store.setup, choice))
}
const sections = computed(() => SECTIONS.map(section => ({
  ...section, rows: section.rows.filter(row => fieldAt(row.path) && store.setup && (!row.when || row.when(store.setup))),
})))
const before = computed(() => sections.value.slice(0, 3))
const after = computed(() => sections.value.slice(3))

function addFlash(): void {
  const flashes = store.setup!.flashes
  const last = flashes.at(-1)
  if (last) store.replace({ ...store.setup!, flashes: [...flashes, { ...last, name: `Light ${flashes.length + 1}`, angle: last.angle - 0.5 }] })
}
function removeFlash(index: number): void {
  store.replace({ ...store.setup!, flashes: store.setup!.flashes.filter((_, i) => i !== index) })
}
function setTable(index: number, table: FlashRow[]): void {
  store.replace({ ...store.setup!, flashes: store.setup!.flashes.map((flash, i) => (i === index ? { ...flash, table } : flash)) })
}
function addRow(index: number): void {
  const { table } = store.setup!.flashes[index]!
  const lowest = table.reduce((a, b) => (b.power < a.power ? b : a))
  if (lowest.power / 2 >= 1 / 4096) setTable(index, [...table, { power: lowest.power / 2, t05: lowest.t05 * 0.6, t01: lowest.t01 * 0.6 }])
}
</script>

<template>
  <div class="grid gap-1 px-3 pb-8">
    <details v-for="section in before" :key="section.title" open class="panel-section">
      <summary class="section-title">
        {{ section.title }}
      </summary>
      <div v-if="section.title === 'Subject and moment'" class="moment">
        <label for="moment-choice" class="flex-1 text-(--ink-soft)">Moment</label>
        <select id="moment-choice" class="moment-select" :value="store.setup?.moment.phase" @change="chooseMoment">
          <option v-if="store.setup && !moments.some(m => m.name === store.setup!.moment.phase)" :value="store.setup.moment.phase">
            {{ store.setup.moment.phase || 'unnamed' }}
          </option>
          <option v-for="m in moments" :key="m.name" :value="m.name">
            {{ m.name }}
          </option>
        </select>
      </div>
      <InputsKitChoice v-for="kind in section.kit ?? []" :key="kind" :kind="kind" />
      <InputsFieldRow v-for="row in section.rows" :key="row.path" :path="row.path" v-bind="row.label ? { label: row.label } : {}" />
    </details>

    <details open class="panel-section">
      <summary class="section-title">
        Lights
      </summary>
      <div v-for="(flash, i) in store.setup?.flashes ?? []" :key="i" class="mb-2">
        <p class="flex items-center justify-between pt-1 text-[12px] font-semibold">
          {{ flash.name }}
          <UButton icon="i-lucide-x" size="xs" variant="ghost" :aria-label="`Remove ${flash.name}`" @click="removeFlash(i)" />
        </p>
        <InputsKitChoice kind="flash" :light="i" />
        <InputsKitChoice kind="modifier" :light="i" />
        <InputsFieldRow v-for="key in FLASH_ROWS" :key="key" :path="`flashes[${i}].${key}`" />
        <details>
          <summary class="cursor-pointer py-1 text-[12px] text-(--ink-soft)">
            Duration against power
          </summary>
          <div v-for="(row, j) in flash.table" :key="j" class="border-b border-(--hair) py-1">
            <InputsFieldRow :path="`flashes[${i}].table[${j}].power`" />
            <InputsFieldRow :path="`flashes[${i}].table[${j}].t05`" />
            <InputsFieldRow :path="`flashes[${i}].table[${j}].t01`" />
            <UButton
              v-if="flash.table.length > 1" size="xs" variant="ghost" icon="i-lucide-x" label="Remove row"
              @click="setTable(i, flash.table.filter((_, k) => k !== j))"
            />
          </div>
          <UButton size="xs" variant="ghost" icon="i-lucide-plus" label="Add a power" @click="addRow(i)" />
        </details>
      </div>
      <UButton v-if="store.setup && store.setup.flashes.length > 0 && store.setup.flashes.length < 16" size="xs" variant="ghost" icon="i-lucide-plus" label="Add a light" @click="addFlash" />
    </details>

    <details v-for="section in after" :key="section.title" open class="panel-section">
      <summary class="section-title">
        {{ section.title }}
      </summary>
      <InputsKitChoice v-for="kind in section.kit ?? []" :key="kind" :kind="kind" />
      <InputsFieldRow v-for="row in section.rows" :key="row.path" :path="row.path" />
    </details>
  </div>
</template>

<style scoped>
.moment { display: flex; gap: 8px; align-items: baseline; font-size: 12px; min-height: 24px; }
.moment-select { width: 8.5rem; background-color: transparent; border-bottom: 1px solid var(--hair); font-weight: 520; color: var(--ink); cursor: pointer; text-overflow: ellipsis; }
.moment-select option { background: var(--sheet); color: var(--ink); }
.panel-section > summary { cursor: pointer; padding: 10px 0 4px; border-bottom: 1px solid var(--ink); margin-bottom: 3px; position: sticky; top: 0; background: var(--paper); z-index: 1; }
</style>
