<script setup lang="ts">
import type { Card, Plan, Spot } from '~~/core'
import { cardFigures, figuresOf } from './partFigures'
import { type Axes, acrossOf, alongOf, plane, point } from './axes'
import { viewsWords } from '~~/shared/texts/pages/views'

/** Ground, cards and flags of the table plan, each dragged, nudged or given exactly. */
const { plan, axes, middle, fromCamera, held } = defineProps<{
  plan: Plan
  axes: Axes
  /** Middle of the subject along the travel, m. */
  middle: number
  fromCamera: boolean
  /** A place held inside the drawing; `cut` where it had to be. */
  held: (along: number, across: number) => { x: number; y: number; cut: boolean }
}>()
const store = useSetupStore()
const { show } = useNumbers()

const perMetre = computed(() => Math.abs(axes.along(1) - axes.along(0)))
const scene = computed(() => plan.setup.scene)
const pulled = useSnap(() => perMetre.value)
const snap = (value: number, free: boolean): number => Number(pulled(value, free, [0]).toFixed(5))
const NUDGE = 0.01

// ── ground ──
const ground = computed(() => {
  const { distance, width, height } = scene.value.ground
  // What falls is seen from the side: then the ground is as long as it is high.
  const half = (axes.upright ? height : width) / 2
  return [point(axes, middle - half, distance), point(axes, middle + half, distance)] as const
})
const setBackground = (to: number, merge: string): void =>
  void store.change(
    [{ path: 'scene.ground.distance', value: Number(Math.min(50, Math.max(0.01, to)).toFixed(5)) }],
    merge,
  )

// ── cards ──
/** px that a card which stands outside the drawing is drawn long. */
const AT_EDGE = 20
const cards = computed(() =>
  scene.value.cards.map((card, index) => {
    const at = held(middle + card.along, fromCamera ? card.out : card.across)
    // At the edge it is a mark of where to look for it, not a card of its size.
    const sized = (px: number): number => (at.cut ? Math.min(px, AT_EDGE) : px)
    // From above a card is a line square to where its face points; from the camera a rectangle, narrower as it turns.
    const turned = axes.upright ? card.tilt : card.turn
    const long = sized((axes.upright ? card.height : card.width) * perMetre.value)
    const flat = sized(Math.max(3, card.width * Math.abs(Math.cos(card.turn)) * perMetre.value))
    return { card, index, ...at, turned, long, flat, tall: sized(Math.max(3, card.height * perMetre.value)) }
  }),
)
const FILL: Readonly<Record<Card['kind'], string>> = {
  white: 'var(--sheet)',
  silver: 'var(--hair)',
  black: 'var(--ink)',
}
const { moveCard } = useSceneMoves(() => plan.setup)
const shownSpot = (along: number, across: number): Partial<Spot> => ({
  along,
  ...(fromCamera ? { out: across } : { across }),
})
const text = (card: Card): string =>
  viewsWords('sceneParts.alongBehindRaised', {
    along: show(card.along, 'length', { unit: 'm' }),
    across: show(card.across, 'length', { unit: 'm' }),
    out: show(card.out, 'length', { unit: 'm' }),
  })
</script>

<template>
  <g>
    <ViewsDragHandle
      v-if="!fromCamera"
      :label="viewsWords('sceneParts.backgroundDistanceBehindSubject')"
      :value="scene.ground.distance"
      :min="0.01"
      :max="50"
      :vertical="!axes.upright"
      :paths="figuresOf(plan.setup, 'background')"
      :value-text="show(scene.ground.distance, 'length', { unit: 'm', figures: 4 })"
      @drag="(p, id, free) => setBackground(snap(acrossOf(axes, p), free), id)"
      @nudge="
        (r, d) =>
          setBackground(
            scene.ground.distance + (plane(axes, r, d).across || plane(axes, r, d).along) * NUDGE,
            'ground-keys',
          )
      "
    >
      <line
        :x1="ground[0].x"
        :y1="ground[0].y"
        :x2="ground[1].x"
        :y2="ground[1].y"
        stroke="transparent"
        stroke-width="12"
      />
      <line
        :x1="ground[0].x"
        :y1="ground[0].y"
        :x2="ground[1].x"
        :y2="ground[1].y"
        class="thick"
        :style="{ stroke: scene.ground.reflectance > 0.3 ? 'var(--hair-strong)' : 'var(--ink)' }"
        data-ground
      />
    </ViewsDragHandle>
    <ViewsDragHandle
      v-for="{ card, index, x, y, cut, turned, long, flat, tall } in cards"
      :key="index"
      :label="viewsWords('sceneParts.position', { name: card.name })"
      :value="card.across"
      :min="-20"
      :max="20"
      :paths="cardFigures(index)"
      :value-text="text(card)"
      @drag="
        (p, id, free) =>
          moveCard(index, shownSpot(snap(alongOf(axes, p) - middle, free), snap(acrossOf(axes, p), free)), id)
      "
      @nudge="
        (r, d) =>
          moveCard(
            index,
            shownSpot(
              card.along + plane(axes, r, d).along * NUDGE,
              (fromCamera ? card.out : card.across) + plane(axes, r, d).across * NUDGE,
            ),
            `card-${index}-keys`,
          )
      "
    >
      <circle :cx="x" :cy="y" r="13" class="grip" />
      <rect
        v-if="fromCamera"
        :x="x - flat / 2"
        :y="y - tall / 2"
        :width="flat"
        :height="tall"
        class="thin"
        :style="{ fill: FILL[card.kind] }"
      />
      <g
        v-else
        :transform="`translate(${x} ${y}) rotate(${((axes.upright ? 90 : 0) + (turned * 180) / Math.PI) * -1})`"
      >
        <rect :x="-long / 2" y="-2.5" :width="long" height="5" class="thin" :style="{ fill: FILL[card.kind] }" />
      </g>
      <path v-if="cut" :d="`M${x - 9} ${y - 8} l6 -4 l6 4 l6 -4`" class="thin" data-cut />
    </ViewsDragHandle>
  </g>
</template>

<style scoped>
.thick {
  stroke-width: 3;
}
</style>
