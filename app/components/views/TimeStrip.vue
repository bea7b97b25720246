<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { type Plan, latencyBeforeDelay } from '~~/core'
import { pulseLevel, pulseMiddle } from '~~/core/flash'
import { linear } from './axes'

/** What happens when: a lane for each part of the chain on one zoomable axis, and the moment magnified beside it. */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const left = 62
const insetWidth = 172
const right = computed(() => Math.max(left + 120, width.value - insetWidth - 14))
const end = computed(() => Math.max(plan.timing.captured ?? 0, plan.timing.moment ?? 0, plan.timing.sensed ?? 0, 1e-5))
const fit = computed<[number, number]>(() => [-0.08 * end.value, 1.25 * end.value])
/** Chosen by zooming; null follows the plan. */
const chosen = ref<[number, number] | null>(null)
const view = computed(() => chosen.value ?? fit.value)
const t = computed(() => linear(view.value, [left, right.value]))
const clip = (time: number): number => Math.min(Math.max(t.value(time), left), right.value)
const inView = (time: number | null): time is number => time !== null && time >= view.value[0] && time <= view.value[1]

function zoom(factor: number, about = plan.timing.captured ?? end.value): void {
  const [low, high] = view.value
  const span = (high - low) * factor
  if (span < 2e-6 || span > 120) return
  const share = (Math.min(Math.max(about, low), high) - low) / (high - low)
  chosen.value = [about - share * span, about + (1 - share) * span]
}
function pan(share: number): void {
  const [low, high] = view.value
  chosen.value = [low + share * (high - low), high + share * (high - low)]
}
function wheel(event: WheelEvent): void {
  const bounds = (event.currentTarget as Element).getBoundingClientRect()
  zoom(event.deltaY > 0 ? 1.25 : 0.8, t.value.invert(event.clientX - bounds.left))
}
function key(event: KeyboardEvent): void {
  const actions: Record<string, () => void> = {
    '+': () => zoom(0.7), '=': () => zoom(0.7), '-': () => zoom(1.4), 'ArrowLeft': () => pan(-0.1), 'ArrowRight': () => pan(0.1), '0': () => { chosen.value = null },
  }
  const action = actions[event.key]
  if (!action) return
  event.preventDefault()
  action()
}

const LANES = ['action', 'sensing', 'delay', 'light', 'shutter'] as const
const laneHeight = computed(() => (height.value - 40) / LANES.length)
const lane = (name: (typeof LANES)[number]): number => 20 + (LANES.indexOf(name) + 0.5) * laneHeight.value

const timing = computed(() => plan.timing)
const beforeDelay = computed(() => latencyBeforeDelay(plan.stages))
const delay = computed(() => {
  const { sensed, used } = timing.value
  return sensed === null || used === null ? null : { from: sensed + beforeDelay.value, to: sensed + beforeDelay.value + used }
})
/** When the shutter is open, s; an open shutter is opened by hand before the action and closed after it. */
const open = computed<[number, number] | null>(() => {
  const { captured } = timing.value
  if (captured === null) return null
  const { shutter } = plan.setup.picture
  if (plan.setup.method === 'open-shutter') return [captured - shutter * 0.6, captured + shutter * 0.4]
  if (plan.setup.method === 'fast-shutter') return [captured - shutter / 2, captured + shutter / 2]
  const lag = plan.stages.find(s => s.id === 'flash')?.latency ?? 0
  return [captured - lag - plan.setup.camera.curtainTravel, captured - lag - plan.setup.camera.curtainTravel + shutter + plan.setup.camera.curtainTravel]
})

/** All the light as drawn: each flash with its own decay, by its share, its middle at the capture. */
function lightPath(from: number, to: number, x: (time: number) => number, base: number, tall: number): string {
  const at = timing.value.captured
  if (at === null || plan.sharpness.by === 'shutter') return ''
  const longest = Math.max(...plan.pulses.map(pulse => pulse.shape.cut))
  const start = Math.max(from, at - longest)
  const last = Math.min(to, at + longest * 1.5)
  if (last <= start) return ''
  const points = [`M${x(start)} ${base}`]
  const sum = (time: number): number => plan.pulses.reduce((level, pulse) => level + pulse.share * pulseLevel(pulse.shape, time - at + pulseMiddle(pulse.shape)), 0)
  for (let i = 0; i <= 160; i++) {
    const time = start + ((last - start) * i) / 160
    points.push(`L${x(time).toFixed(2)} ${(base - tall * sum(time)).toFixed(2)}`)
  }
  points.push(`L${x(last)} ${base}Z`)
  return points.join('')
}

