<script setup lang="ts">
import { type Plan, lastLight } from '~~/core'
import { type chainStretches, outlineOf, type shutterTimes } from './stripGeometry'

/** The lanes of the time strip: action, sensing, the chain with the delay, each light's pulses, the shutter. */
const { plan, t, clip, inView, lane, laneHeight, bar, shutter } = defineProps<{
  plan: Plan
  /** px at a time; held inside the strip; whether it is inside. */
  t: (time: number) => number
  clip: (time: number) => number
  inView: (time: number | null) => time is number
  /** px down of the middle of a lane. */
  lane: (id: string) => number
  laneHeight: number
  bar: number
  stretches: ReturnType<typeof chainStretches>
  shutter: ReturnType<typeof shutterTimes>
  /** When each light pops, s; none: the shutter freezes. */
  lights: readonly (readonly number[])[]
  range: readonly [number, number]
  /** px at which the lanes begin and end. */
  ends: readonly [number, number]
}>()
const { show } = useNumbers()
const timing = computed(() => plan.timing)
const shutterLine = computed(() => {
  if (shutter === null) return undefined
  const { opens, full, closing, closed } = shutter
  const [shut, open] = [0.38, -0.38].map(side => lane('shutter') + laneHeight * side)
  return `M${clip(opens)} ${shut}L${clip(full)} ${open}L${clip(closing)} ${open}L${clip(closed)} ${shut}`
})
/** Ambient light adds up while the shutter is open. */
const ambientArea = computed(() => {
  if (shutter === null) return undefined
  const [from, to, y] = [clip(shutter.opens), clip(shutter.closed), lane('ambient')]
  const foot = y + laneHeight * 0.4
  return `M${from} ${foot}L${to} ${foot}L${to} ${y + laneHeight * (plan.exposure.black ? 0.24 : -0.36)}Z`
})
</script>

<template>
  <g>
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
    <template v-if="lights.length > 0">
      <g v-for="(pops, i) in lights" :key="i">
        <line
          :x1="ends[0]"
          :x2="ends[1]"
          :y1="lane(`light${i}`) + laneHeight * 0.42"
          :y2="lane(`light${i}`) + laneHeight * 0.42"
          class="hair"
        />
        <template v-for="at in pops" :key="at">
          <path
            :d="outlineOf(plan, i, at, range, clip, lane(`light${i}`) + laneHeight * 0.42, laneHeight * 0.84)"
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
  </g>
</template>
