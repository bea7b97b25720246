<script setup lang="ts">
import type { Plan } from '~~/core'
import { type Axes, area, point, segment } from './axes'

/** The rig to scale, from above or, where the travel stands upright, from the side; shares its distance axis with the path chart. */
const { plan, axes, bounds } = defineProps<{ plan: Plan, axes: Axes, bounds: { x: number, y: number, width: number, height: number } }>()
const store = useSetupStore()
const { show } = useNumbers()

const setup = computed(() => plan.setup)
const perMetre = computed(() => Math.abs(axes.along(1) - axes.along(0)))
const still = computed(() => setup.value.motion.kind === 'still')
const subjectAt = computed(() => (still.value ? -setup.value.subject.depth / 2 : setup.value.subject.distance))
const middle = computed(() => subjectAt.value + setup.value.subject.depth / 2)
const markAt = computed(() => (setup.value.moment.reference === 'travel' ? setup.value.subject.distance + setup.value.moment.offset : null))
const travelEnd = computed(() => {
  const [a, b] = axes.along.domain() as [number, number]
  return Math.max(a, b)
})
/** m that so many px are. */
const px = (pixels: number): number => pixels / perMetre.value

/** A place held inside the drawing; `cut` where it had to be. */
function held(along: number, across: number): { x: number, y: number, cut: boolean } {
  const at = point(axes, along, across)
  const x = Math.min(Math.max(at.x, bounds.x + 16), bounds.x + bounds.width - 16)
  const y = Math.min(Math.max(at.y, bounds.y + 24), bounds.y + bounds.height - 14)
  return { x, y, cut: Math.abs(x - at.x) > 1 || Math.abs(y - at.y) > 1 }
}

const centre = computed(() => point(axes, middle.value, 0))
const camera = computed(() => held(middle.value, -setup.value.picture.distance))
const field = computed(() => plan.optics.fieldWidth / 2)
const sight = computed(() => {
  const [a, b] = [point(axes, middle.value - field.value, 0), point(axes, middle.value + field.value, 0)]
  return `M${a.x} ${a.y}L${camera.value.x} ${camera.value.y}L${b.x} ${b.y}`
})
const depth = computed(() => {
  const { near, far } = plan.optics
  const { distance } = setup.value.picture
  return far === null ? null : area(axes, [middle.value - field.value, near - distance], [middle.value + field.value, far - distance], 1.5)
})
const lights = computed(() => setup.value.flashes.map((flash) => {
  const at = held(middle.value + flash.distance * Math.cos(flash.angle), flash.distance * Math.sin(flash.angle))
  const turn = Math.atan2(centre.value.y - at.y, centre.value.x - at.x) * 180 / Math.PI
  // Outwards, unless the sheet ends there.
  const labelRight = at.x > centre.value.x ? at.x < bounds.x + bounds.width - 130 : at.x < bounds.x + 120
  return { ...at, flash, turn, labelRight }
}))
const sensorAt = computed(() => {
  const { sensor } = setup.value
  if (setup.value.trigger !== 'sensor' || sensor.kind === 'hand' || sensor.kind === 'contact') return null
  return sensor.kind === 'beam' ? { ...held(sensor.position, 0), kind: 'beam' as const } : { ...held(sensor.position, sensor.offset), kind: 'sound' as const }
})
const halfSubject = computed(() => Math.max(px(4), setup.value.subject.height / 2))
const dimensionAt = computed(() => -Math.max(halfSubject.value, px(20)) - px(12))
const start = computed(() => point(axes, 0, 0))
const subjectPoint = computed(() => point(axes, subjectAt.value, axes.upright ? -halfSubject.value : halfSubject.value))

const HATCH = Array.from({ length: 8 }, (_, i) => `M0 ${-26 + 8 * i}l7 -7`).join('')

const toMillimetre = (metres: number): number => Math.round(metres * 1000) / 1000
const set = (path: string, value: number, merge: string): void => void store.change([{ path, value: Math.max(0, toMillimetre(value)) }], merge)
const alongOf = (p: { x: number, y: number }): number => axes.along.invert(axes.upright ? p.y : p.x)
const acrossOf = (p: { x: number, y: number }): number => axes.across.invert(axes.upright ? p.x : p.y)

