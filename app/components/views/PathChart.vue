<script setup lang="ts">
import type { ScaleLinear } from 'd3-scale'
import { type Plan, meanInputs, motionFor } from '~~/core'
import { linear, pathTimeExtent } from './scale'

/** Distance against time, time running down from the table plan: where light crosses the object's line is the picture. */
const { plan, x, top, height } = defineProps<{ plan: Plan, x: ScaleLinear<number, number>, top: number, height: number }>()
const store = useSetupStore()
const { show } = useNumbers()

const setup = computed(() => plan.setup)
const bottom = computed(() => top + height - 20)
const t = computed(() => linear(pathTimeExtent(plan), [top + 22, bottom.value]))
const motion = computed(() => motionFor(plan.setup, plan.drag, meanInputs(plan.setup)))
const still = computed(() => setup.value.motion.kind === 'still')
const xRange = computed(() => x.range() as [number, number])
const inside = (px: number): number => Math.min(Math.max(px, xRange.value[0]), xRange.value[1])

/** The object's line, its speed off by a number of standard deviations. */
function path(deviations: number): [number, number][] {
  const [, last] = t.value.domain() as [number, number]
  const scale = 1 + deviations * setup.value.motion.speedSpread
  const points: [number, number][] = []
  for (let i = 0; i <= 80; i++) {
    const time = (last * i) / 80
    const at = motion.value.positionAt(time * scale)
    if (at > x.invert(xRange.value[1])) break
    points.push([x(at), t.value(time)])
  }
  return points
}
const line = (points: [number, number][]): string => points.map(([px, py], i) => `${i ? 'L' : 'M'}${px.toFixed(2)} ${py.toFixed(2)}`).join('')
const objectLine = computed(() => (still.value ? '' : line(path(0))))
const band = computed(() => {
  if (still.value || setup.value.motion.speedSpread === 0) return ''
  return `${line([...path(2), ...path(-2).reverse()])}Z`
})

/** Sound from its source to both sides. */
const sound = computed(() => {
  const { sensor, subject } = setup.value
  const { impact } = plan.timing
  const launcher = setup.value.action.kind === 'launcher' || sensor.kind === 'sound'
  if (!launcher) return null
  const fromImpact = sensor.kind === 'sound' && sensor.source === 'impact'
  const source = fromImpact && !still.value ? subject.distance : 0
  const start = fromImpact ? impact : 0
  if (start === null) return null
  const [, last] = t.value.domain() as [number, number]
  const reach = (last - start) * plan.soundSpeed
  const [low, high] = x.domain() as [number, number]
  const right = Math.min(high, source + reach)
  const left = Math.max(low, source - reach)
  const y = (at: number): number => t.value(start + Math.abs(at - source) / plan.soundSpeed)
  return { d: `M${x(left)} ${y(left)}L${x(source)} ${t.value(start)}L${x(right)} ${y(right)}`, label: { x: x(right), y: y(right) } }
})

const sensed = computed(() => plan.timing.sensed)
/** Where the sensor stands on the chart: its place on the travel, or as far from its sound. */
const sensorX = computed(() => {
  const { sensor, subject } = setup.value
  if (sensor.kind === 'beam') return sensor.position
  if (sensor.kind !== 'sound') return 0
  const source = sensor.source === 'impact' && !still.value ? subject.distance : 0
  return source + Math.hypot(sensor.position - source, sensor.offset) * (sensor.position >= source ? 1 : -1)
})

/** The stages down the sensor's upright: before the delay, the delay, after it. */
const stretches = computed(() => {
  if (sensed.value === null || plan.timing.used === null || setup.value.trigger !== 'sensor') return null
  const first = plan.stages.filter(s => s.id === 'sensor' || s.id === 'controller').reduce((sum, s) => sum + s.latency, 0)
  const delayFrom = sensed.value + first
  return { sensed: sensed.value, delayFrom, delayTo: delayFrom + plan.timing.used, captured: plan.timing.captured as number }
})

const markX = computed(() => (setup.value.moment.reference === 'travel' ? setup.value.subject.distance + setup.value.moment.offset : null))
const captured = computed(() => plan.timing.captured)
const lightHeight = computed(() => Math.max(2, Math.abs(t.value(plan.sharpness.duration) - t.value(0))))
const caughtX = computed(() => (plan.caughtAt === null ? null : setup.value.subject.distance + plan.caughtAt))
const hit = computed(() => plan.timing.bias !== null && plan.timing.bias >= -plan.keep.before && plan.timing.bias <= plan.keep.after)
/** One standard deviation of where takes are caught, m. */
const spreadX = computed(() => plan.spread.scatter * plan.objectSpeed)

