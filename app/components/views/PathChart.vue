<script setup lang="ts">
import { type DrawnTake, type Plan, delayChanges, followed, lightChanges, momentChanges } from '~~/core'
import { figuresOf } from './partFigures'
import { type Axes, area, clamped, curve, point, segment, alongOf, acrossOf, roomFor } from './axes'
import type { LabelBox } from './labels'
import { type PathPoint, pathGeometry } from './pathGeometry'
import { pathLabels } from './pathLabels'
import { viewsWords } from '~~/shared/texts/pages/views'

/**
 * Distance against time, joined to the table plan by its distance axis: where light crosses the object's line is the
 * picture.
 */
const { plan, axes, bounds, takes } = defineProps<{
  plan: Plan
  axes: Axes
  bounds: LabelBox
  takes: readonly DrawnTake[]
}>()
const store = useSetupStore()
const view = useViewStore()
const { show } = useNumbers()

const setup = computed(() => plan.setup)
const ends = computed(() => {
  const [a, b] = axes.along.domain() as [number, number]
  return [Math.min(a, b), Math.max(a, b)] as [number, number]
})
const times = computed(() => axes.across.domain() as [number, number])
const geometry = computed(() => pathGeometry(plan, ends.value, times.value, takes))
const line = (places: readonly PathPoint[]): string => (places.length > 1 ? curve(axes, places) : '')
const inside = (along: number): number => clamped(axes.along, along)
const inTime = (time: number): number => clamped(axes.across, time)
const shown = (time: number): boolean => time >= times.value[0] && time <= times.value[1]
const held = (places: readonly PathPoint[]): PathPoint[] => places.map(([along, time]) => [inside(along), inTime(time)])

const captured = computed(() => plan.timing.captured)
const half = computed(() => plan.sharpness.duration / 2)
const momentShown = computed(() =>
  plan.timing.moment !== null && shown(plan.timing.moment) ? plan.timing.moment : null,
)

const change = (changes: ReturnType<typeof lightChanges>, merge: string): void => {
  if (changes.length > 0) store.change(changes, merge)
}

function nudgeDelay(steps: number): void {
  change(delayChanges(plan, (plan.timing.used ?? 0) + steps * setup.value.controller.delayStep), 'delay-keys')
}
function setMark(offset: number, merge: string): void {
  change(
    [
      { path: 'moment.offset', value: Math.max(-10, Math.min(10, offset)) },
      { path: 'delay', value: null },
    ],
    merge,
  )
}
const snap = useSnap(() => Math.abs(axes.along(1) - axes.along(0)))
function dragMark(p: { x: number; y: number }, merge: string, free: boolean): void {
  const { distance, depth } = setup.value.subject
  setMark(snap(alongOf(axes, p), free, [distance, distance + depth]) - distance, merge)
}
/** A moment in time moves by a pixel's worth, and never by less than a hundredth of its window. */
const momentStep = computed(() => Math.max((plan.keep.before + plan.keep.after) / 20, 1e-6))
const sense = computed(() => (axes.along(1) < axes.along(0) ? -1 : 1))

/** Ticks with their labels at the foot of the axes. */
const timeTicks = computed(() =>
  axes.across.ticks(roomFor(axes.across, axes.upright, 6)).map(tick => {
    const foot = axes.upright ? Math.max(...axes.along.range()) : Math.min(...axes.along.range())
    const at = point(axes, 0, tick)
    return axes.upright
      ? { tick, x: at.x, y: foot + 17, anchor: 'middle' as const }
      : { tick, x: foot - 5, y: at.y + 4, anchor: 'end' as const }
  }),
)
const alongUnit = computed(() => (ends.value[1] - ends.value[0] < 0.7 ? 'mm' : 'm'))
const alongTicks = computed(() =>
  axes.along.ticks(roomFor(axes.along, !axes.upright, 8)).map(tick => {
    const at = point(axes, tick, axes.upright ? times.value[0] : times.value[1])
    return axes.upright
      ? { tick, x: at.x - 6, y: at.y + 4, anchor: 'end' as const }
      : { tick, x: at.x, y: at.y + 15, anchor: 'middle' as const }
  }),
)

const labels = computed(() =>
  pathLabels(
    {
      plan,
      axes,
      bounds,
      geometry: geometry.value,
      ends: ends.value,
      times: times.value,
      ticks: [
        ...timeTicks.value.map(spot => ({ spot, text: show(spot.tick, 'time') })),
        ...alongTicks.value.map(spot => ({ spot, text: show(spot.tick, 'length', { unit: alongUnit.value }) })),
      ],
    },
    show,
  ),
)

/** The replay's instant: where the object and its sound are. */
const now = computed(() => {
  const time = view.instant
  if (time === null || !shown(time)) return null
  const at = followed(plan.known)(time)
  const reach = plan.soundSpeed * time
  return {
    time,
    object: at >= ends.value[0] && at <= ends.value[1] ? point(axes, at, time) : null,
    sound: geometry.value.sound.length > 0 && reach <= ends.value[1] ? point(axes, reach, time) : null,
  }
})
</script>

