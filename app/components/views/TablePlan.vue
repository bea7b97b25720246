<script setup lang="ts">
import type { ScaleLinear } from 'd3-scale'
import type { Plan } from '~~/core'

/** Top view of the rig, to scale; shares its distance axis with the path chart below it. */
const { plan, x, top, height } = defineProps<{ plan: Plan, x: ScaleLinear<number, number>, top: number, height: number }>()
const store = useSetupStore()
const { show } = useNumbers()

const setup = computed(() => plan.setup)
const perMetre = computed(() => Math.abs(x(1) - x(0)))
/** The line of travel: below the middle, since lights stand behind and a far camera is drawn broken off. */
const axis = computed(() => top + height * 0.54)
const still = computed(() => setup.value.motion.kind === 'still')
const subjectX = computed(() => (still.value ? -setup.value.subject.depth / 2 : setup.value.subject.distance))
const middle = computed(() => subjectX.value + setup.value.subject.depth / 2)
const markX = computed(() => (setup.value.moment.reference === 'travel' ? setup.value.subject.distance + setup.value.moment.offset : null))

/** A place beside the travel, held inside the drawing; `cut` where it had to be. */
function place(along: number, across: number): { x: number, y: number, cut: boolean } {
  const y = axis.value - across * perMetre.value
  const low = top + 24
  const high = top + height - 12
  const held = Math.min(Math.max(y, low), high)
  const [x0, x1] = x.range() as [number, number]
  const px = Math.min(Math.max(x(along), x0 + 6), x1 - 6)
  return { x: px, y: held, cut: Math.abs(held - y) > 1 || Math.abs(px - x(along)) > 1 }
}

const camera = computed(() => place(middle.value, -setup.value.picture.distance))
const field = computed(() => plan.optics.fieldWidth / 2)
const depth = computed(() => {
  const { near, far } = plan.optics
  const distance = setup.value.picture.distance
  return { near: near - distance, far: far === null ? null : far - distance }
})
const lights = computed(() => setup.value.flashes.map((flash) => {
  const at = place(middle.value + flash.distance * Math.cos(flash.angle), flash.distance * Math.sin(flash.angle))
  const turn = Math.atan2(axis.value - at.y, x(middle.value) - at.x) * 180 / Math.PI
  // Outwards, unless the sheet ends there.
  const [x0, x1] = x.range() as [number, number]
  const labelRight = at.x > x(middle.value) ? at.x < x1 - 130 : at.x < x0 + 110
  return { ...at, flash, turn, labelRight }
}))
const sensorAt = computed(() => {
  const { sensor } = setup.value
  if (setup.value.trigger !== 'sensor' || sensor.kind === 'hand' || sensor.kind === 'contact') return null
  return sensor.kind === 'beam' ? { ...place(sensor.position, 0), kind: 'beam' as const } : { ...place(sensor.position, sensor.offset), kind: 'sound' as const }
})

const toMillimetre = (metres: number): number => Math.round(metres * 1000) / 1000
const set = (path: string, value: number, merge: string): void => store.change([{ path, value: Math.max(0, toMillimetre(value)) }], merge)

function moveSubject(to: number, merge: string): void {
  const distance = Math.max(0.01, toMillimetre(to))
  const change = distance - setup.value.subject.distance
  store.change([{ path: 'subject.distance', value: distance }, { path: 'catch.distance', value: Math.max(0, toMillimetre(setup.value.catch.distance + change)) }], merge)
}
const halfSubject = computed(() => Math.max(4, setup.value.subject.height * perMetre.value / 2))
/** Distance labels on a line under the drawing of the travel. */
const dimensionY = computed(() => axis.value + Math.max(halfSubject.value, 20) + 12)
</script>

