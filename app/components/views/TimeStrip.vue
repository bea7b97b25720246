<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { figuresOf } from './partFigures'
import { type Plan, delayChanges, hitsMoment, lastLight, lightChanges, momentChanges } from '~~/core'
import { svgPoint } from '~/composables/useSvgPoint'
import { linear } from './axes'
import { movedExtent, zoomedExtent } from './layout'
import { chainStretches, lanesOf, popTimes, pulseOutline, shutterTimes, stripExtents } from './stripGeometry'
import { stripLabels } from './stripLabels'
import { KEYS } from '~~/shared/texts/keys'

/** What happens when: a lane for each part of the chain on one zoomable axis, and the moment magnified beside it. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const view = useViewStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const left = 74
const TOP = 29
const FOOT = 18
/** The magnified moment, less wide on a phone. */
const insetWidth = computed(() => Math.min(176, width.value * 0.34))
const right = computed(() => Math.max(left + 120, width.value - insetWidth.value - 14))
const extents = computed(() => stripExtents(plan))
/** Chosen by zooming; null follows the action. */
const chosen = ref<readonly [number, number] | null>(null)
const range = computed(() => chosen.value ?? extents.value.action)
const t = computed(() => linear([...range.value] as [number, number], [left, right.value]))
const clip = (time: number): number => Math.min(Math.max(t.value(time), left), right.value)
const inView = (time: number | null): time is number =>
  time !== null && time >= range.value[0] && time <= range.value[1]