function dragDelay(y: number, merge: string): void {
  if (!stretches.value) return
  const after = stretches.value.captured - stretches.value.delayTo
  setDelay(t.value.invert(y) - after - stretches.value.delayFrom, merge)
}
function setDelay(delay: number, merge: string): void {
  const { delayStep, delayMinimum, delayMaximum } = setup.value.controller
  const held = Math.min(Math.max(Math.round(delay / delayStep) * delayStep, delayMinimum), delayMaximum)
  store.change([{ path: 'delay', value: Number(held.toPrecision(12)) }], merge)
}
function dragMark(px: number, merge: string): void {
  setMark(x.invert(px) - setup.value.subject.distance, merge)
}
function setMark(offset: number, merge: string): void {
  store.change([{ path: 'moment.offset', value: Math.round(Math.max(-10, Math.min(10, offset)) * 1000) / 1000 }, { path: 'delay', value: null }], merge)
}
const sentence = computed(() => {
  if (captured.value === null) return 'The moment is never reached with these figures.'
  if (caughtX.value === null) return 'The light falls at the moment where its bar meets the dashed line.'
  const past = plan.caughtAt as number
  return `Light meets the object ${show(Math.abs(past), 'length', { unit: 'mm' })} ${past < 0 ? 'short of' : 'past'} the near face; the mark ${hit.value ? 'is' : 'is not'} within the window.`
})
</script>