<template>
  <g :aria-label="`Table plan, top view`" role="group">
    <text :x="x.range()[0]! + 4" :y="top + 13" font-weight="600">Table plan, from above</text>

    <!-- Field of view and depth of field -->
    <g v-if="!camera.cut || camera.y > axis">
      <path
        :d="`M${camera.x} ${camera.y} L${x(middle - field)} ${axis} M${camera.x} ${camera.y} L${x(middle + field)} ${axis}`" class="hair"
        style="stroke: var(--hair-strong); shape-rendering: auto"
      />
      <rect
        v-if="depth.far !== null" :x="x(middle - field)" :width="Math.max(1, x(middle + field) - x(middle - field))" :y="axis - depth.far * perMetre"
        :height="Math.max(1.5, (depth.far - depth.near) * perMetre)" fill="var(--ink)" opacity="0.07"
      />
      <rect :x="camera.x - 9" :y="camera.y - 5" width="18" height="12" class="thin" fill="var(--sheet)" style="fill: var(--sheet)" />
      <rect :x="camera.x - 4" :y="camera.y - 10" width="8" height="5" class="thin" style="fill: var(--sheet)" />
      <path v-if="camera.cut" :d="`M${camera.x - 9} ${camera.y - 17} l6 4 l6 -4 l6 4`" class="thin" />
      <text :x="camera.x + 14" :y="camera.y + 5" class="halo">camera {{ show(setup.picture.distance, 'length', { unit: 'm' }) }}</text>
    </g>

    <!-- Line of travel -->
    <line v-if="!still" :x1="x(0)" :x2="x.range()[1]" :y1="axis" :y2="axis" class="hair" stroke-dasharray="6 3" style="stroke: var(--action)" />
    <g v-if="setup.action.kind === 'launcher'">
      <path :d="`M${x(0) - 26} ${axis - 5} h26 v10 h-26 z`" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
      <text :x="x(0) - 26" :y="axis - 11" class="halo">launcher</text>
    </g>
    <g v-else-if="!still">
      <circle :cx="x(0)" :cy="axis" r="4" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
      <text :x="x(0) + 2" :y="axis - 11" class="halo">start</text>
    </g>

    <!-- What catches what flies -->
    <g v-if="setup.action.kind === 'launcher'">
      <rect :x="x(setup.catch.distance)" :y="axis - 34" width="7" height="68" fill="url(#hatch)" stroke="var(--ink)" />
      <text :x="x(setup.catch.distance) - 4" :y="axis - 38" text-anchor="end" class="halo">catch · nobody beyond</text>
    </g>

    <!-- Lights -->
    <g v-for="light in lights" :key="light.flash.name">
      <line :x1="light.x" :y1="light.y" :x2="x(middle)" :y2="axis" class="hair" stroke-dasharray="1 4" style="stroke: var(--light); shape-rendering: auto" />
      <g :transform="`translate(${light.x} ${light.y}) rotate(${light.turn})`">
        <path d="M-7 -5 h8 l5 -3 v16 l-5 -3 h-8 z" class="thin" style="stroke: var(--light); fill: var(--light-fill)" />
      </g>
      <path v-if="light.cut" :d="`M${light.x - 9} ${light.y + 13} l6 4 l6 -4 l6 4`" class="thin" style="stroke: var(--light)" />
      <text :x="light.x + (light.labelRight ? 12 : -12)" :y="light.y + 4" :text-anchor="light.labelRight ? 'start' : 'end'" class="halo">
        {{ light.flash.units > 1 ? `${light.flash.units} × ` : '' }}{{ light.flash.name }} {{ show(light.flash.power, 'power') }} · {{ show(light.flash.distance, 'length', { unit: 'm' }) }}
      </text>
    </g>

    <!-- Subject -->
    <ViewsDragHandle
      v-if="!still" label="Subject: distance from the start" :value="setup.subject.distance" :min="0.01" :max="100"
      :value-text="show(setup.subject.distance, 'length', { unit: 'm', figures: 4 })"
      @drag="(p, id) => moveSubject(x.invert(p.x), id)" @nudge="n => moveSubject(setup.subject.distance + n * 0.001, 'subject-keys')"
    >
      <rect :x="x(subjectX) - 5" :y="axis - halfSubject - 4" :width="Math.max(3, setup.subject.depth * perMetre) + 10" :height="2 * halfSubject + 8" class="grip" />
      <rect :x="x(subjectX)" :y="axis - halfSubject" :width="Math.max(3, setup.subject.depth * perMetre)" :height="2 * halfSubject" class="firm" style="fill: var(--sheet)" />
    </ViewsDragHandle>
    <ellipse
      v-else :cx="x(middle)" :cy="axis" :rx="setup.subject.depth * perMetre / 2" :ry="setup.subject.depth * perMetre / 2" class="firm"
      style="stroke: var(--action); fill: var(--sheet)"
    />
    <text v-if="!still" :x="x(subjectX)" :y="axis - halfSubject - 7" text-anchor="middle" class="halo">subject</text>
    <line v-if="markX !== null" :x1="x(markX)" :x2="x(markX)" :y1="axis - 9" :y2="axis + 9" class="firm" style="stroke: var(--light)" />

    <!-- Sensor -->
    <template v-if="sensorAt">
      <ViewsDragHandle
        v-if="sensorAt.kind === 'beam'" label="Beam: distance from the start" :value="setup.sensor.position" :min="0" :max="100"
        :value-text="show(setup.sensor.position, 'length', { unit: 'm', figures: 4 })"
        @drag="(p, id) => set('sensor.position', x.invert(p.x), id)" @nudge="n => set('sensor.position', setup.sensor.position + n * 0.001, 'sensor-keys')"
      >
        <rect :x="sensorAt.x - 8" :y="axis - 34" width="16" height="68" class="grip" />
        <line :x1="sensorAt.x" :x2="sensorAt.x" :y1="axis - 24" :y2="axis + 24" class="thin" stroke-dasharray="2 2" style="stroke: var(--sensing)" />
        <rect :x="sensorAt.x - 5" :y="axis - 32" width="10" height="8" class="thin" style="stroke: var(--sensing); fill: var(--sensing)" />
        <rect :x="sensorAt.x - 5" :y="axis + 24" width="10" height="8" class="thin" style="stroke: var(--sensing); fill: var(--sheet)" />
      </ViewsDragHandle>
      <ViewsDragHandle
        v-else label="Microphone: distance beside the travel" :value="setup.sensor.offset" :min="0" :max="50" vertical
        :value-text="show(setup.sensor.offset, 'length', { unit: 'm', figures: 4 })"
        @drag="(p, id) => store.change([{ path: 'sensor.position', value: Math.max(0, toMillimetre(x.invert(p.x))) }, { path: 'sensor.offset', value: Math.max(0, toMillimetre((axis - p.y) / perMetre)) }], id)"
        @nudge="n => set('sensor.offset', setup.sensor.offset - n * 0.001, 'sensor-keys')"
      >
        <circle :cx="sensorAt.x" :cy="sensorAt.y" r="12" class="grip" />
        <circle :cx="sensorAt.x" :cy="sensorAt.y" r="5" class="firm" style="stroke: var(--sensing); fill: var(--sheet)" />
        <line :x1="sensorAt.x - 8" :x2="sensorAt.x + 8" :y1="sensorAt.y + 6" :y2="sensorAt.y + 6" class="firm" style="stroke: var(--sensing)" />
      </ViewsDragHandle>
      <text :x="sensorAt.x + 10" :y="sensorAt.kind === 'beam' ? axis - 25 : sensorAt.y - 6" class="halo">{{ sensorAt.kind === 'beam' ? 'beam' : 'microphone' }}</text>
    </template>

    <!-- Distances -->
    <g v-if="!still && sensorAt?.kind === 'beam'" class="narrow">
      <line :x1="x(0)" :x2="x(setup.subject.distance)" :y1="dimensionY" :y2="dimensionY" class="hair" style="stroke: var(--hair-strong)" />
      <template v-for="at in [0, setup.sensor.position, setup.subject.distance]" :key="at">
        <line :x1="x(at)" :x2="x(at)" :y1="dimensionY - 4" :y2="dimensionY + 4" class="hair" style="stroke: var(--hair-strong)" />
      </template>
      <text :x="x(setup.sensor.position / 2)" :y="dimensionY - 3" text-anchor="middle" class="halo">{{ show(setup.sensor.position, 'length', { unit: 'm' }) }}</text>
      <text :x="x((setup.sensor.position + setup.subject.distance) / 2)" :y="dimensionY - 3" text-anchor="middle" class="halo">
        {{ show(Math.abs(setup.subject.distance - setup.sensor.position), 'length', { unit: 'm' }) }}
      </text>
    </g>
  </g>
</template>