function zoom(factor: number, about = timing.value.captured ?? extents.value.action[1]): void {
  chosen.value = zoomedExtent(range.value, factor, about, 2e-6, 120) ?? chosen.value
}
const pan = (share: number): void => {
  chosen.value = movedExtent(range.value, share * (range.value[1] - range.value[0]))
}
function wheel(event: WheelEvent): void {
  zoom(event.deltaY > 0 ? 1.25 : 0.8, t.value.invert(svgPoint(event).x))
}
const choose = (to: [number, number] | null) => (): void => {
  chosen.value = to
}
function key(event: KeyboardEvent): void {
  const { all, light } = extents.value
  pressed(KEYS.strip, event, {
    zoomIn: () => zoom(0.7),
    zoomOut: () => zoom(1.4),
    fit: choose(null),
    left: () => pan(-0.1),
    right: () => pan(0.1),
    shutter: choose(all),
    action: choose(null),
    light: choose(light),
  })
}
let held: number | null = null
const fingers = usePinch((factor, p) => zoom(factor, t.value.invert(p.x)))
function down(event: PointerEvent): void {
  if (event.button !== 0) return
  fingers.down(event)
  held = svgPoint(event).x
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function up(event: PointerEvent): void {
  held = null
  fingers.up(event)
}
function drag(event: PointerEvent): void {
  if (fingers.move(event)) held = null
  if (held === null) return
  const { x } = svgPoint(event)
  chosen.value = movedExtent(range.value, t.value.invert(held) - t.value.invert(x))
  held = x
}

const lanes = computed(() => lanesOf(plan))
const laneHeight = computed(() => (height.value - TOP - FOOT) / lanes.value.length)
const lane = (id: string): number => TOP + (lanes.value.findIndex(l => l.id === id) + 0.5) * laneHeight.value
const bar = computed(() => Math.max(3, Math.min(8, laneHeight.value * 0.36)))

const timing = computed(() => plan.timing)
const stretches = computed(() => chainStretches(plan))
const chain = computed(() =>
  stretches.value
    .filter(s => s.id !== 'delay')
    .map(s => `${s.label} ${show(s.to - s.from, 'time')}`)
    .join(' + '),
)
const shutter = computed(() => shutterTimes(plan))
const shutterLine = computed(() => {
  if (shutter.value === null) return undefined
  const { opens, full, closing, closed } = shutter.value
  const [shut, open] = [0.38, -0.38].map(side => lane('shutter') + laneHeight.value * side)
  return `M${clip(opens)} ${shut}L${clip(full)} ${open}L${clip(closing)} ${open}L${clip(closed)} ${shut}`
})
/** Ambient light adds up while the shutter is open. */
const ambientArea = computed(() => {
  if (shutter.value === null) return undefined
  const [from, to, y] = [clip(shutter.value.opens), clip(shutter.value.closed), lane('ambient')]
  const foot = y + laneHeight.value * 0.4
  return `M${from} ${foot}L${to} ${foot}L${to} ${y + laneHeight.value * (plan.exposure.black ? 0.24 : -0.36)}Z`
})
/** Of each light, when it pops. */
const lights = computed(() => plan.setup.flashes.map((_, i) => popTimes(plan, i)))
const lit = computed(() => plan.sharpness.by === 'flash')

function outline(
  index: number,
  at: number,
  from: number,
  to: number,
  x: (time: number) => number,
  base: number,
  tall: number,
): string {
  const places = pulseOutline(plan, index, from, to, at)
  return places.length === 0
    ? ''
    : `M${places.map(([time, level]) => `${x(time).toFixed(2)} ${(base - tall * level).toFixed(2)}`).join('L')}Z`
}

/** Half the stretch of time in the inset, s: wide enough for light, scatter and window. */
const insetSpan = computed(() =>
  Math.max(plan.sharpness.duration * 1.6, Math.min(plan.keep.before + plan.keep.after, plan.spread.scatter * 6), 1e-6),
)
const inset = computed(() => {
  const { moment, captured } = timing.value
  if (moment === null || captured === null) return null
  const span = Math.max(insetSpan.value, Math.abs(captured - moment) * 0.8)
  const centre = (moment + captured) / 2
  return { scale: linear([centre - span, centre + span], [width.value - insetWidth.value, width.value - 8]), span }
})
const insetClip = (time: number): number =>
  Math.min(Math.max(inset.value!.scale(time), width.value - insetWidth.value), width.value - 8)
/** Outlines of the pulses that fall into the inset. */
const insetPulses = computed(() => {
  const span = inset.value?.scale.domain()
  if (!span) return []
  const tall = height.value - TOP - FOOT - 34
  return lights.value
    .flatMap((pops, i) =>
      pops.map(at =>
        outline(
          i,
          at,
          span[0]!,
          span[1]!,
          insetClip,
          height.value - FOOT - 1,
          tall * (0.35 + 0.65 * plan.pulses[i]!.share),
        ),
      ),
    )
    .filter(d => d !== '')
})
const hit = computed(() => hitsMoment(plan))

const timeOf = (p: { x: number }): number => t.value.invert(p.x)
/** As fine as the axis shows. */
const pixel = computed(() => (range.value[1] - range.value[0]) / Math.max(1, right.value - left))
const change = (changes: ReturnType<typeof lightChanges>, merge: string): void => {
  if (changes.length > 0) store.change(changes, merge)
}
const nudgeMoment = (steps: number): void =>
  change(
    momentChanges(
      plan,
      (timing.value.moment ?? 0) + steps * Math.max(pixel.value, (plan.keep.before + plan.keep.after) / 20),
    ),
    'moment-keys',
  )
const nudgeDelay = (steps: number): void =>
  change(delayChanges(plan, (timing.value.used ?? 0) + steps * plan.setup.controller.delayStep), 'delay-keys')

const labels = computed(() =>
  stripLabels(
    {
      plan,
      bounds: { x: left, y: TOP - 8, width: right.value - left, height: height.value - TOP - FOOT + 10 },
      x: t.value,
      clip,
      inView,
      lane,
      bar: bar.value,
      from: range.value[0],
      stretches: stretches.value,
      shutter: shutter.value,
      pops: lit.value ? lights.value : [],
    },
    show,
  ),
)
const now = computed(() => (view.instant !== null && inView(view.instant) ? t.value(view.instant) : null))
</script>

<template>
  <div ref="box" class="relative h-full w-full overflow-hidden">
    <svg
      v-if="width > 0 && height > 60"
      class="drawing"
      :width="width"
      :height="height"
      role="group"
      tabindex="0"
      aria-label="Time strip. Plus and minus zoom, arrows move; 1 shows the shutter, 2 the action, 3 the light."
      @wheel.prevent="wheel"
      @keydown="key"
      @pointerdown="down"
      @pointermove="drag"
      @pointerup="up"
      @pointercancel="up"
    >
      <template v-for="tick in t.ticks(Math.max(2, Math.min(6, Math.floor((right - left) / 62))))" :key="tick">
        <line :x1="t(tick)" :x2="t(tick)" :y1="TOP" :y2="height - FOOT" class="hair" />
        <text :x="t(tick)" :y="height - 5" text-anchor="middle" class="tabular">
          {{ show(tick, 'time', { figures: 4 }) }}
        </text>
      </template>
      <text v-for="l in lanes" :key="l.id" x="8" :y="lane(l.id) + 4" :style="{ fill: `var(--${l.role})` }">
        {{ l.label.length > 12 ? `${l.label.slice(0, 11)}…` : l.label }}
      </text>

      <!-- Window, scatter, and the light over all lanes -->
      <template v-if="timing.captured !== null">
        <rect
          v-if="timing.moment !== null"
          :x="clip(timing.moment - plan.keep.before)"
          :width="Math.max(0, clip(timing.moment + plan.keep.after) - clip(timing.moment - plan.keep.before))"
          :y="TOP"
          :height="height - TOP - FOOT"
          fill="var(--light-fill)"
          opacity="0.2"
        />
        <rect
          :x="clip(timing.captured - 2 * plan.spread.scatter)"
          :width="
            Math.max(
              0,
              clip(timing.captured + 2 * plan.spread.scatter) - clip(timing.captured - 2 * plan.spread.scatter),
            )
          "
          :y="TOP"
          :height="height - TOP - FOOT"
          fill="var(--action)"
          opacity="0.12"
        />
      </template>

      <!-- Action: from start to the moment -->
      <g v-if="timing.moment !== null">
        <line
          :x1="clip(0)"
          :x2="clip(Math.max(timing.moment, lastLight(plan) ?? 0))"
          :y1="lane('action')"
          :y2="lane('action')"
          class="firm"
          style="stroke: var(--action)"
        />
        <template v-for="(at, name) in { start: 0, impact: timing.impact, apex: timing.apex }" :key="name">
          <line
            v-if="inView(at)"
            :x1="t(at)"
            :x2="t(at)"
            :y1="lane('action') - 5"
            :y2="lane('action') + 5"
            class="firm"
            style="stroke: var(--action)"
          />
        </template>
      </g>

      <!-- Sensing -->
      <g v-if="plan.setup.trigger === 'sensor' && timing.sensed !== null">
        <line
          v-if="timing.heard"
          :x1="clip(timing.heard === 'impact' ? (timing.impact ?? 0) : 0)"
          :x2="clip(timing.sensed)"
          :y1="lane('sensing')"
          :y2="lane('sensing')"
          class="thin"
          stroke-dasharray="1.5 3"
          style="stroke: var(--sensing)"
        />
        <circle
          v-if="inView(timing.sensed)"
          :cx="t(timing.sensed)"
          :cy="lane('sensing')"
          r="3.5"
          style="fill: var(--sensing)"
        />
      </g>

      <!-- Controller: the chain and the set delay, end to end -->
      <g v-for="s in stretches" :key="s.id">
        <rect
          v-if="clip(s.to) > clip(s.from)"
          :x="clip(s.from)"
          :width="clip(s.to) - clip(s.from)"
          :y="lane('controller') - (s.id === 'delay' ? bar : bar * 0.5) / 2"
          :height="s.id === 'delay' ? bar : bar * 0.5"
          fill="var(--sensing)"
          :opacity="s.id === 'delay' ? 0.8 : 0.5"
        >
          <title>{{ s.label }} {{ show(s.to - s.from, 'time') }}</title>
        </rect>
        <line
          v-if="inView(s.to)"
          :x1="t(s.to)"
          :x2="t(s.to)"
          :y1="lane('controller') - bar * 0.7"
          :y2="lane('controller') + bar * 0.7"
          class="thin"
          style="stroke: var(--sensing)"
        />
      </g>

      <!-- Each light's pulse -->
      <template v-if="lit">
        <g v-for="(pops, i) in lights" :key="i">
          <line
            :x1="left"
            :x2="right"
            :y1="lane(`light${i}`) + laneHeight * 0.42"
            :y2="lane(`light${i}`) + laneHeight * 0.42"
            class="hair"
          />
          <template v-for="at in pops" :key="at">
            <path
              :d="outline(i, at, range[0], range[1], clip, lane(`light${i}`) + laneHeight * 0.42, laneHeight * 0.84)"
              fill="var(--light-fill)"
              stroke="var(--light)"
            />
            <line
              v-if="inView(at)"
              :x1="t(at)"
              :x2="t(at)"
              :y1="lane(`light${i}`) - laneHeight * 0.42"
              :y2="lane(`light${i}`) + laneHeight * 0.42"
              class="thin"
              style="stroke: var(--light)"
              data-pop
            />
          </template>
        </g>
      </template>

      <!-- Shutter and ambient -->
      <g v-if="shutter">
        <line
          v-if="shutter.released !== null"
          :x1="clip(shutter.released)"
          :x2="clip(shutter.opens)"
          :y1="lane('shutter') + laneHeight * 0.34"
          :y2="lane('shutter') + laneHeight * 0.34"
          class="thin"
          stroke-dasharray="3 2"
          style="stroke: var(--shutter)"
        />
        <path :d="shutterLine" class="firm" style="stroke: var(--shutter)" />
        <path :d="ambientArea" fill="var(--shutter)" opacity="0.4" />
      </g>

      <!-- Moment and light, both to be dragged -->
      <ViewsDragHandle
        v-if="inView(timing.moment)"
        label="Moment on the time strip"
        :value="timing.moment"
        :min="0"
        :max="20"
        :value-text="show(timing.moment, 'time', { figures: 4 })"
        :paths="figuresOf(plan.setup, 'moment')"
        @drag="(p, id) => change(momentChanges(plan, timeOf(p)), id)"
        @nudge="(r, d) => nudgeMoment(r || -d)"
      >
        <rect :x="t(timing.moment) - 8" width="16" :y="TOP" :height="lane('action') - TOP + 8" class="grip" />
        <line
          :x1="t(timing.moment)"
          :x2="t(timing.moment)"
          :y1="TOP"
          :y2="height - FOOT"
          class="thin"
          stroke-dasharray="5 4"
          style="stroke: var(--action)"
        />
        <path :d="`M${t(timing.moment)} ${lane('action') + 7}l-4.5 -7l4.5 -7l4.5 7z`" style="fill: var(--action)" />
      </ViewsDragHandle>
      <ViewsDragHandle
        v-if="inView(timing.captured) && timing.used !== null"
        label="Light on the time strip: delay dialled"
        :value="timing.used"
        :min="plan.setup.controller.delayMinimum"
        :max="plan.setup.controller.delayMaximum"
        :value-text="show(timing.used, 'time', { figures: 4 })"
        :paths="figuresOf(plan.setup, 'delay')"
        @drag="(p, id) => change(lightChanges(plan, timeOf(p)), id)"
        @nudge="(r, d) => nudgeDelay(r || -d)"
      >
        <rect
          :x="t(timing.captured) - 7"
          width="14"
          :y="lane('controller') - laneHeight / 2"
          :height="laneHeight * (lanes.length - 4)"
          class="grip"
        />
        <line
          :x1="t(timing.captured)"
          :x2="t(timing.captured)"
          :y1="lane('controller') - laneHeight / 2"
          :y2="height - FOOT"
          class="thin"
          style="stroke: var(--light)"
        />
      </ViewsDragHandle>
      <ViewsLabelLayer :labels="labels" />
      <line v-if="now !== null" :x1="now" :x2="now" :y1="TOP" :y2="height - FOOT" class="firm" data-replay />

      <!-- The moment, magnified -->
      <g v-if="inset">
        <rect
          :x="width - insetWidth"
          :width="insetWidth - 8"
          :y="TOP"
          :height="height - TOP - FOOT"
          fill="var(--sheet)"
          stroke="var(--hair-strong)"
        />
        <rect
          :x="insetClip(timing.moment! - plan.keep.before)"
          :width="
            Math.max(0, insetClip(timing.moment! + plan.keep.after) - insetClip(timing.moment! - plan.keep.before))
          "
          :y="TOP + 1"
          :height="height - TOP - FOOT - 2"
          fill="var(--light-fill)"
          opacity="0.22"
        />
        <rect
          :x="insetClip(timing.captured! - 2 * plan.spread.scatter)"
          :y="TOP + 1"
          :height="height - TOP - FOOT - 2"
          fill="var(--action)"
          opacity="0.13"
          :width="
            Math.max(
              1,
              insetClip(timing.captured! + 2 * plan.spread.scatter) -
                insetClip(timing.captured! - 2 * plan.spread.scatter),
            )
          "
        />
        <template v-if="lit">
          <path
            v-for="(d, i) in insetPulses"
            :key="i"
            :d="d"
            fill="var(--light-fill)"
            fill-opacity="0.8"
            stroke="var(--light)"
          />
        </template>
        <rect
          v-else
          :x="insetClip(timing.captured! - plan.sharpness.duration / 2)"
          :width="
            Math.max(
              2,
              insetClip(timing.captured! + plan.sharpness.duration / 2) -
                insetClip(timing.captured! - plan.sharpness.duration / 2),
            )
          "
          :y="height - FOOT - 40"
          height="39"
          fill="var(--light-fill)"
          stroke="var(--light)"
        />
        <line
          :x1="inset.scale(timing.moment!)"
          :x2="inset.scale(timing.moment!)"
          :y1="TOP"
          :y2="height - FOOT"
          class="thin"
          stroke-dasharray="5 4"
          style="stroke: var(--action)"
        />
        <text :x="width - insetWidth + 5" :y="TOP + 13" class="halo" font-weight="600">
          {{ hit ? 'light catches the moment' : 'light misses the moment' }}
        </text>
        <text :x="width - insetWidth + 5" :y="TOP + 26" class="halo">
          ±{{ show(plan.spread.scatter, 'time') }} per take
        </text>
        <text :x="width - insetWidth" :y="height - 5">{{ show(2 * inset.span, 'time') }} wide</text>
        <text :x="width - 9" :y="height - 5" text-anchor="end">
          {{ lit ? 'light' : 'exposure' }} {{ show(plan.sharpness.duration, 'time') }}
        </text>
      </g>
    </svg>
    <div class="head">
      <strong class="whitespace-nowrap">Time strip</strong>
      <span class="flex">
        <button type="button" class="choice" @click="chosen = extents.all">Shutter</button>
        <button type="button" class="choice" @click="chosen = null">Action</button>
        <button type="button" class="choice" @click="chosen = extents.light">Light</button>
      </span>
      <span class="min-w-0 flex-1 truncate" :title="chain">{{ chain }}</span>
      <span class="flex">
        <UButton
          icon="i-lucide-zoom-in"
          size="xs"
          variant="ghost"
          aria-label="Zoom in on the light"
          @click="zoom(0.5)"
        />
        <UButton
          icon="i-lucide-zoom-out"
          size="xs"
          variant="ghost"
          aria-label="Zoom out of the time strip"
          @click="zoom(2)"
        />
      </span>
    </div>
  </div>
</template>

<style scoped>
.head {
  position: absolute;
  left: 8px;
  right: 190px;
  top: 0;
  display: flex;
  align-items: baseline;
  gap: 10px;
  font-size: 11px;
  font-stretch: 86%;
  color: var(--ink-soft);
}
.head strong {
  color: var(--ink);
  font-weight: 650;
}
.choice {
  cursor: pointer;
  padding: 0 4px;
}
.choice:hover {
  color: var(--ink);
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
