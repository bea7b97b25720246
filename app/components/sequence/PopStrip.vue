<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { type Plan, type PopGroup, groupTimes, natureOf } from '~~/core'
import { linear } from '~/components/views/linear'
import { sequenceWords } from '~~/shared/texts/pages/sequence'

/** A lane for each light with its pops, and the shutter under them; pops are dragged, nudged or given exactly. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const view = useViewStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const LEFT = 92
const TOP = 8
const FOOT = 20
const setup = computed(() => plan.setup)
const sequence = computed(() => plan.sequence)
const lanes = computed(() => setup.value.flashes.length + 1)
const laneHeight = computed(() => (height.value - TOP - FOOT) / lanes.value)
const lane = (i: number): number => TOP + (i + 0.5) * laneHeight.value
const end = computed(() =>
  Math.max(
    sequence.value?.lastPop ?? 0,
    (sequence.value?.customary ?? 0) + Math.min(0, sequence.value?.firstPop ?? 0),
    0.01,
  ),
)
const begin = computed(() => Math.min(0, sequence.value?.firstPop ?? 0))
const t = computed(() =>
  linear(
    [begin.value - 0.06 * (end.value - begin.value), begin.value + (end.value - begin.value) * 1.1],
    [LEFT, Math.max(LEFT + 100, width.value - 10)],
  ),
)
const wide = (seconds: number): number => t.value(seconds) - t.value(0)

interface Handle {
  group: number
  number: number
  light: number
  time: number
  name: string
}
const handles = computed(() =>
  (sequence.value?.pops ?? []).flatMap(pop =>
    pop.lights.map((light): Handle => ({
      group: pop.group,
      number: pop.number,
      light,
      time: pop.time,
      name: sequenceWords('popStrip.pop', {
        name: setup.value.sequence.groups[pop.group]!.name,
        number: pop.number,
        name2: setup.value.flashes[light]!.name,
      }),
    })),
  ),
)

const STEP = 0.0005
/** Intervals are kept to a tenth of a millisecond. */
const FINE = 1e-4
const nice = (seconds: number): number => Number((Math.round(seconds / FINE) * FINE).toPrecision(10))
/**
 * Moves one pop: the first of a group its start, another the interval, one by hand itself, one by its place the start
 * of all.
 */
function move(handle: Handle, time: number, merge: string): void {
  const group: PopGroup = setup.value.sequence.groups[handle.group]!
  const path = (key: string): string => `sequence.groups[${handle.group}].${key}`
  const index = handle.number - 1
  // The first pop may come before the trigger's own; what follows it does not come before that.
  const to = index === 0 || group.placing === 'spacing' ? time : Math.max(0, time)
  const own = groupTimes(setup.value, natureOf(plan.known).motion, group)
  const base = (own[0] ?? 0) - (group.placing === 'hand' ? Math.min(...group.times) : 0)
  if (group.placing === 'hand') {
    const order = group.times.map((at, i) => [at, i] as const).sort((a, b) => a[0] - b[0])[index]
    if (order) store.change([{ path: path(`times[${order[1]}]`), value: nice(Math.max(0, to - base)) }], merge)
  } else if (group.placing === 'interval' && index > 0)
    store.change([{ path: path('interval'), value: nice(Math.max(0, (to - base) / index)) }], merge)
  else {
    store.change([{ path: path('start'), value: nice(Math.max(-600, group.start + to - (own[index] ?? 0))) }], merge)
  }
}
const paths = (handle: Handle): string[] => {
  const group = setup.value.sequence.groups[handle.group]!
  const base = `sequence.groups[${handle.group}]`
  return group.placing === 'hand'
    ? [`${base}.times[${handle.number - 1}]`]
    : group.placing === 'interval'
      ? [`${base}.count`, `${base}.interval`, `${base}.start`]
      : [`${base}.count`, `${base}.from`, `${base}.to`, `${base}.start`]
}
const scatter = computed(() => 2 * plan.spread.scatter)
const instant = computed(() =>
  view.instant === null || plan.timing.captured === null ? null : view.instant - plan.timing.captured,
)
const unitOf = (handle: Handle): number => {
  const schedule = sequence.value?.lights.find(l => l.light === handle.light)
  const index = schedule?.times.findIndex(time => Math.abs(time - handle.time) < 1e-9) ?? -1
  return schedule?.schedule.units.findIndex(unit => unit.includes(index)) ?? 0
}
const many = (light: number): boolean =>
  (sequence.value?.lights.find(l => l.light === light)?.schedule.units.length ?? 1) > 1
