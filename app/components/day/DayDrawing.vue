<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { clockText } from '~~/core/day'
import { cleanedText } from '~~/shared/texts/day'
import { HEAD, PERSON, SCALE, STAGE, dayDrawing, endsOf, placeAt, standingDay } from './dayGeometry'
import { KEYS } from '~~/shared/texts/keys'
import { dayWords } from '~~/shared/texts/pages/day'

/** The day as one drawing: time runs down; blocks are dragged, or moved by key, and the rest follows at once. */
const chosen = defineModel<string>({ required: true })
const store = useDayStore()
const session = useSessionStore()

const following = useDayFollowStore()

/** What is drawn: the day as it goes where it is on, else as it is planned. */
const shown = computed(() => {
  const { followed } = following
  if (following.on && followed && followed.rest.rows.length > 0) return standingDay(followed)
  return store.order && { order: store.order, ends: store.fresh ? endsOf(store.played!.played) : null }
})
const drawing = computed(() =>
  shown.value
    ? dayDrawing(store.day, store.input, shown.value.order, shown.value.ends, following.on ? following.at : null)
    : null,
)
/** Set-ups that are begun are moved no more. */
const begun = computed(() => new Set(following.rows.map(row => row.id)))
const nameOf = (id: string): string => store.items.find(item => item.id === id)?.setup.name ?? id
const rowOf = (id: string) => shown.value?.order.rows.find(row => row.id === id)
const told = (id: string): string => {
  const row = rowOf(id)!
  return dayWords('dayDrawing.fired', { id: nameOf(id), fires: clockText(row.fires), ends: clockText(row.ends) })
}

const svg = useTemplateRef<SVGSVGElement>('svg')
const dragged = ref<{ id: string; from: number; by: number } | null>(null)
const heightOf = (event: PointerEvent): number => {
  const box = svg.value!.getBoundingClientRect()
  return ((event.clientY - box.top) / box.height) * (drawing.value?.height ?? 1)
}
function press(event: PointerEvent, id: string): void {
  chosen.value = id
  if (!session.isCrew || event.button !== 0 || begun.value.has(id)) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = { id, from: heightOf(event), by: 0 }
  edge.resume()
}
let held: PointerEvent | null = null
function drag(event: PointerEvent): void {
  if (!dragged.value) return
  held = event
  dragged.value = { ...dragged.value, by: heightOf(event) - dragged.value.from }
}
/** px from an edge within which a drag scrolls, and by how many each time. */
const EDGE = { within: 40, step: 16, every: 30 }
/** A block that is held at an edge moves the day along under it. */
const edge = useIntervalFn(scrollAtEdge, EDGE.every, { immediate: false })
function scrollAtEdge(): void {
  const scroller = svg.value?.closest('.scrolls')
  if (!dragged.value || !held || !scroller) return
  const { top, bottom } = scroller.getBoundingClientRect()
  const up = held.clientY < top + EDGE.within
  const down = held.clientY > Math.min(bottom, window.innerHeight) - EDGE.within
  if (!up && !down) return
  scroller.scrollBy(0, up ? -EDGE.step : EDGE.step)
  drag(held)
}
function drop(): void {
  dragged.value = null
  held = null
  edge.pause()
}
function letGo(): void {
  const moved = dragged.value
  drop()
  if (!moved || !drawing.value || Math.abs(moved.by) < 6) return
  const block = drawing.value.blocks.find(one => one.id === moved.id)!
  const middle = (block.change.y + block.fire.y + block.fire.height) / 2 + moved.by
  store.move(moved.id, placeAt(drawing.value.blocks, moved.id, middle))
}
function key(event: KeyboardEvent, id: string): void {
  const at = store.order?.rows.findIndex(row => row.id === id) ?? -1
  const by = (places: number) => (): unknown => {
    if (at < 0 || !session.isCrew || begun.value.has(id)) return false
    chosen.value = id
    store.move(id, at + places)
    void nextTick(() => svg.value?.querySelector<SVGElement>(`[data-block="${id}"]`)?.focus())
  }
  pressed(KEYS.block, event, {
    earlier: by(-1),
    later: by(1),
    choose: () => {
      chosen.value = id
    },
  })
}
</script>