function moveSubject(to: number, merge: string): void {
  const distance = Math.max(0.01, toMillimetre(to))
  const moved = distance - setup.value.subject.distance
  store.change([{ path: 'subject.distance', value: distance }, { path: 'catch.distance', value: Math.max(0, toMillimetre(setup.value.catch.distance + moved)) }], merge)
}
function moveMicrophone(p: { x: number, y: number }, merge: string): void {
  store.change([{ path: 'sensor.position', value: Math.max(0, toMillimetre(alongOf(p))) }, { path: 'sensor.offset', value: Math.max(0, toMillimetre(acrossOf(p))) }], merge)
}
/** Arrow keys move along the line as it is drawn: up is up. */
const sense = computed(() => (axes.upright && axes.along(1) < axes.along(0) ? -1 : 1))
</script>

<template>
  <g :aria-label="`Table plan, ${axes.upright ? 'side' : 'top'} view`" role="group">
    <text :x="bounds.x + (axes.upright ? 8 : 62)" :y="bounds.y + 13" font-weight="600">Table plan, from {{ axes.upright ? 'the side' : 'above' }}</text>

    <!-- Field of view and depth of field -->
    <path :d="sight" class="hair" style="stroke: var(--hair-strong); shape-rendering: auto" />
    <rect v-if="depth" v-bind="depth" fill="var(--ink)" opacity="0.07" />
    <g :transform="`translate(${camera.x} ${camera.y}) rotate(${axes.upright ? 90 : 0})`">
      <rect x="-9" y="-5" width="18" height="12" class="thin" style="fill: var(--sheet)" />
      <rect x="-4" y="-10" width="8" height="5" class="thin" style="fill: var(--sheet)" />
      <path v-if="camera.cut" d="M-9 -17 l6 4 l6 -4 l6 4" class="thin" />
    </g>
    <text :x="camera.x + (axes.upright ? -8 : 14)" :y="camera.y + (axes.upright ? 24 : 5)" class="halo">camera {{ show(setup.picture.distance, 'length', { unit: 'm' }) }}</text>

    <!-- Line of travel -->
    <line v-if="!still" v-bind="segment(axes, [0, 0], [travelEnd, 0])" class="hair" stroke-dasharray="6 3" style="stroke: var(--action)" />
    <g v-if="setup.action.kind === 'launcher'" :transform="`translate(${start.x} ${start.y})`">
      <path d="M-26 -5 h26 v10 h-26 z" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
      <text x="-26" y="-11" class="halo">launcher</text>
    </g>
    <g v-else-if="!still" :transform="`translate(${start.x} ${start.y})`">
      <circle r="4" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
      <text x="8" y="-7" class="halo">{{ setup.motion.kind === 'stream' ? 'lip' : setup.motion.kind === 'toss' ? 'hand' : 'start' }}</text>
    </g>

    <!-- What catches what flies -->
    <g v-if="setup.action.kind === 'launcher'" :transform="`translate(${axes.along(setup.catch.distance)} ${start.y})`">
      <rect x="0" y="-34" width="7" height="68" class="thin" style="fill: var(--sheet)" />
      <path :d="HATCH" class="thin" />
      <text x="-4" y="-38" text-anchor="end" class="halo">catch · nobody beyond</text>
    </g>

    <!-- Lights -->
    <g v-for="(light, i) in lights" :key="i">
      <line :x1="light.x" :y1="light.y" :x2="centre.x" :y2="centre.y" class="hair" stroke-dasharray="1 4" style="stroke: var(--light); shape-rendering: auto" />
      <g :transform="`translate(${light.x} ${light.y}) rotate(${light.turn})`">
        <path d="M-7 -5 h8 l5 -3 v16 l-5 -3 h-8 z" class="thin" style="stroke: var(--light); fill: var(--light-fill)" />
        <path v-if="light.cut" d="M14 -9 l4 6 l-4 6 l4 6" class="thin" style="stroke: var(--light)" />
      </g>
      <text :x="light.x + (light.labelRight ? 14 : -14)" :y="light.y + 4" :text-anchor="light.labelRight ? 'start' : 'end'" class="halo">
        {{ light.flash.units > 1 ? `${light.flash.units} × ` : '' }}{{ light.flash.name }} {{ show(light.flash.power, 'power') }} · {{ show(light.flash.distance, 'length', { unit: 'm' }) }}
      </text>
    </g>

    <!-- Subject -->
    <ViewsDragHandle
      v-if="!still" label="Subject: distance from the start" :value="setup.subject.distance" :min="0.01" :max="100" :vertical="axes.upright"
      :value-text="show(setup.subject.distance, 'length', { unit: 'm', figures: 4 })"
      @drag="(p, id) => moveSubject(alongOf(p), id)" @nudge="n => moveSubject(setup.subject.distance + sense * n * 0.001, 'subject-keys')"
    >
      <rect v-bind="area(axes, [subjectAt - px(5), -halfSubject - px(4)], [subjectAt + setup.subject.depth + px(5), halfSubject + px(4)])" class="grip" />
      <rect v-bind="area(axes, [subjectAt, -halfSubject], [subjectAt + setup.subject.depth, halfSubject], 3)" class="firm" style="fill: var(--sheet)" />
    </ViewsDragHandle>
    <circle v-else :cx="centre.x" :cy="centre.y" :r="setup.subject.depth * perMetre / 2" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
    <text v-if="!still" :x="subjectPoint.x + (axes.upright ? -6 : 0)" :y="subjectPoint.y + (axes.upright ? 12 : -7)" :text-anchor="axes.upright ? 'end' : 'middle'" class="halo">subject</text>
    <line v-if="markAt !== null" v-bind="segment(axes, [markAt, -px(9)], [markAt, px(9)])" class="firm" style="stroke: var(--light)" />

    <!-- Sensor -->
    <template v-if="sensorAt">
      <ViewsDragHandle
        v-if="sensorAt.kind === 'beam'" label="Beam: distance from the start" :value="setup.sensor.position" :min="0" :max="100" :vertical="axes.upright"
        :value-text="show(setup.sensor.position, 'length', { unit: 'm', figures: 4 })"
        @drag="(p, id) => set('sensor.position', alongOf(p), id)" @nudge="n => set('sensor.position', setup.sensor.position + sense * n * 0.001, 'sensor-keys')"
      >
        <g :transform="`translate(${sensorAt.x} ${sensorAt.y}) rotate(${axes.upright ? 90 : 0})`">
          <rect x="-8" y="-34" width="16" height="68" class="grip" />
          <line x1="0" x2="0" y1="-24" y2="24" class="thin" stroke-dasharray="2 2" style="stroke: var(--sensing)" />
          <rect x="-5" y="-32" width="10" height="8" class="thin" style="stroke: var(--sensing); fill: var(--sensing)" />
          <rect x="-5" y="24" width="10" height="8" class="thin" style="stroke: var(--sensing); fill: var(--sheet)" />
        </g>
      </ViewsDragHandle>
      <ViewsDragHandle
        v-else label="Microphone: distance beside the travel" :value="setup.sensor.offset" :min="0" :max="50" :vertical="!axes.upright"
        :value-text="show(setup.sensor.offset, 'length', { unit: 'm', figures: 4 })"
        @drag="moveMicrophone" @nudge="n => set('sensor.offset', setup.sensor.offset + (axes.upright ? n : -n) * 0.001, 'sensor-keys')"
      >
        <circle :cx="sensorAt.x" :cy="sensorAt.y" r="12" class="grip" />
        <circle :cx="sensorAt.x" :cy="sensorAt.y" r="5" class="firm" style="stroke: var(--sensing); fill: var(--sheet)" />
        <line :x1="sensorAt.x - 8" :x2="sensorAt.x + 8" :y1="sensorAt.y + 6" :y2="sensorAt.y + 6" class="firm" style="stroke: var(--sensing)" />
      </ViewsDragHandle>
      <text :x="sensorAt.x + (axes.upright && sensorAt.kind === 'beam' ? 38 : 10)" :y="sensorAt.y + (axes.upright ? 4 : sensorAt.kind === 'beam' ? -25 : -6)" class="halo">
        {{ sensorAt.kind === 'beam' ? 'beam' : 'microphone' }}
      </text>
    </template>

    <!-- Distances -->
    <g v-if="!still && sensorAt?.kind === 'beam'" class="narrow">
      <line v-bind="segment(axes, [0, dimensionAt], [setup.subject.distance, dimensionAt])" class="hair" style="stroke: var(--hair-strong)" />
      <line
        v-for="(at, i) in [0, setup.sensor.position, setup.subject.distance]" :key="i" v-bind="segment(axes, [at, dimensionAt - px(4)], [at, dimensionAt + px(4)])" class="hair"
        style="stroke: var(--hair-strong)"
      />
      <template v-for="(pair, i) in [[0, setup.sensor.position], [setup.sensor.position, setup.subject.distance]]" :key="`d${i}`">
        <text
          :x="point(axes, (pair[0]! + pair[1]!) / 2, dimensionAt).x + (axes.upright ? -5 : 0)" :y="point(axes, (pair[0]! + pair[1]!) / 2, dimensionAt).y + (axes.upright ? 4 : -3)"
          :text-anchor="axes.upright ? 'end' : 'middle'" class="halo"
        >
          {{ show(Math.abs(pair[1]! - pair[0]!), 'length', { unit: 'm' }) }}
        </text>
      </template>
    </g>
  </g>
</template>
