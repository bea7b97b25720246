<script setup lang="ts">
import { type Plan, latencyBeforeDelay, meanInputs, motionFor } from '~~/core'
import { type Axes, area, clamped, curve, point, segment } from './axes'

/** Distance against time, joined to the table plan by its distance axis: where light crosses the object's line is the picture. */
const { plan, axes, bounds } = defineProps<{ plan: Plan, axes: Axes, bounds: { x: number, y: number, width: number, height: number } }>()
const store = useSetupStore()
const { show } = useNumbers()

const setup = computed(() => plan.setup)
const motion = computed(() => motionFor(plan.setup, plan.drag, meanInputs(plan.setup)))
const still = computed(() => setup.value.motion.kind === 'still')
const ends = computed(() => {
  const [a, b] = axes.along.domain() as [number, number]
  return [Math.min(a, b), Math.max(a, b)] as [number, number]
})
const last = computed(() => axes.across.domain()[1] as number)
const inside = (along: number): number => clamped(axes.along, along)
/** Low end of the distance axis as it is drawn: where labels of time stand. */
const foot = computed(() => (axes.upright ? Math.max(...axes.along.range()) : Math.min(...axes.along.range())))

/** The object's line, its speed off by a number of standard deviations. */
function path(deviations: number): [number, number][] {
  const scale = 1 + deviations * setup.value.motion.speedSpread
  const places: [number, number][] = []
  for (let i = 0; i <= 80; i++) {
    const time = (last.value * i) / 80
    const at = motion.value.positionAt(time * scale)
    if (at > ends.value[1] || at < ends.value[0]) break
    places.push([at, time])
  }
  return places
}
const objectLine = computed(() => (still.value ? '' : curve(axes, path(0))))
const band = computed(() => {
  if (still.value || setup.value.motion.speedSpread === 0 || setup.value.motion.kind === 'fall') return ''
  return `${curve(axes, [...path(2), ...path(-2).reverse()])}Z`
})

/** Sound from its source to both sides. */
const sound = computed(() => {
  const { sensor, subject } = setup.value
  const launcher = setup.value.action.kind === 'launcher' || (sensor.kind === 'sound' && setup.value.trigger === 'sensor')
  if (!launcher) return null
  const fromImpact = sensor.kind === 'sound' && sensor.source === 'impact'
  const source = fromImpact && !still.value ? subject.distance : 0
  const start = fromImpact ? plan.timing.impact : 0
  if (start === null) return null
  const reach = (last.value - start) * plan.soundSpeed
  const right = Math.min(ends.value[1], source + reach)
  const left = Math.max(ends.value[0], source - reach)
  const at = (along: number): [number, number] => [along, start + Math.abs(along - source) / plan.soundSpeed]
  return { d: curve(axes, [at(left), [source, start], at(right)]), label: point(axes, ...at(right)) }
})

const sensed = computed(() => plan.timing.sensed)
/** Where the sensor stands on the chart: its place on the travel, or as far from its sound. */
const sensorAt = computed(() => {
  const { sensor, subject } = setup.value
  if (sensor.kind === 'beam') return inside(sensor.position)
  if (sensor.kind !== 'sound') return 0
  const source = sensor.source === 'impact' && !still.value ? subject.distance : 0
  return inside(source + Math.hypot(sensor.position - source, sensor.offset) * (sensor.position >= source ? 1 : -1))
})

/** The stages along the sensor's upright: before the delay, the delay, after it. */
const stretches = computed(() => {
  if (sensed.value === null || plan.timing.used === null || setup.value.trigger !== 'sensor') return null
  const delayFrom = sensed.value + latencyBeforeDelay(plan.stages)
  return { sensed: sensed.value, delayFrom, delayTo: delayFrom + plan.timing.used, captured: plan.timing.captured as number }
})

const markAt = computed(() => (setup.value.moment.reference === 'travel' ? setup.value.subject.distance + setup.value.moment.offset : null))
const captured = computed(() => plan.timing.captured)
const caughtAt = computed(() => (plan.caughtAt === null ? null : setup.value.subject.distance + plan.caughtAt))
const hit = computed(() => plan.timing.bias !== null && plan.timing.bias >= -plan.keep.before && plan.timing.bias <= plan.keep.after)
/** One standard deviation of where takes are caught, m. */
const spreadAlong = computed(() => plan.spread.scatter * plan.objectSpeed)
const half = computed(() => plan.sharpness.duration / 2)