<template>
  <g role="group" aria-label="Path chart: distance against time">
    <text :x="xRange[0] + 4" :y="top + 13" font-weight="600">Path chart</text>
    <text :x="xRange[0] + 70" :y="top + 13">{{ sentence }}</text>

    <!-- Time down, distance along -->
    <template v-for="tick in t.ticks(6)" :key="`t${tick}`">
      <line :x1="xRange[0]" :x2="xRange[1]" :y1="t(tick)" :y2="t(tick)" class="hair" />
      <text :x="xRange[0] - 5" :y="t(tick) + 4" text-anchor="end" class="tabular">{{ show(tick, 'time') }}</text>
    </template>
    <template v-for="tick in x.ticks(8)" :key="`x${tick}`">
      <line :x1="x(tick)" :x2="x(tick)" :y1="bottom" :y2="bottom + 4" class="hair" style="stroke: var(--hair-strong)" />
      <text :x="x(tick)" :y="bottom + 15" text-anchor="middle" class="tabular">{{ show(tick, 'length', { unit: 'm' }) }}</text>
    </template>
    <line :x1="xRange[0]" :x2="xRange[1]" :y1="bottom" :y2="bottom" class="hair" style="stroke: var(--hair-strong)" />

    <!-- Keeper window and mark -->
    <template v-if="markX !== null">
      <rect
        :x="inside(x(markX - setup.moment.window.beforeDistance))" :y="t.range()[0]"
        :width="Math.max(1, inside(x(markX + setup.moment.window.afterDistance)) - inside(x(markX - setup.moment.window.beforeDistance)))"
        :height="bottom - t.range()[0]!" fill="var(--light-fill)" opacity="0.22"
      />
    </template>
    <template v-else-if="plan.timing.moment !== null">
      <rect
        :x="xRange[0]" :width="xRange[1] - xRange[0]" :y="t(Math.max(0, plan.timing.moment - plan.keep.before))"
        :height="Math.max(1, t(plan.timing.moment + plan.keep.after) - t(Math.max(0, plan.timing.moment - plan.keep.before)))" fill="var(--light-fill)" opacity="0.22"
      />
      <line :x1="xRange[0]" :x2="xRange[1]" :y1="t(plan.timing.moment)" :y2="t(plan.timing.moment)" class="thin" stroke-dasharray="5 4" style="stroke: var(--action)" />
      <text :x="xRange[1] - 4" :y="t(plan.timing.moment) + 13" text-anchor="end" class="halo">moment: {{ setup.moment.phase }}, {{ show(plan.timing.moment, 'time') }}</text>
    </template>

    <!-- Sound -->
    <g v-if="sound">
      <path :d="sound.d" class="thin" stroke-dasharray="1.5 3" style="stroke: var(--sensing)" />
      <text :x="sound.label.x - 4" :y="sound.label.y - 4" text-anchor="end" class="halo narrow">sound {{ show(plan.soundSpeed, 'speed') }}</text>
    </g>

    <!-- The object -->
    <path v-if="band" :d="band" fill="var(--action)" opacity="0.16" />
    <path v-if="objectLine" :d="objectLine" class="firm" style="stroke: var(--action)" />

    <!-- The sensor and what follows it -->
    <template v-if="setup.trigger === 'sensor'">
      <line :x1="inside(x(sensorX))" :x2="inside(x(sensorX))" :y1="t.range()[0]" :y2="bottom" class="hair" style="stroke: var(--sensing)" />
      <g v-if="stretches">
        <circle :cx="inside(x(sensorX))" :cy="t(stretches.sensed)" r="3.5" style="fill: var(--sensing)" />
        <text :x="inside(x(sensorX)) + 8" :y="t(stretches.sensed) - 4" class="halo">
          {{ setup.sensor.kind === 'beam' ? 'crosses the beam' : setup.sensor.kind === 'sound' ? 'heard' : 'sensed' }} {{ show(stretches.sensed, 'time') }}
        </text>
        <line
          :x1="inside(x(sensorX))" :x2="inside(x(sensorX))" :y1="t(stretches.delayFrom)" :y2="t(stretches.delayTo)" stroke-width="5"
          style="stroke: var(--sensing)" opacity="0.75"
        />
        <text :x="inside(x(sensorX)) + 8" :y="(t(stretches.delayFrom) + t(stretches.delayTo)) / 2 + 4" class="halo" font-weight="600">
          delay {{ show(plan.timing.used as number, 'time', { figures: 4 }) }}
        </text>
      </g>
    </template>

    <!-- Light -->
    <ViewsDragHandle
      v-if="captured !== null" label="Light: delay dialled" :value="plan.timing.used ?? 0" :min="setup.controller.delayMinimum" :max="setup.controller.delayMaximum" vertical
      :value-text="show(plan.timing.used ?? 0, 'time', { figures: 4 })"
      @drag="(p, id) => dragDelay(p.y, id)" @nudge="n => setDelay((plan.timing.used ?? 0) + n * setup.controller.delayStep, 'delay-keys')"
    >
      <rect :x="xRange[0]" :width="xRange[1] - xRange[0]" :y="t(captured) - 7" height="14" class="grip" />
      <rect :x="xRange[0]" :width="xRange[1] - xRange[0]" :y="t(captured) - lightHeight / 2" :height="lightHeight" fill="var(--light)" />
      <text :x="xRange[0] + 6" :y="t(captured) - 6" class="halo" font-weight="600" style="fill: var(--light)">
        {{ plan.sharpness.by === 'flash' ? 'light' : 'exposure' }} {{ show(captured, 'time', { figures: 4 }) }}, lasts {{ show(plan.sharpness.duration, 'time') }}
      </text>
    </ViewsDragHandle>

    <!-- The mark -->
    <ViewsDragHandle
      v-if="markX !== null" label="Mark: past the near face" :value="setup.moment.offset" :min="-10" :max="10" :value-text="show(setup.moment.offset, 'length', { unit: 'mm' })"
      @drag="(p, id) => dragMark(p.x, id)" @nudge="n => setMark(setup.moment.offset + n * 0.001, 'mark-keys')"
    >
      <rect :x="x(markX) - 6" :y="t.range()[0]" width="12" :height="bottom - t.range()[0]!" class="grip" />
      <line :x1="x(markX)" :x2="x(markX)" :y1="t.range()[0]" :y2="bottom" class="thin" stroke-dasharray="5 4" style="stroke: var(--action)" />
      <text :x="x(markX) + 5" :y="bottom - 6" class="halo">mark</text>
    </ViewsDragHandle>

    <!-- The picture -->
    <g v-if="captured !== null && caughtX !== null && caughtX >= x.domain()[0]! && caughtX <= x.domain()[1]!">
      <line
        v-if="spreadX > 0" :x1="inside(x(caughtX - 2 * spreadX))" :x2="inside(x(caughtX + 2 * spreadX))" :y1="t(captured)" :y2="t(captured)" stroke-width="4"
        style="stroke: var(--action)"
      />
      <circle :cx="x(caughtX)" :cy="t(captured)" r="6" :fill="hit ? 'var(--ink)' : 'var(--sheet)'" stroke="var(--ink)" stroke-width="1.75" />
      <text :x="x(caughtX) + 12" :y="t(captured) + 16" class="halo" font-weight="600">
        picture{{ spreadX > 0 ? `, ±${show(spreadX, 'length', { unit: 'mm' })}` : '' }}
      </text>
    </g>
  </g>
</template>