</script>

<template>
  <div ref="box" class="h-full w-full overflow-hidden">
    <svg
      v-if="width > 0 && height > 40"
      class="drawing"
      :width="width"
      :height="height"
      role="group"
      :aria-label="sequenceWords('popStrip.timelinePopsEachLight')"
    >
      <template v-for="tick in t.ticks(8)" :key="tick">
        <line :x1="t(tick)" :x2="t(tick)" :y1="TOP" :y2="height - FOOT" class="hair" />
        <text :x="t(tick)" :y="height - 6" text-anchor="middle" class="tabular">{{ show(tick, 'time') }}</text>
      </template>
      <template v-for="(flash, i) in setup.flashes" :key="i">
        <line
          :x1="LEFT"
          :x2="width - 10"
          :y1="lane(i) + laneHeight * 0.34"
          :y2="lane(i) + laneHeight * 0.34"
          class="hair"
        />
        <text x="6" :y="lane(i)" style="fill: var(--light)" font-weight="600">{{ flash.name.slice(0, 14) }}</text>
        <text x="6" :y="lane(i) + 13">{{ show(flash.power, 'power') }}, {{ show(plan.pulses[i]!.t01, 'time') }}</text>
      </template>
      <text x="6" :y="lane(lanes - 1) + 4" style="fill: var(--shutter)">{{ sequenceWords('popStrip.shutter') }}</text>

      <g v-for="handle in handles" :key="`${handle.group}-${handle.number}-${handle.light}`">
        <rect
          v-if="wide(scatter) > 1"
          :x="t(handle.time - scatter)"
          :width="wide(2 * scatter)"
          :y="lane(handle.light) - laneHeight * 0.3"
          :height="laneHeight * 0.64"
          fill="var(--action)"
          opacity="0.13"
        />
        <ViewsDragHandle
          :label="handle.name"
          :value="handle.time"
          :min="-600"
          :max="600"
          :value-text="show(handle.time, 'time', { figures: 4 })"
          :paths="paths(handle)"
          @drag="(p, id) => move(handle, t.invert(p.x), id)"
          @nudge="(r, d) => move(handle, handle.time + (r || -d) * STEP, `${handle.name}-keys`)"
        >
          <rect
            :x="t(handle.time) - 7"
            width="14"
            :y="lane(handle.light) - laneHeight * 0.4"
            :height="laneHeight * 0.8"
            class="grip"
          />
          <rect
            :x="t(handle.time) - Math.max(3, wide(plan.pulses[handle.light]!.t01)) / 2"
            :width="Math.max(3, wide(plan.pulses[handle.light]!.t01))"
            :y="lane(handle.light) - laneHeight * 0.3"
            :height="laneHeight * 0.64"
            style="fill: var(--light)"
          />
        </ViewsDragHandle>
        <text
          v-if="many(handle.light)"
          :x="t(handle.time)"
          :y="lane(handle.light) - laneHeight * 0.32"
          text-anchor="middle"
          class="halo pointer-events-none"
        >
          {{ String.fromCharCode(65 + (Math.max(0, unitOf(handle)) % 26)) }}
        </text>
      </g>

      <g v-if="sequence" class="pointer-events-none">
        <rect
          :x="t(begin - sequence.lead)"
          :width="Math.max(1, wide(setup.picture.shutter))"
          :y="lane(lanes - 1) - 6"
          height="12"
          fill="none"
          stroke="var(--shutter)"
          stroke-width="1.75"
        />
        <template v-for="(at, name) in { 'least': sequence.least, 'count × interval': sequence.customary }" :key="name">
          <line
            :x1="t(begin + at)"
            :x2="t(begin + at)"
            :y1="lane(lanes - 1) - 10"
            :y2="lane(lanes - 1) + 10"
            class="firm"
            style="stroke: var(--shutter)"
          />
          <text
            :x="t(begin + at) - 4"
            :y="lane(lanes - 1) + (name === 'least' ? -9 : 19)"
            text-anchor="end"
            class="halo"
          >
            {{ name }} {{ show(at, 'time') }}
          </text>
        </template>
        <text :x="t(begin) + 6" :y="lane(lanes - 1) + 4" class="halo">
          {{ sequenceWords('popStrip.open', { shutter: show(setup.picture.shutter, 'shutter') }) }}
        </text>
      </g>
      <line
        v-if="instant !== null"
        :x1="t(instant)"
        :x2="t(instant)"
        :y1="TOP"
        :y2="height - FOOT"
        class="firm"
        data-replay
      />
    </svg>
  </div>
</template>
