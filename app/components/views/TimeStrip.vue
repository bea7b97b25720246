<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { figuresOf } from './partFigures'
import { type Plan, delayChanges, lightChanges, momentChanges } from '~~/core'
import { linear } from './linear'
import { chainStretches, lanesOf, popTimes, shutterTimes, stripExtents } from './stripGeometry'
import { stripLabels } from './stripLabels'
import { FOOT, TOP } from './stripSize'
import { movedExtent, zoomedExtent } from '~/utils/extent'
import { KEYS } from '~~/shared/texts/keys'
import { viewsWords } from '~~/shared/texts/pages/views'

/** What happens when: a lane for each part of the chain on one zoomable axis, and the moment magnified beside it. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const view = useViewStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const left = 74
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
const hands = usePanZoom({
  zoom: (factor, p) => zoom(factor, t.value.invert(p.x)),
  pan(from, to) {
    chosen.value = movedExtent(range.value, t.value.invert(from.x) - t.value.invert(to.x))
  },
})

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
/** Of each light, when it pops. */
const lights = computed(() => plan.setup.flashes.map((_, i) => popTimes(plan, i)))
const lit = computed(() => plan.sharpness.by === 'flash')

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
      :aria-label="viewsWords('timeStrip.timeStripPlusMinus')"
      @keydown="key"
      v-on="hands"
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

      <ViewsStripLanes
        :plan="plan"
        :t="t"
        :clip="clip"
        :in-view="inView"
        :lane="lane"
        :lane-height="laneHeight"
        :bar="bar"
        :stretches="stretches"
        :shutter="shutter"
        :lights="lit ? lights : []"
        :range="range"
        :ends="[left, right]"
      />

      <!-- Moment and light, both to be dragged -->
      <ViewsDragHandle
        v-if="inView(timing.moment)"
        :label="viewsWords('timeStrip.momentTimeStrip')"
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
        :label="viewsWords('timeStrip.lightTimeStripDelay')"
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

      <ViewsMomentInset
        :plan="plan"
        :lights="lights"
        :x="width - insetWidth"
        :width="insetWidth - 8"
        :height="height"
      />
    </svg>
    <div class="head">
      <strong class="whitespace-nowrap">{{ viewsWords('timeStrip.timeStrip') }}</strong>
      <span class="flex">
        <button type="button" class="choice" @click="chosen = extents.all">
          {{ viewsWords('timeStrip.shutter') }}
        </button>
        <button type="button" class="choice" @click="chosen = null">{{ viewsWords('timeStrip.action') }}</button>
        <button type="button" class="choice" @click="chosen = extents.light">
          {{ viewsWords('timeStrip.light') }}
        </button>
      </span>
      <span class="min-w-0 flex-1 truncate" :title="chain">{{ chain }}</span>
      <span class="flex">
        <UButton
          icon="i-lucide-zoom-in"
          size="xs"
          variant="ghost"
          :aria-label="viewsWords('timeStrip.zoomLight')"
          @click="zoom(0.5)"
        />
        <UButton
          icon="i-lucide-zoom-out"
          size="xs"
          variant="ghost"
          :aria-label="viewsWords('timeStrip.zoomOutTimeStrip')"
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