const timeOf = (p: { x: number, y: number }): number => axes.across.invert(axes.upright ? p.x : p.y)
const alongOf = (p: { x: number, y: number }): number => axes.along.invert(axes.upright ? p.y : p.x)
function dragDelay(p: { x: number, y: number }, merge: string): void {
  if (!stretches.value) return
  setDelay(timeOf(p) - (stretches.value.captured - stretches.value.delayTo) - stretches.value.delayFrom, merge)
}
function setDelay(delay: number, merge: string): void {
  const { delayStep, delayMinimum, delayMaximum } = setup.value.controller
  const held = Math.min(Math.max(Math.round(delay / delayStep) * delayStep, delayMinimum), delayMaximum)
  store.change([{ path: 'delay', value: Number(held.toPrecision(12)) }], merge)
}
function setMark(offset: number, merge: string): void {
  store.change([{ path: 'moment.offset', value: Math.round(Math.max(-10, Math.min(10, offset)) * 1000) / 1000 }, { path: 'delay', value: null }], merge)
}
const sense = computed(() => (axes.upright && axes.along(1) < axes.along(0) ? -1 : 1))

const sentence = computed(() => {
  if (captured.value === null) return 'The moment is never reached with these figures.'
  if (setup.value.moment.reference !== 'travel' || plan.caughtAt === null) {
    return `Light ${hit.value ? 'falls in' : 'misses'} the window of the moment, ${show(Math.abs(plan.timing.bias ?? 0), 'time')} ${(plan.timing.bias ?? 0) < 0 ? 'early' : 'late'}.`
  }
  return `Light meets the object ${show(Math.abs(plan.caughtAt), 'length', { unit: 'mm' })} ${plan.caughtAt < 0 ? 'short of' : 'past'} the near face; the mark ${hit.value ? 'is' : 'is not'} within the window.`
})
const timeLabel = (tick: number): { x: number, y: number, anchor: 'end' | 'middle' } => {
  const at = point(axes, 0, tick)
  return axes.upright ? { x: at.x, y: foot.value + 17, anchor: 'middle' } : { x: foot.value - 5, y: at.y + 4, anchor: 'end' }
}
const alongLabel = (tick: number): { x: number, y: number, anchor: 'end' | 'middle' } => {
  const at = point(axes, tick, axes.upright ? 0 : last.value)
  return axes.upright ? { x: at.x - 6, y: at.y + 4, anchor: 'end' } : { x: at.x, y: at.y + 15, anchor: 'middle' }
}
/** px the label of the moment keeps from a thick bar of light. */
const momentClearance = computed(() => {
  const { moment } = plan.timing
  if (moment === null || captured.value === null) return 0
  const under = axes.across(captured.value + half.value) - axes.across(moment)
  return under > 0 && under < 60 ? under : 0
})
const sensedPoint = computed(() => (stretches.value ? point(axes, sensorAt.value, stretches.value.sensed) : null))
const delayPoint = computed(() => (stretches.value ? point(axes, sensorAt.value, (stretches.value.delayFrom + stretches.value.delayTo) / 2) : null))
const lightPoint = computed(() => (captured.value === null ? null : point(axes, axes.upright ? axes.along.invert(Math.min(...axes.along.range())) : ends.value[0], captured.value)))
const momentPoint = computed(() => (plan.timing.moment === null ? null : point(axes, axes.upright ? axes.along.invert(Math.max(...axes.along.range())) : ends.value[1], plan.timing.moment)))
const picturePoint = computed(() => (captured.value === null || caughtAt.value === null || inside(caughtAt.value) !== caughtAt.value ? null : point(axes, caughtAt.value, captured.value)))
</script>