<template>
  <svg
    v-if="drawing"
    ref="svg"
    class="drawing day"
    :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
    :style="{ width: `${drawing.width}px`, maxWidth: '100%' }"
    role="group"
    :aria-label="dayWords('dayDrawing.dayTimeRunsDown')"
    data-testid="day-drawing"
  >
    <defs>
      <pattern id="day-hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V6" stroke="var(--hair-strong)" stroke-width="1.5" />
      </pattern>
      <linearGradient id="day-soft" x1="0" x2="0" y1="0" y2="1">
        <stop offset="0" stop-color="var(--light-fill)" stop-opacity="0.75" />
        <stop offset="1" stop-color="var(--light-fill)" stop-opacity="0" />
      </linearGradient>
    </defs>
    <g v-for="hour in drawing.hours" :key="hour.minute">
      <path class="hair" :d="`M${SCALE} ${hour.y}H${drawing.width}`" />
      <text :x="SCALE - 6" :y="hour.y + 4" text-anchor="end">{{ clockText(hour.minute) }}</text>
    </g>
    <rect
      v-for="quiet in drawing.quiet"
      :key="quiet.id"
      :x="SCALE"
      :y="quiet.y"
      :width="STAGE"
      :height="quiet.height"
      fill="var(--hair)"
      fill-opacity="0.35"
    />
    <g
      v-for="block in drawing.blocks"
      :key="block.id"
      :data-block="block.id"
      class="block"
      :class="{ chosen: chosen === block.id, dragged: dragged?.id === block.id, begun: begun.has(block.id) }"
      :transform="dragged?.id === block.id ? `translate(0 ${dragged.by})` : undefined"
      role="button"
      tabindex="0"
      :aria-label="told(block.id)"
      :aria-pressed="chosen === block.id"
      @pointerdown="press($event, block.id)"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="drop"
      @keydown="key($event, block.id)"
    >
      <rect
        :x="SCALE"
        :y="block.change.y"
        :width="STAGE"
        :height="block.change.height"
        fill="url(#day-hatch)"
        class="plain"
      />
      <text
        v-if="block.change.height > 13"
        :x="SCALE + STAGE - 6"
        :y="block.change.y + 13"
        text-anchor="end"
        class="halo"
      >
        {{
          block.cleaned.length > 0
            ? dayWords('dayDrawing.build', { cleaned: cleanedText(block.cleaned, store.personOf) })
            : dayWords('dayDrawing.build2')
        }}
      </text>
      <rect :x="SCALE" :y="block.test.y" :width="STAGE" :height="block.test.height" fill="var(--sheet)" class="plain" />
      <text v-if="block.test.height > 13" :x="SCALE + STAGE - 6" :y="block.test.y + 13" text-anchor="end">
        {{ dayWords('dayDrawing.test') }}
      </text>
      <rect
        v-if="block.until !== null && block.until > block.fire.y + block.fire.height"
        :x="SCALE"
        :y="block.fire.y + block.fire.height"
        :width="STAGE"
        :height="block.until - block.fire.y - block.fire.height"
        fill="url(#day-soft)"
      />
      <rect
        :x="SCALE"
        :y="block.fire.y"
        :width="STAGE"
        :height="block.fire.height"
        fill="var(--light-fill)"
        class="plain"
      />
      <text
        v-if="block.fire.height > 13"
        :x="SCALE + STAGE - 6"
        :y="block.fire.y + 13"
        text-anchor="end"
        class="on-light"
      >
        {{
          dayWords('dayDrawing.fire', {
            fires: clockText(rowOf(block.id)!.fires),
            ends: clockText(rowOf(block.id)!.ends),
          })
        }}
      </text>
      <rect
        class="edge"
        :x="SCALE"
        :y="block.change.y"
        :width="STAGE"
        :height="block.fire.y + block.fire.height - block.change.y"
      />
    </g>
    <g
      v-for="[block, label] in [
        [drawing.arrival, 'load-in'],
        [drawing.packing, 'pack-up'],
      ] as const"
      :key="label"
    >
      <rect
        pointer-events="none"
        :x="SCALE"
        :y="block.y"
        :width="STAGE"
        :height="block.height"
        fill="url(#day-hatch)"
        class="plain"
      />
      <text :x="SCALE + 6" :y="block.y + 13" class="halo">{{ label }}</text>
    </g>
    <g v-for="rest in drawing.breaks" :key="rest.id">
      <rect
        :x="SCALE"
        :y="rest.y"
        :width="drawing.width - SCALE"
        :height="rest.height"
        fill="var(--hair)"
        fill-opacity="0.85"
        pointer-events="none"
      />
      <text :x="SCALE + STAGE - 6" :y="rest.y + 12" text-anchor="end">{{ dayWords('dayDrawing.break') }}</text>
    </g>
    <text
      v-for="block in drawing.blocks"
      :key="block.id"
      :x="SCALE + 8"
      :y="block.change.y + 15 + (dragged?.id === block.id ? dragged.by : 0)"
      class="name halo"
      pointer-events="none"
    >
      {{ nameOf(block.id) }}
    </text>
    <g v-for="person in drawing.people" :key="person.id">
      <text :x="person.x + 6" :y="HEAD - 8">{{ person.name.slice(0, 9) }}</text>
      <rect
        v-for="hours in person.hours"
        :key="hours.id"
        :x="person.x + 4"
        :y="hours.y"
        :width="PERSON - 8"
        :height="hours.height"
        fill="none"
        stroke="var(--hair-strong)"
      />
      <rect
        v-for="needed in person.needed"
        :key="needed.id"
        :x="person.x + 8"
        :y="needed.y"
        :width="PERSON - 16"
        :height="needed.height"
        fill="var(--ink-soft)"
      />
    </g>
    <g v-if="drawing.now !== null" data-testid="day-now">
      <path :d="`M${SCALE - 8} ${drawing.now}H${drawing.width}`" stroke="var(--action)" stroke-width="2" />
      <text :x="drawing.width - 4" :y="drawing.now - 4" text-anchor="end" class="halo">
        {{ dayWords('dayDrawing.now') }}
      </text>
    </g>
    <path class="firm" :d="`M${SCALE} ${drawing.ends.hire}H${drawing.width}`" stroke-dasharray="5 3" />
    <text :x="drawing.width - 4" :y="drawing.ends.hire - 4" text-anchor="end" class="halo">
      {{ dayWords('dayDrawing.endHire') }}
    </text>
    <g v-if="drawing.ends.half !== null">
      <path :d="`M${SCALE} ${drawing.ends.half}h14`" stroke="var(--action)" stroke-width="2" />
      <path :d="`M${SCALE} ${drawing.ends.nine}h14`" stroke="var(--action)" stroke-width="2" />
      <path :d="`M${SCALE + 7} ${drawing.ends.half}V${drawing.ends.nine}`" stroke="var(--action)" stroke-width="2" />
      <text :x="SCALE + 18" :y="drawing.ends.nine! + 4" class="halo">{{ dayWords('dayDrawing.overNineDaysTen') }}</text>
    </g>
  </svg>
</template>

<style scoped>
.day {
  touch-action: pan-y;
}
.plain {
  stroke: none;
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}
.block {
  cursor: grab;
  outline: none;
}
.block.begun {
  cursor: default;
}
.block.chosen .edge,
.block:focus-visible .edge {
  stroke-width: 2.5;
}
.block.dragged {
  cursor: grabbing;
  opacity: 0.85;
}
.drawing .name {
  fill: var(--ink);
  font-weight: 600;
}
.drawing .on-light {
  fill: var(--ink);
}
[data-look='safelight'] .drawing .on-light {
  fill: #000;
}
</style>
