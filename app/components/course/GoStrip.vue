<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { linear } from '~/components/views/linear'
import type { Go } from '~~/core/course'
import { MARK_TEXT } from '~~/shared/texts/course'

/** A go along one scale: what the question gives, and after the answer the rest, with the answer and what is right. */
const { go, answer } = defineProps<{ go: Go; answer: number | null }>()
const { show } = useNumbers()

const narrow = useMediaQuery('(max-width: 760px)')
/** px it is drawn across, so that its letters stay as large as they are. */
const wide = computed(() => (narrow.value ? 380 : 960))
const EDGE = 56
const ROW = 17
/** Where an answer stands. */
const placed = (value: number): number => go.strip.place!.from + go.strip.place!.way * value
const right = computed(() =>
  answer === null || !go.strip.place || go.answer.kind !== 'number'
    ? null
    : go.answer.right.map(placed).toSorted((one, other) => one - other),
)
const drawn = computed(() => [
  ...go.strip.marks.filter(mark => answer !== null || !mark.later),
  ...(answer !== null && go.strip.place ? [{ at: placed(answer), id: 'answer' }] : []),
])
const scale = computed(() => {
  const at = [...drawn.value.map(mark => mark.at), ...(right.value ?? [])]
  const [low, high] = [Math.min(...at), Math.max(...at)]
  const room = (high - low || Math.abs(high) || 1) * 0.04
  return linear([low - room, high + room], [EDGE, wide.value - EDGE])
})
const text = (value: number): string =>
  go.strip.quantity === 'number'
    ? show(value, 'number', { figures: 3 })
    : show(value, go.strip.quantity, { figures: 3, unit: go.strip.unit })
/** Labels in rows, so that none lies over another. */
const marks = computed(() => {
  const ends: number[] = []
  return drawn.value
    .toSorted((one, other) => one.at - other.at)
    .map(mark => {
      const x = scale.value(mark.at)
      const label = `${MARK_TEXT[mark.id]} ${text(mark.at)}`
      const half = label.length * 3.1
      let row = ends.findIndex(end => end < x - half)
      if (row < 0) row = ends.length
      ends[row] = x + half + 6
      return { ...mark, x, label, row }
    })
})
const rows = computed(() => Math.max(...marks.value.map(({ row }) => row)) + 1)
const high = computed(() => 34 + rows.value * ROW)
const told = computed(() => marks.value.map(({ label }) => label).join(', '))
</script>

<template>
  <svg v-if="drawn.length > 1" :viewBox="`0 0 ${wide} ${high}`" class="w-full" role="img" :aria-label="told">
    <rect
      v-if="right"
      :x="scale(right[0]!)"
      y="8"
      :width="Math.max(2, scale(right[1]!) - scale(right[0]!))"
      height="20"
      class="right"
    />
    <line :x1="8" :x2="wide - 8" y1="18" y2="18" class="axis" />
    <g v-for="(mark, i) in marks" :key="i" :class="{ own: mark.id === 'answer' }">
      <line :x1="mark.x" :x2="mark.x" y1="8" :y2="24 + mark.row * ROW" class="tick" />
      <text :x="mark.x" :y="37 + mark.row * ROW" text-anchor="middle">{{ mark.label }}</text>
    </g>
  </svg>
</template>

<style scoped>
.axis {
  stroke: var(--hair-strong);
}
.tick {
  stroke: var(--ink);
}
.right {
  fill: var(--light-fill);
}
text {
  font-size: 11px;
  fill: var(--ink-soft);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
}
.own .tick {
  stroke: var(--action);
  stroke-width: 2.5;
}
.own text {
  fill: var(--ink);
  font-weight: 600;
}
</style>