<template>
  <g role="group" aria-label="Path chart: distance against time">
    <text :x="bounds.x + (axes.upright ? 8 : 62)" :y="bounds.y + 13" font-weight="600">Path chart</text>
    <text :x="bounds.x + (axes.upright ? 70 : 126)" :y="bounds.y + 13">{{ sentence }}</text>

    <!-- Time and distance -->
    <template v-for="tick in axes.across.ticks(6)" :key="`t${tick}`">
      <line v-bind="segment(axes, [ends[0], tick], [ends[1], tick])" class="hair" />
      <text :x="timeLabel(tick).x" :y="timeLabel(tick).y" :text-anchor="timeLabel(tick).anchor" class="tabular">{{ show(tick, 'time') }}</text>
    </template>
    <template v-for="tick in axes.along.ticks(8)" :key="`x${tick}`">
      <text :x="alongLabel(tick).x" :y="alongLabel(tick).y" :text-anchor="alongLabel(tick).anchor" class="tabular">{{ show(tick, 'length', { unit: 'm' }) }}</text>
    </template>
    <line v-bind="segment(axes, [ends[0], axes.upright ? 0 : last], [ends[1], axes.upright ? 0 : last])" class="hair" style="stroke: var(--hair-strong)" />

    <!-- Keeper window and moment -->
    <rect
      v-if="markAt !== null"
      v-bind="area(axes, [inside(markAt - setup.moment.window.beforeDistance), 0], [inside(markAt + setup.moment.window.afterDistance), last])" fill="var(--light-fill)" opacity="0.22"
    />
    <template v-else-if="plan.timing.moment !== null && momentPoint">
      <rect
        v-bind="area(axes, [ends[0], Math.max(0, plan.timing.moment - plan.keep.before)], [ends[1], Math.min(last, plan.timing.moment + plan.keep.after)])" fill="var(--light-fill)"
        opacity="0.22"
      />
      <line v-bind="segment(axes, [ends[0], plan.timing.moment], [ends[1], plan.timing.moment])" class="thin" stroke-dasharray="5 4" style="stroke: var(--action)" />
      <text :x="momentPoint.x - 5" :y="momentPoint.y + (axes.upright ? -6 : 15 + momentClearance)" text-anchor="end" class="halo">{{ setup.moment.phase }}, {{ show(plan.timing.moment, 'time') }}</text>
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
      <line v-bind="segment(axes, [sensorAt, 0], [sensorAt, last])" class="hair" style="stroke: var(--sensing)" />
      <g v-if="stretches && sensedPoint && delayPoint">
        <circle :cx="sensedPoint.x" :cy="sensedPoint.y" r="3.5" style="fill: var(--sensing)" />
        <text :x="sensedPoint.x + 8" :y="sensedPoint.y - 5" class="halo">
          {{ setup.sensor.kind === 'beam' ? 'crosses the beam' : setup.sensor.kind === 'sound' ? 'heard' : 'sensed' }} {{ show(stretches.sensed, 'time') }}
        </text>
        <line v-bind="segment(axes, [sensorAt, stretches.delayFrom], [sensorAt, stretches.delayTo])" stroke-width="5" style="stroke: var(--sensing)" opacity="0.75" />
        <text
          :x="delayPoint.x + (axes.upright ? 0 : 8)" :y="delayPoint.y + (axes.upright ? 16 : 4)" :text-anchor="axes.upright ? 'middle' : 'start'" class="halo" font-weight="600"
        >
          delay {{ show(plan.timing.used as number, 'time', { figures: 4 }) }}
        </text>
      </g>
    </template>

    <!-- Light -->
    <ViewsDragHandle
      v-if="captured !== null && lightPoint" label="Light: delay dialled" :value="plan.timing.used ?? 0" :min="setup.controller.delayMinimum" :max="setup.controller.delayMaximum"
      :vertical="!axes.upright" :value-text="show(plan.timing.used ?? 0, 'time', { figures: 4 })"
      @drag="dragDelay" @nudge="n => setDelay((plan.timing.used ?? 0) + n * setup.controller.delayStep, 'delay-keys')"
    >
      <rect v-bind="area(axes, [ends[0], captured], [ends[1], captured], 14)" class="grip" />
      <rect v-bind="area(axes, [ends[0], captured - half], [ends[1], captured + half], 2)" fill="var(--light)" />
      <text
        :x="lightPoint.x + (axes.upright ? -6 : 6)" :y="lightPoint.y + (axes.upright ? 2 : -6)" :text-anchor="axes.upright ? 'end' : 'start'" class="halo" font-weight="600"
        style="fill: var(--light)"
      >
        {{ plan.sharpness.by === 'flash' ? 'light' : 'exposure' }} {{ show(captured, 'time', { figures: 4 }) }}, lasts {{ show(plan.sharpness.duration, 'time') }}
      </text>
    </ViewsDragHandle>

    <!-- The mark -->
    <ViewsDragHandle
      v-if="markAt !== null" label="Mark: past the near face" :value="setup.moment.offset" :min="-10" :max="10" :vertical="axes.upright"
      :value-text="show(setup.moment.offset, 'length', { unit: 'mm' })"
      @drag="(p, id) => setMark(alongOf(p) - setup.subject.distance, id)" @nudge="n => setMark(setup.moment.offset + sense * n * 0.001, 'mark-keys')"
    >
      <rect v-bind="area(axes, [markAt, 0], [markAt, last], 12)" class="grip" />
      <line v-bind="segment(axes, [markAt, 0], [markAt, last])" class="thin" stroke-dasharray="5 4" style="stroke: var(--action)" />
      <text :x="point(axes, markAt, last).x + (axes.upright ? -30 : 5)" :y="point(axes, markAt, last).y - 6" class="halo">mark</text>
    </ViewsDragHandle>

    <!-- The picture -->
    <g v-if="captured !== null && caughtAt !== null && picturePoint">
      <line
        v-if="spreadAlong > 0 && markAt !== null" v-bind="segment(axes, [inside(caughtAt - 2 * spreadAlong), captured], [inside(caughtAt + 2 * spreadAlong), captured])" stroke-width="4"
        style="stroke: var(--action)"
      />
      <circle :cx="picturePoint.x" :cy="picturePoint.y" r="6" :fill="hit ? 'var(--ink)' : 'var(--sheet)'" stroke="var(--ink)" stroke-width="1.75" />
      <text :x="picturePoint.x + (axes.upright ? -12 : 12)" :y="picturePoint.y + 16" :text-anchor="axes.upright ? 'end' : 'start'" class="halo" font-weight="600">
        picture{{ spreadAlong > 0 && markAt !== null ? `, ±${show(spreadAlong, 'length', { unit: 'mm' })}` : '' }}
      </text>
    </g>
  </g>
</template>
