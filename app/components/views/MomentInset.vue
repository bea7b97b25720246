<script setup lang="ts">
import { type Plan, hitsMoment } from '~~/core'
import { linear } from './linear'
import { outlineOf } from './stripGeometry'
import { FOOT, TOP } from './stripSize'
import { viewsWords } from '~~/shared/texts/pages/views'

/** The moment, magnified: light, window and spread about it, at the right of the time strip. */
const { plan, lights, x, width, height } = defineProps<{
  plan: Plan
  /** When each light pops, s. */
  lights: readonly (readonly number[])[]
  x: number
  width: number
  height: number
}>()
const { show } = useNumbers()
const timing = computed(() => plan.timing)
const lit = computed(() => plan.sharpness.by === 'flash')

/** Half the stretch of time in the inset, s: wide enough for light, scatter and window. */
const insetSpan = computed(() =>
  Math.max(plan.sharpness.duration * 1.6, Math.min(plan.keep.before + plan.keep.after, plan.spread.scatter * 6), 1e-6),
)
const inset = computed(() => {
  const { moment, captured } = timing.value
  if (moment === null || captured === null) return null
  const span = Math.max(insetSpan.value, Math.abs(captured - moment) * 0.8)
  const centre = (moment + captured) / 2
  return { scale: linear([centre - span, centre + span], [x, x + width]), span }
})
const insetClip = (time: number): number => Math.min(Math.max(inset.value!.scale(time), x), x + width)
/** Outlines of the pulses that fall into the inset. */
const insetPulses = computed(() => {
  const span = inset.value?.scale.domain()
  if (!span) return []
  const tall = height - TOP - FOOT - 34
  const base = height - FOOT - 1
  return lights
    .flatMap((pops, i) =>
      pops.map(at =>
        outlineOf(plan, i, at, [span[0]!, span[1]!], insetClip, base, tall * (0.35 + 0.65 * plan.pulses[i]!.share)),
      ),
    )
    .filter(d => d !== '')
})
const hit = computed(() => hitsMoment(plan))
</script>

<template>
  <g v-if="inset">
    <rect
      :x="x"
      :width="width"
      :y="TOP"
      :height="height - TOP - FOOT"
      fill="var(--sheet)"
      stroke="var(--hair-strong)"
    />
    <rect
      :x="insetClip(timing.moment! - plan.keep.before)"
      :width="Math.max(0, insetClip(timing.moment! + plan.keep.after) - insetClip(timing.moment! - plan.keep.before))"
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
          insetClip(timing.captured! + 2 * plan.spread.scatter) - insetClip(timing.captured! - 2 * plan.spread.scatter),
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
    <text :x="x + 5" :y="TOP + 13" class="halo" font-weight="600">
      {{ hit ? viewsWords('momentInset.lightCatchesMoment') : viewsWords('momentInset.lightMissesMoment') }}
    </text>
    <text :x="x + 5" :y="TOP + 26" class="halo">
      {{ viewsWords('momentInset.perTake', { scatter: show(plan.spread.scatter, 'time') }) }}
    </text>
    <text :x="x" :y="height - 5">{{ viewsWords('momentInset.wide', { span: show(2 * inset.span, 'time') }) }}</text>
    <text :x="x + width - 1" :y="height - 5" text-anchor="end">
      {{ lit ? viewsWords('momentInset.light') : viewsWords('momentInset.exposure') }}
      {{ show(plan.sharpness.duration, 'time') }}
    </text>
  </g>
</template>