/** Half the stretch of time in the inset, s: wide enough for light, scatter and window. */
const insetSpan = computed(() => Math.max(plan.sharpness.duration * 1.6, Math.min(plan.keep.before + plan.keep.after, plan.spread.scatter * 6), 1e-6))
const inset = computed(() => {
  const { moment, captured } = timing.value
  if (moment === null || captured === null) return null
  const centre = (moment + captured) / 2
  const span = Math.max(insetSpan.value, Math.abs(captured - moment) * 0.8)
  return linear([centre - span, centre + span], [width.value - insetWidth, width.value - 8])
})
const insetClip = (time: number): number => Math.min(Math.max(inset.value!(time), width.value - insetWidth), width.value - 8)
const stageText = computed(() => plan.stages.map(s => `${s.label} ${show(s.latency, 'time')}`).join(' + '))
</script>

<template>
  <div ref="box" class="relative h-full w-full overflow-hidden">
    <svg
      v-if="width > 0 && height > 60" class="drawing" :width="width" :height="height" role="group" tabindex="0"
      aria-label="Time strip. Plus and minus zoom, arrows move, 0 fits." @wheel.prevent="wheel" @keydown="key"
    >
      <text x="4" y="13" font-weight="600">Time strip</text>
      <text :x="left" y="13" class="narrow">{{ stageText }}</text>
      <template v-for="tick in t.ticks(7)" :key="tick">
        <line :x1="t(tick)" :x2="t(tick)" y1="20" :y2="height - 18" class="hair" />
        <text :x="t(tick)" :y="height - 6" text-anchor="middle" class="tabular">{{ show(tick, 'time', { figures: 4 }) }}</text>
      </template>
      <text v-for="name in LANES" :key="name" x="4" :y="lane(name) + 4" :style="{ fill: name === 'delay' ? 'var(--sensing)' : `var(--${name})` }">{{ name }}</text>

      <!-- Action: from start to the moment -->
      <g v-if="timing.moment !== null">
        <line :x1="clip(0)" :x2="clip(timing.moment)" :y1="lane('action')" :y2="lane('action')" class="firm" style="stroke: var(--action)" />
        <template v-for="(at, name) in { start: 0, impact: timing.impact, moment: timing.moment }" :key="name">
          <g v-if="inView(at) && !(name === 'impact' && at === 0)">
            <line :x1="t(at)" :x2="t(at)" :y1="lane('action') - 5" :y2="lane('action') + 5" class="firm" style="stroke: var(--action)" />
            <text
              v-if="name !== 'impact' || Math.abs(t(at) - t(timing.moment)) > 60" :x="t(at) + (t(at) > right - 110 ? -5 : 4)" :y="lane('action') - 5" :text-anchor="t(at) > right - 110 ? 'end' : 'start'" class="halo"
            >{{ name }} {{ show(at, 'time') }}</text>
          </g>
        </template>
      </g>

      <!-- Sensing -->
      <g v-if="inView(timing.sensed) && plan.setup.trigger === 'sensor'">
        <line
          v-if="timing.heard" :x1="clip(timing.heard === 'impact' ? (timing.impact ?? 0) : 0)" :x2="t(timing.sensed)" :y1="lane('sensing')" :y2="lane('sensing')" class="thin"
          stroke-dasharray="1.5 3" style="stroke: var(--sensing)"
        />
        <circle :cx="t(timing.sensed)" :cy="lane('sensing')" r="3.5" style="fill: var(--sensing)" />
        <text :x="t(timing.sensed) + 7" :y="lane('sensing') + 4" class="halo">
          {{ timing.heard ? `hears the ${timing.heard}` : 'beam crossed' }} {{ show(timing.sensed, 'time') }}
        </text>
      </g>

      <!-- Delay -->
      <g v-if="delay">
        <rect :x="clip(delay.from)" :width="Math.max(1, clip(delay.to) - clip(delay.from))" :y="lane('delay') - 4" height="8" fill="var(--sensing)" opacity="0.75" />
        <line :x1="clip(delay.to)" :x2="clip(timing.captured ?? delay.to)" :y1="lane('delay')" :y2="lane('delay')" class="thin" style="stroke: var(--sensing)" />
        <text :x="clip(delay.from) + 4" :y="lane('delay') - 7" class="halo" font-weight="600">{{ show(delay.to - delay.from, 'time', { figures: 4 }) }}</text>
      </g>

      <!-- Scatter of the light about the moment -->
      <g v-if="timing.captured !== null">
        <rect
          :x="clip(timing.captured - 2 * plan.spread.scatter)" :width="Math.max(1, clip(timing.captured + 2 * plan.spread.scatter) - clip(timing.captured - 2 * plan.spread.scatter))"
          y="20" :height="height - 40" fill="var(--action)" opacity="0.13"
        />
        <path :d="lightPath(view[0], view[1], clip, lane('light') + laneHeight * 0.36, laneHeight * 0.7)" fill="var(--light-fill)" stroke="var(--light)" />
        <line v-if="inView(timing.captured)" :x1="t(timing.captured)" :x2="t(timing.captured)" y1="20" :y2="height - 18" class="thin" style="stroke: var(--light)" />
        <text
          v-if="inView(timing.captured)" :x="t(timing.captured) - 6" :y="lane('light') + 4" text-anchor="end" class="halo"
        >{{ show(timing.captured, 'time', { figures: 4 }) }}</text>
      </g>

      <!-- Shutter -->
      <g v-if="open">
        <rect :x="clip(open[0])" :width="Math.max(1, clip(open[1]) - clip(open[0]))" :y="lane('shutter') - 5" height="10" fill="none" stroke="var(--shutter)" stroke-width="1.5" />
        <text
          :x="clip(open[0]) > right - 190 ? right - 6 : clip(open[0]) + 6" :y="lane('shutter') - 8" :text-anchor="clip(open[0]) > right - 190 ? 'end' : 'start'" class="halo"
        >
          {{ show(plan.setup.picture.shutter, 'shutter') }}{{ plan.setup.method === 'open-shutter' ? ', opened before the action' : '' }} · ambient {{ show(plan.exposure.ambient, 'stops') }}{{ plan.exposure.black ? ', black' : '' }}
        </text>
      </g>

      <!-- The moment, magnified -->
      <g v-if="inset">
        <rect :x="width - insetWidth" :width="insetWidth - 8" y="20" :height="height - 38" fill="var(--sheet)" stroke="var(--hair-strong)" />
        <rect
          :x="insetClip(timing.moment! - plan.keep.before)" :width="Math.max(0, insetClip(timing.moment! + plan.keep.after) - insetClip(timing.moment! - plan.keep.before))"
          y="21" :height="height - 40" fill="var(--light-fill)" opacity="0.22"
        />
        <rect
          :x="insetClip(timing.captured! - 2 * plan.spread.scatter)" y="21" :height="height - 40" fill="var(--action)" opacity="0.13"
          :width="Math.max(1, insetClip(timing.captured! + 2 * plan.spread.scatter) - insetClip(timing.captured! - 2 * plan.spread.scatter))"
        />
        <path :d="lightPath(inset.domain()[0]!, inset.domain()[1]!, insetClip, height - 20, (height - 70) * 0.8)" fill="var(--light-fill)" stroke="var(--light)" />
        <line :x1="inset(timing.moment!)" :x2="inset(timing.moment!)" y1="20" :y2="height - 18" class="thin" stroke-dasharray="5 4" style="stroke: var(--action)" />
        <text :x="width - insetWidth + 4" y="33" class="halo narrow">the moment, {{ show(2 * insetSpan, 'time') }} wide</text>
        <text :x="width - insetWidth + 4" y="47" class="halo narrow">±{{ show(plan.spread.scatter, 'time') }} a take</text>
        <text :x="width - 12" :y="height - 6" text-anchor="end" class="narrow">light {{ show(plan.sharpness.duration, 'time') }}</text>
      </g>
    </svg>
    <div class="absolute top-0 flex" :style="{ right: `${insetWidth + 12}px` }">
      <UButton icon="i-lucide-zoom-in" size="xs" variant="ghost" aria-label="Zoom in on the light" @click="zoom(0.5)" />
      <UButton icon="i-lucide-zoom-out" size="xs" variant="ghost" aria-label="Zoom out" @click="zoom(2)" />
      <UButton icon="i-lucide-maximize-2" size="xs" variant="ghost" aria-label="Fit the time strip" @click="chosen = null" />
    </div>
  </div>
</template>
