<script setup lang="ts">
import type { FlashSetup, Plan, Spot } from '~~/core'
import { cardFigures, lightFigures } from '~/components/views/partFigures'
import { lightSpot } from '~/components/views/tableGeometry'
import { planWords } from '~~/shared/texts/pages/plan'

/**
 * The lights from the end of the travel: the camera at the left, the ground at the right, what is out of the plane of
 * the table plan upwards. The third of the three views in which lights and cards are placed.
 */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()

const WIDE = 276
const TALL = 190
const MARGIN = 16
const setup = computed(() => plan.setup)
const spots = computed(() => setup.value.flashes.map(flash => ({ flash, spot: lightSpot(setup.value, flash) })))
/** Everything in sight, m: across from camera to ground, and out as far as lights stand. */
const extent = computed(() => {
  const across = [
    -setup.value.picture.distance,
    Math.min(setup.value.scene.ground.distance, 4 * setup.value.picture.distance),
    ...spots.value.map(({ spot }) => spot.across),
    ...setup.value.scene.cards.map(card => card.across),
  ]
  const out = [0, ...spots.value.map(({ spot }) => spot.out), ...setup.value.scene.cards.map(card => card.out)]
  // In steps, so that the drawing does not run away under a part that is dragged.
  const stepped = (value: number): number =>
    Math.sign(value) * 1.4 ** Math.ceil(Math.log(Math.max(0.05, Math.abs(value))) / Math.log(1.4))
  return {
    low: stepped(Math.min(...across)),
    high: stepped(Math.max(...across)),
    out: stepped(Math.max(...out.map(Math.abs), 0.1)),
  }
})
const scale = computed(() =>
  Math.min(
    (WIDE - 2 * MARGIN) / Math.max(0.1, extent.value.high - extent.value.low),
    (TALL / 2 - MARGIN) / extent.value.out,
  ),
)
const x = (across: number): number => WIDE / 2 + (across - (extent.value.low + extent.value.high) / 2) * scale.value
const y = (out: number): number => TALL / 2 - out * scale.value
const acrossOf = (px: number): number => (px - WIDE / 2) / scale.value + (extent.value.low + extent.value.high) / 2
const outOf = (py: number): number => (TALL / 2 - py) / scale.value
const snap = useSnap(() => scale.value)
const { moveLight, moveCard } = useSceneMoves(() => setup.value)
const field = computed(() => {
  const half = plan.optics.fieldHeight / 2
  return `M${x(-setup.value.picture.distance)} ${y(0)}L${x(0)} ${y(half)}V${y(-half)}Z`
})
const NUDGE = 0.01
type Shown = Pick<Spot, 'across' | 'out'>
const spotAt = (p: { x: number; y: number }, free: boolean): Shown => ({
  across: snap(acrossOf(p.x), free, [0]),
  out: snap(outOf(p.y), free, [0]),
})
const nudged = ({ across, out }: Shown, right: number, down: number): Shown => ({
  across: across + right * NUDGE,
  out: out - down * NUDGE,
})
const text = (flash: FlashSetup): string =>
  planWords('endView.offRaised', {
    distance: show(flash.distance, 'length', { unit: 'm' }),
    elevation: show(flash.elevation, 'angle'),
  })
</script>

<template>
  <figure class="mt-2">
    <svg
      :viewBox="`0 0 ${WIDE} ${TALL}`"
      class="drawing w-full bg-(--sheet)"
      role="group"
      :aria-label="planWords('endView.lightsSeenAlongPath')"
      style="outline: 1px solid var(--hair)"
    >
      <line :x1="0" :x2="WIDE" :y1="y(0)" :y2="y(0)" class="hair" stroke-dasharray="2 4" />
      <line
        :x1="x(setup.scene.ground.distance)"
        :x2="x(setup.scene.ground.distance)"
        :y1="y(setup.scene.ground.height / 2)"
        :y2="y(-setup.scene.ground.height / 2)"
        class="firm"
      />
      <path :d="field" class="hair" fill="none" />
      <rect :x="x(-setup.picture.distance) - 6" :y="y(0) - 5" width="12" height="10" class="thin" fill="var(--sheet)" />
      <circle :cx="x(0)" :cy="y(0)" r="4" class="firm" fill="var(--sheet)" style="stroke: var(--action)" />
      <ViewsDragHandle
        v-for="({ flash, spot }, i) in spots"
        :key="i"
        :label="planWords('endView.positionAcrossHeight', { name: flash.name })"
        :value="flash.distance"
        :min="0.02"
        :max="100"
        :paths="lightFigures(i)"
        :value-text="text(flash)"
        @drag="(p, id, free) => moveLight(i, spotAt(p, free), id)"
        @nudge="(r, d) => moveLight(i, nudged(spot, r, d), `light-${i}-end-keys`)"
      >
        <circle :cx="x(spot.across)" :cy="y(spot.out)" r="12" class="grip" />
        <circle
          :cx="x(spot.across)"
          :cy="y(spot.out)"
          r="5"
          class="thin"
          style="stroke: var(--light); fill: var(--light-fill)"
        />
        <text :x="x(spot.across)" :y="y(spot.out) - 8" class="name">{{ flash.name }}</text>
      </ViewsDragHandle>
      <ViewsDragHandle
        v-for="(card, i) in setup.scene.cards"
        :key="`card${i}`"
        :label="planWords('endView.positionAcrossHeight', { name: card.name })"
        :value="card.across"
        :min="-20"
        :max="20"
        :paths="cardFigures(i)"
        :value-text="show(card.out, 'length', { unit: 'm' })"
        @drag="(p, id, free) => moveCard(i, spotAt(p, free), id)"
        @nudge="(r, d) => moveCard(i, nudged(card, r, d), `card-${i}-end-keys`)"
      >
        <circle :cx="x(card.across)" :cy="y(card.out)" r="12" class="grip" />
        <rect
          :x="x(card.across) - 2"
          :y="y(card.out) - (card.height / 2) * scale"
          width="4"
          :height="card.height * scale"
          class="thin"
          :style="{ fill: card.kind === 'black' ? 'var(--ink)' : 'var(--sheet)' }"
        />
      </ViewsDragHandle>
    </svg>
    <figcaption class="text-[11px] text-(--ink-soft)">
      {{ planWords('endView.seenAlongPathCamera') }}
    </figcaption>
  </figure>
</template>

<style scoped>
/* The page scrolls under a finger on the drawing, not under one on a handle. */
.drawing {
  touch-action: pan-y;
}
.drawing :deep([role='slider']) {
  touch-action: none;
}
.name {
  font-size: 10px;
  text-anchor: middle;
  fill: var(--ink-soft);
}
</style>
