<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { type Plan, hitsMoment, traitsOf } from '~~/core'
import { nextTakes } from '~/stores/view'
import { type Point, acrossOf, alongOf } from './axes'
import { type RigLayout, rigLayout } from './layout'
import { movedExtent, zoomedExtent } from '~/utils/extent'
import { KEYS } from '~~/shared/texts/keys'
import { viewsWords } from '~~/shared/texts/pages/views'

/** Table plan and path chart on one distance axis, zoomed and moved together. */
const { plan } = defineProps<{ plan: Plan }>()
const view = useViewStore()
const { show } = useNumbers()
const box = useTemplateRef('box')
const { width, height } = useElementSize(box)

const layout = computed<RigLayout>(() => rigLayout(plan, width.value, height.value, view))
const takes = computed(() => (view.ghosts ? nextTakes(plan) : []))
const inTable = (p: { x: number; y: number }): boolean =>
  layout.value.upright ? p.x < layout.value.tableBounds.width : p.y < layout.value.pathBounds.y - 20

const LEAST_ALONG = 0.004
const MOST_ALONG = 400
const LEAST_TIME = 2e-6
const MOST_TIME = 120

const placeOf = (p: Point): number => alongOf(layout.value.path, p)
const timeOf = (p: Point): number => acrossOf(layout.value.path, p)

function zoom(factor: number, what: { along?: number | null; time?: number | null }): void {
  const { fitAlong, fitTime } = layout.value
  if (what.along != null)
    view.along = zoomedExtent(view.along ?? fitAlong, factor, what.along, LEAST_ALONG, MOST_ALONG) ?? view.along
  if (what.time != null)
    view.time = zoomedExtent(view.time ?? fitTime, factor, what.time, LEAST_TIME, MOST_TIME) ?? view.time
}
function zoomAt(p: { x: number; y: number }, factor: number, timeOnly = false): void {
  // Over the table plan distance alone; over the path chart both, or only time with Shift.
  zoom(factor, inTable(p) ? { along: placeOf(p) } : { along: timeOnly ? null : placeOf(p), time: timeOf(p) })
}
function move(along: number, time: number, across: number): void {
  const { fitAlong, fitTime } = layout.value
  if (along !== 0) view.along = movedExtent(view.along ?? fitAlong, along)
  if (time !== 0) view.time = movedExtent(view.time ?? fitTime, time)
  view.shift += across
}
const middle = (): { along: number; time: number } => {
  const [low, high] = view.along ?? layout.value.fitAlong
  const captured = plan.timing.captured
  const place =
    plan.caughtAt === null || plan.setup.motion.kind === 'still'
      ? (low + high) / 2
      : plan.setup.subject.distance + plan.caughtAt
  return { along: place, time: captured ?? 0 }
}
function fit(): void {
  view.along = view.time = null
  view.shift = 0
}

/** The sheet itself can be held. */
const hands = usePanZoom({
  zoom: (factor, p, event) => zoomAt(p, factor, event?.shiftKey),
  pan(from, to, start) {
    const table = inTable(start)
    const across = acrossOf(layout.value.table, from) - acrossOf(layout.value.table, to)
    move(placeOf(from) - placeOf(to), table ? 0 : timeOf(from) - timeOf(to), table ? across : 0)
  },
})
function key(event: KeyboardEvent): void {
  const at = middle()
  const [low, high] = view.along ?? layout.value.fitAlong
  const [from, to] = view.time ?? layout.value.fitTime
  const step = (high - low) / 12
  const later = (to - from) / 12
  const { upright } = layout.value
  const flip = layout.value.path.along(1) < layout.value.path.along(0) ? -1 : 1
  pressed(KEYS.drawing, event, {
    zoomIn: () => zoom(1 / 1.3, at),
    zoomOut: () => zoom(1.3, at),
    fit,
    left: () => (upright ? move(0, -later, 0) : move(-step, 0, 0)),
    right: () => (upright ? move(0, later, 0) : move(step, 0, 0)),
    up: () => (upright ? move(-step * flip, 0, 0) : move(0, -later, 0)),
    down: () => (upright ? move(step * flip, 0, 0) : move(0, later, 0)),
  })
}