<template>
  <g role="group" :aria-label="viewsWords('pathChart.pathChartDistanceAgainst')">
    <!-- Time and distance -->
    <template v-for="t in timeTicks" :key="`t${t.tick}`">
      <line v-bind="segment(axes, [ends[0], t.tick], [ends[1], t.tick])" class="hair" />
      <text :x="t.x" :y="t.y" :text-anchor="t.anchor" class="tabular">{{ show(t.tick, 'time') }}</text>
    </template>
    <text v-for="t in alongTicks" :key="`x${t.tick}`" :x="t.x" :y="t.y" :text-anchor="t.anchor" class="tabular">{{
      show(t.tick, 'length', { unit: alongUnit })
    }}</text>
    <line
      v-bind="
        segment(axes, [ends[0], axes.upright ? times[0] : times[1]], [ends[1], axes.upright ? times[0] : times[1]])
      "
      class="hair"
      style="stroke: var(--hair-strong)"
    />

    <!-- Keeper window -->
    <rect
      v-if="geometry.markAt !== null"
      v-bind="
        area(
          axes,
          [inside(geometry.markAt - setup.moment.window.beforeDistance), times[0]],
          [inside(geometry.markAt + setup.moment.window.afterDistance), times[1]],
        )
      "
      fill="var(--light-fill)"
      opacity="0.22"
    />
    <rect
      v-else-if="plan.timing.moment !== null"
      v-bind="
        area(
          axes,
          [ends[0], inTime(plan.timing.moment - plan.keep.before)],
          [ends[1], inTime(plan.timing.moment + plan.keep.after)],
          0,
        )
      "
      fill="var(--light-fill)"
      opacity="0.22"
    />

    <!-- Sound -->
    <path
      v-if="geometry.sound.length > 0"
      :d="curve(axes, held(geometry.sound))"
      class="thin"
      stroke-dasharray="1.5 3"
      style="stroke: var(--sensing)"
    />
    <path
      v-if="geometry.shock.length > 1"
      :d="line(geometry.shock)"
      class="thin"
      stroke-dasharray="7 2 1.5 2"
      style="stroke: var(--sensing)"
    />

    <!-- What is followed -->
    <path v-if="geometry.band.length > 2" :d="`${curve(axes, geometry.band)}Z`" fill="var(--action)" opacity="0.16" />
    <g v-for="(take, i) in geometry.takes" :key="i" class="ghost">
      <path :d="line(take.line)" class="thin" style="stroke: var(--action)" opacity="0.45" />
      <circle
        v-if="take.light && shown(take.light[1])"
        :cx="point(axes, inside(take.light[0]), take.light[1]).x"
        :cy="point(axes, inside(take.light[0]), take.light[1]).y"
        r="2.5"
        style="fill: var(--light)"
      />
    </g>
    <path :d="line(geometry.object)" class="firm" style="stroke: var(--action)" />
    <path v-if="geometry.mirrored.length > 1" :d="line(geometry.mirrored)" class="firm" style="stroke: var(--action)" />

    <!-- Pops of a sequence after the first -->
    <path
      v-if="geometry.panned.length > 1"
      :d="curve(axes, geometry.panned)"
      class="thin"
      stroke-dasharray="4 3"
      style="stroke: var(--action)"
    />
    <g v-for="pop in geometry.pops.filter(p => shown(p.at[1]))" :key="pop.number" class="pointer-events-none" data-pop>
      <line
        v-bind="segment(axes, [ends[0], pop.at[1]], [ends[1], pop.at[1]])"
        class="thin"
        style="stroke: var(--light)"
        opacity="0.75"
      />
      <circle
        v-if="inside(pop.at[0]) === pop.at[0]"
        :cx="point(axes, ...pop.at).x"
        :cy="point(axes, ...pop.at).y"
        r="3.5"
        fill="var(--ink)"
      />
    </g>

    <!-- The sensor and what follows it -->
    <template v-if="setup.trigger === 'sensor' && inside(geometry.sensorAt) === geometry.sensorAt">
      <line
        v-bind="segment(axes, [geometry.sensorAt, times[0]], [geometry.sensorAt, times[1]])"
        class="hair"
        style="stroke: var(--sensing)"
      />
      <template v-if="geometry.stretches">
        <circle
          v-if="shown(geometry.stretches.sensed)"
          :cx="point(axes, geometry.sensorAt, geometry.stretches.sensed).x"
          :cy="point(axes, geometry.sensorAt, geometry.stretches.sensed).y"
          r="3.5"
          style="fill: var(--sensing)"
        />
        <line
          v-bind="
            segment(
              axes,
              [geometry.sensorAt, inTime(geometry.stretches.sensed)],
              [geometry.sensorAt, inTime(geometry.stretches.delayFrom)],
            )
          "
          stroke-width="2.5"
          style="stroke: var(--sensing)"
        />
        <line
          v-bind="
            segment(
              axes,
              [geometry.sensorAt, inTime(geometry.stretches.delayFrom)],
              [geometry.sensorAt, inTime(geometry.stretches.delayTo)],
            )
          "
          stroke-width="5"
          style="stroke: var(--sensing)"
          opacity="0.75"
        />
        <line
          v-bind="
            segment(
              axes,
              [geometry.sensorAt, inTime(geometry.stretches.delayTo)],
              [geometry.sensorAt, inTime(geometry.stretches.captured)],
            )
          "
          stroke-width="2.5"
          style="stroke: var(--sensing)"
        />
      </template>
    </template>

    <!-- The moment, where it is an instant -->
    <ViewsDragHandle
      v-if="geometry.markAt === null && momentShown !== null"
      :label="viewsWords('pathChart.moment')"
      :value="momentShown"
      :min="0"
      :max="20"
      :vertical="!axes.upright"
      :value-text="show(momentShown, 'time', { figures: 4 })"
      :paths="figuresOf(setup, 'moment')"
      @drag="(p, id) => change(momentChanges(plan, acrossOf(axes, p)), id)"
      @nudge="
        (r, d) =>
          change(momentChanges(plan, (plan.timing.moment ?? 0) + (axes.upright ? r : d) * momentStep), 'moment-keys')
      "
    >
      <rect v-bind="area(axes, [ends[0], momentShown], [ends[1], momentShown], 12)" class="grip" />
      <line
        v-bind="segment(axes, [ends[0], momentShown], [ends[1], momentShown])"
        class="thin"
        stroke-dasharray="5 4"
        style="stroke: var(--action)"
      />
    </ViewsDragHandle>

    <!-- Light -->
    <ViewsDragHandle
      v-if="captured !== null && shown(captured) && plan.timing.used !== null"
      :label="viewsWords('pathChart.lightDelayDialled')"
      :value="plan.timing.used"
      :min="setup.controller.delayMinimum"
      :max="setup.controller.delayMaximum"
      :vertical="!axes.upright"
      :paths="figuresOf(setup, 'delay')"
      :value-text="show(plan.timing.used, 'time', { figures: 4 })"
      @drag="(p, id) => change(lightChanges(plan, acrossOf(axes, p)), id)"
      @nudge="(r, d) => nudgeDelay(axes.upright ? r || -d : d || r)"
    >
      <rect v-bind="area(axes, [ends[0], captured], [ends[1], captured], 14)" class="grip" />
    </ViewsDragHandle>
    <rect
      v-if="captured !== null && shown(captured)"
      v-bind="area(axes, [ends[0], inTime(captured - half)], [ends[1], inTime(captured + half)], 2)"
      fill="var(--light)"
      class="pointer-events-none"
    />

    <!-- The mark -->
    <ViewsDragHandle
      v-if="geometry.markAt !== null && inside(geometry.markAt) === geometry.markAt"
      :label="viewsWords('pathChart.markDistancePastEntry')"
      :value="setup.moment.offset"
      :min="-10"
      :max="10"
      :vertical="axes.upright"
      :value-text="show(setup.moment.offset, 'length', { unit: 'mm' })"
      :paths="figuresOf(setup, 'moment')"
      @drag="dragMark"
      @nudge="(r, d) => setMark(setup.moment.offset + sense * (axes.upright ? d || r : r || -d) * 0.001, 'mark-keys')"
    >
      <rect v-bind="area(axes, [geometry.markAt, times[0]], [geometry.markAt, times[1]], 12)" class="grip" />
      <line
        v-bind="segment(axes, [geometry.markAt, times[0]], [geometry.markAt, times[1]])"
        class="thin"
        stroke-dasharray="5 4"
        style="stroke: var(--action)"
      />
    </ViewsDragHandle>

    <!-- The picture -->
    <g
      v-if="
        captured !== null && geometry.picture && shown(captured) && inside(geometry.picture[0]) === geometry.picture[0]
      "
      class="pointer-events-none"
    >
      <line
        v-if="geometry.spreadAlong > 0 && geometry.markAt !== null"
        v-bind="
          segment(
            axes,
            [inside(geometry.picture[0] - 2 * geometry.spreadAlong), captured],
            [inside(geometry.picture[0] + 2 * geometry.spreadAlong), captured],
          )
        "
        stroke-width="4"
        style="stroke: var(--action)"
      />
      <circle
        :cx="point(axes, ...geometry.picture).x"
        :cy="point(axes, ...geometry.picture).y"
        r="6"
        :fill="geometry.hit ? 'var(--ink)' : 'var(--sheet)'"
        stroke="var(--ink)"
        stroke-width="1.75"
        data-picture
      />
    </g>

    <!-- Replay -->
    <g v-if="now" class="pointer-events-none" data-replay>
      <line v-bind="segment(axes, [ends[0], now.time], [ends[1], now.time])" class="thin" />
      <circle v-if="now.object" :cx="now.object.x" :cy="now.object.y" r="5" style="fill: var(--action)" />
      <circle v-if="now.sound" :cx="now.sound.x" :cy="now.sound.y" r="3.5" style="fill: var(--sensing)" />
    </g>
    <ViewsLabelLayer :labels="labels" />
  </g>
</template>