const hit = computed(() => hitsMoment(plan))
/** Where on the travel the picture is, told no finer than its spread makes sense of. */
const place = computed(() => {
  const { setup, caughtAt } = plan
  if (setup.motion.kind === 'still' || setup.moment.reference !== 'travel' || caughtAt === null) return ''
  if (Math.abs(caughtAt) < 0.02 * (setup.moment.window.beforeDistance + setup.moment.window.afterDistance))
    return viewsWords('rigAndPath.entryFace')
  return viewsWords('rigAndPath.entryFace2', {
    caughtAt: show(Math.abs(caughtAt), 'length', { unit: 'mm' }),
    noun: caughtAt < 0 ? viewsWords('rigAndPath.short') : viewsWords('rigAndPath.past'),
  })
})
const sentence = computed(() => {
  const { bias } = plan.timing
  if (plan.timing.captured === null || bias === null) return viewsWords('rigAndPath.theseFiguresObjectNever')
  const verdict = hit.value
    ? viewsWords('rigAndPath.catchesMoment')
    : viewsWords('rigAndPath.too', {
        bias: show(Math.abs(bias), 'time'),
        noun: bias < 0 ? viewsWords('rigAndPath.early') : viewsWords('rigAndPath.late'),
      })
  const bar = plan.sharpness.by === 'flash' ? viewsWords('rigAndPath.barLight') : viewsWords('rigAndPath.barExposure')
  const pops = plan.sequence?.exposures.length ?? 1
  const picture = pops > 1 ? viewsWords('rigAndPath.firstPictures', { pops }) : viewsWords('rigAndPath.picture')
  const line =
    plan.setup.motion.kind !== 'still'
      ? viewsWords('rigAndPath.objectsLine')
      : traitsOf(plan.setup.recipe).tears
        ? viewsWords('rigAndPath.edgeTear')
        : viewsWords('rigAndPath.lineStillSubject')
  return viewsWords('rigAndPath.whereCrosses', { picture, bar, line, place: place.value, verdict })
})
/** Side by side in so little room that the two heads stand one under the other. */
const narrow = computed(() => layout.value.upright && layout.value.tableBounds.width < 280)
/** Beside the path there may be no room for the name of the table plan and what is pressed there. */
const cramped = computed(() => layout.value.upright && !narrow.value && layout.value.tableBounds.width < 340)
const projections = computed(() => [
  { label: layout.value.upright ? viewsWords('rigAndPath.sideView') : viewsWords('rigAndPath.topView'), on: false },
  { label: viewsWords('rigAndPath.cameraView'), on: true },
])
</script>

<template>
  <div ref="box" class="relative h-full w-full overflow-hidden">
    <svg
      v-if="width > 0 && height > 0"
      class="drawing sheet"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="group"
      tabindex="0"
      :aria-label="viewsWords('rigAndPath.tablePlanPathChart')"
      v-on="hands"
      @keydown="key"
    >
      <defs>
        <clipPath id="table-area"><rect v-bind="layout.tableBounds" /></clipPath>
        <clipPath id="path-area">
          <rect
            :x="layout.pathBounds.x"
            :y="layout.pathBounds.y - 14"
            :width="layout.pathBounds.width"
            :height="layout.pathBounds.height + 14"
          />
        </clipPath>
        <pattern id="no-entry" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" stroke="var(--bad)" stroke-width="1" opacity="0.6" />
        </pattern>
      </defs>
      <ViewsTablePlan clip-path="url(#table-area)" :plan="plan" :axes="layout.table" :bounds="layout.tableBounds" />
      <line
        v-if="layout.upright"
        :x1="layout.tableBounds.width"
        :x2="layout.tableBounds.width"
        y1="0"
        :y2="height"
        class="hair"
      />
      <line v-else x1="0" :x2="width" :y1="layout.pathBounds.y - 20" :y2="layout.pathBounds.y - 20" class="hair" />
      <ViewsPathChart
        clip-path="url(#path-area)"
        :plan="plan"
        :axes="layout.path"
        :bounds="layout.pathBounds"
        :takes="takes"
      />
    </svg>

    <div
      class="head"
      :style="{
        left: '8px',
        top: '2px',
        width: `${(layout.upright && !narrow ? layout.tableBounds.width : width) - 14}px`,
      }"
    >
      <strong class="whitespace-nowrap" :class="{ 'sr-only': cramped }">{{
        viewsWords('rigAndPath.tablePlan')
      }}</strong>
      <span role="group" :aria-label="viewsWords('rigAndPath.view')" class="flex">
        <button
          v-for="p in projections"
          :key="p.label"
          type="button"
          class="choice"
          :aria-pressed="view.fromCamera === p.on"
          @click="view.fromCamera = p.on"
        >
          {{ p.label }}
        </button>
      </span>
      <button type="button" class="choice" :aria-pressed="view.fallOff" @click="view.fallOff = !view.fallOff">
        {{ viewsWords('rigAndPath.showFallOff') }}
      </button>
      <span class="ml-auto flex">
        <UButton
          icon="i-lucide-zoom-in"
          size="xs"
          variant="ghost"
          :aria-label="viewsWords('rigAndPath.zoomPicture')"
          @click="zoom(0.5, middle())"
        />
        <UButton
          icon="i-lucide-zoom-out"
          size="xs"
          variant="ghost"
          :aria-label="viewsWords('rigAndPath.zoomOutDrawing')"
          @click="zoom(2, middle())"
        />
        <UButton
          icon="i-lucide-maximize-2"
          size="xs"
          variant="ghost"
          :aria-label="viewsWords('rigAndPath.fitEverything')"
          :disabled="view.along === null && view.time === null && view.shift === 0"
          @click="fit"
        />
      </span>
    </div>
    <div
      class="head"
      :style="
        layout.upright
          ? {
              left: `${layout.pathBounds.x + 8}px`,
              top: narrow ? '22px' : '2px',
              width: `${layout.pathBounds.width - 12}px`,
            }
          : { left: '8px', top: `${layout.pathBounds.y - 19}px`, width: `${width - 14}px` }
      "
    >
      <strong class="whitespace-nowrap">{{ viewsWords('rigAndPath.pathChart') }}</strong>
      <span
        class="min-w-0 flex-1 leading-tight max-sm:truncate"
        :title="sentence"
        role="status"
        data-testid="sentence"
        >{{ sentence }}</span
      >
      <button type="button" class="choice shrink-0" :aria-pressed="view.ghosts" @click="view.ghosts = !view.ghosts">
        {{ viewsWords('rigAndPath.tenTakes') }}
      </button>
    </div>
    <ViewsEntryBox />
  </div>
</template>

<style scoped>
.head {
  position: absolute;
  display: flex;
  align-items: baseline;
  gap: 10px;
  font-size: 11px;
  font-stretch: 86%;
  color: var(--ink-soft);
  min-height: 20px;
  pointer-events: none;
}
.head > * {
  pointer-events: auto;
}
.head strong {
  color: var(--ink);
  font-weight: 650;
  white-space: nowrap;
}
.choice {
  cursor: pointer;
  white-space: nowrap;
  padding: 0 3px;
  color: var(--ink-soft);
  border-bottom: 1px solid transparent;
}
.choice:hover {
  color: var(--ink);
}
.choice[aria-pressed='true'] {
  color: var(--ink);
  border-bottom-color: var(--ink);
  font-weight: 600;
}
.sheet {
  cursor: default;
  outline-offset: -2px;
}
</style>
