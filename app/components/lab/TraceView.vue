<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import {
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  LineElement,
  LinearScale,
  PointElement,
  Tooltip,
} from 'chart.js'
import { Line } from 'vue-chartjs'
import type { LabMark } from '~~/core/lab'
import { askLab } from '~/services/lab'
import { type Extent, extentWithin, movedExtent, zoomedExtent } from '~/utils/extent'
import type { LabFile, LabWindow } from '~/workers/lab.worker'
import { labWords } from '~~/shared/texts/pages/lab'

/** A recording or trace against time, with its marks; looked at closer by the buttons, the wheel or the keys. */
const { file, marks } = defineProps<{ file: LabFile; marks: readonly LabMark[] }>()
const emit = defineEmits<{ mark: [id: string, at: number | null] }>()
const labelOf = ({ label, figures = {} }: LabMark): string => LAB.tell(label, figures)
Chart.register(LineElement, PointElement, LinearScale, Filler, Tooltip)
const { colours, font } = useChartLook()
const { show } = useNumbers()

const POINTS = 700
const range = ref({ from: 0, to: 1 })
const seen = shallowRef<LabWindow | null>(null)
watch(
  () => file.file,
  () => {
    look([file.from, file.from + file.seconds])
  },
  { immediate: true },
)
watch(
  [range, () => file.file],
  async ([{ from, to }, id]) => {
    const got = await askLab<'window'>({ kind: 'window', file: id, from, to, points: POINTS }).catch(() => null)
    if (got && id === file.file && range.value.from === from && range.value.to === to) seen.value = got
  },
  { immediate: true },
)

const span = computed(() => range.value.to - range.value.from)
function look(at: Extent): void {
  const [from, to] = extentWithin(at, [file.from, file.from + file.seconds])
  range.value = { from, to }
}
function closer(factor: number, about = range.value.from + span.value / 2): void {
  const { from, to } = range.value
  const there = zoomedExtent([from, to], factor, about, file.seconds / 1e6, Infinity)
  if (there) look(there)
}
const along = (by: number): void => look(movedExtent([range.value.from, range.value.to], by))
/** The stretch round a mark. */
function goTo(mark: LabMark): void {
  const wide = Math.min(file.seconds, Math.max(0.02, file.seconds / 200))
  look([mark.at - wide / 2, mark.at + wide / 2])
}

const DRAWN = computed(() => [colours.value.ink, colours.value.soft])
const data = computed<ChartData<'line'>>(() => ({
  datasets: (seen.value?.columns ?? []).flatMap((column, c) => {
    const line = { borderColor: DRAWN.value[c]!, borderWidth: 1, pointRadius: 0, backgroundColor: DRAWN.value[c]! }
    const points = (values: readonly number[]) => values.map((y, i) => ({ x: seen.value!.times[i]!, y }))
    return [
      { ...line, label: 'highest', data: points(column.high), fill: '+1' },
      { ...line, label: 'lowest', data: points(column.low), fill: false },
    ]
  }),
}))
const area = shallowRef({ left: 0, right: 0, top: 0, bottom: 0, low: -1, high: 1 })
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  parsing: false,
  events: [],
  scales: {
    x: {
      type: 'linear',
      min: range.value.from,
      max: range.value.to,
      grid: { color: colours.value.hair },
      ticks: {
        color: colours.value.soft,
        font,
        maxTicksLimit: 7,
        callback: value => show(Number(value), 'time', { figures: 5 }),
      },
    },
    y: { grid: { color: colours.value.hair }, ticks: { color: colours.value.soft, font, maxTicksLimit: 5 } },
  },
  plugins: { legend: { display: false }, tooltip: { enabled: false } },
}))
const frame = {
  id: 'frame',
  afterLayout(chart: Chart) {
    const { left, right, top, bottom } = chart.chartArea
    const { min, max } = chart.scales.y!
    const now = { left, right, top, bottom, low: min, high: max }
    if (JSON.stringify(now) !== JSON.stringify(area.value)) area.value = now
  },
}

const isLevel = (mark: LabMark): boolean => mark.kind === 'level'
const shareOf = (mark: LabMark, at = mark.at): number =>
  isLevel(mark)
    ? (area.value.high - at) / (area.value.high - area.value.low)
    : (at - range.value.from) / Math.max(span.value, 1e-12)
const inside = computed(() => marks.filter(mark => shareOf(mark) >= 0 && shareOf(mark) <= 1))
const styleOf = (mark: LabMark) => {
  const share = shareOf(mark, shownAt(mark))
  const { left, right, top, bottom } = area.value
  return isLevel(mark)
    ? { left: `${left}px`, width: `${right - left}px`, top: `${top + share * (bottom - top) - 6}px` }
    : { top: `${top}px`, height: `${bottom - top}px`, left: `${left + share * (right - left) - 6}px` }
}
const plot = useTemplateRef('plot')
function placeOf(mark: LabMark, event: PointerEvent): number {
  const rect = plot.value!.getBoundingClientRect()
  const { left, right, top, bottom, low, high } = area.value
  const share = isLevel(mark)
    ? (event.clientY - rect.top - top) / (bottom - top)
    : (event.clientX - rect.left - left) / (right - left)
  const part = Math.min(1, Math.max(0, share))
  return isLevel(mark) ? high - part * (high - low) : range.value.from + part * span.value
}
const { shownAt, down, move, up, key } = useMarkHandle(
  {
    placeOf,
    keys: mark => (isLevel(mark) ? { ArrowUp: 1, ArrowDown: -1 } : { ArrowLeft: -1, ArrowRight: 1 }),
    step: mark => (isLevel(mark) ? area.value.high - area.value.low : span.value) / POINTS,
  },
  (id, at) => emit('mark', id, at),
)
const views = [
  { label: labWords('traceView.zoom'), icon: 'i-lucide-zoom-in', onClick: () => closer(1 / 2) },
  { label: labWords('traceView.zoomOut'), icon: 'i-lucide-zoom-out', onClick: () => closer(2) },
  { label: labWords('traceView.earlier'), icon: 'i-lucide-chevron-left', onClick: () => along(-span.value / 2) },
  { label: labWords('traceView.later'), icon: 'i-lucide-chevron-right', onClick: () => along(span.value / 2) },
  {
    label: labWords('traceView.showEverything'),
    icon: 'i-lucide-maximize-2',
    onClick: () => look([file.from, file.from + file.seconds]),
  },
]
const hands = usePanZoom({
  // Beside the plot the nearest end of what is shown stays.
  zoom: (factor, { x }) => closer(factor, range.value.from + Math.min(1, Math.max(0, x)) * span.value),
  pan: (from, to) => along((from.x - to.x) * span.value),
  // In shares of what is shown; up and down only to tell how far two fingers are apart.
  placeOf({ clientX, clientY }) {
    const wide = Math.max(1, area.value.right - area.value.left)
    return { x: (clientX - plot.value!.getBoundingClientRect().left - area.value.left) / wide, y: clientY / wide }
  },
})
</script>

<template>
  <figure class="min-w-0">
    <div ref="plot" class="plot" v-on="hands">
      <Line :data="data" :options="options" :plugins="[frame]" :aria-label="file.name" role="img" />
      <div
        v-for="mark in inside"
        :key="mark.id"
        tabindex="0"
        class="line"
        :class="{ level: isLevel(mark), hand: mark.byHand }"
        :style="styleOf(mark)"
        role="slider"
        :aria-label="`${labelOf(mark)}${mark.byHand ? labWords('traceView.setHand') : ''}`"
        :aria-valuenow="mark.at"
        :aria-valuetext="isLevel(mark) ? mark.at.toFixed(3) : show(mark.at, 'time', { figures: 6 })"
        @pointerdown.stop="down(mark, $event)"
        @pointermove="move(mark, $event)"
        @pointerup="up(mark)"
        @keydown="key(mark, $event)"
      >
        <span>{{ labelOf(mark) }}</span>
      </div>
    </div>
    <figcaption class="flex flex-wrap items-baseline gap-x-3 pt-1 text-[12px] text-(--ink-soft)">
      <span class="truncate">{{ file.name }}, {{ show(file.seconds, 'time') }}</span>
      <span class="flex">
        <UButton
          v-for="{ label, icon, onClick } in views"
          :key="label"
          variant="ghost"
          size="xs"
          :icon="icon"
          :aria-label="label"
          :title="label"
          @click="onClick"
        />
      </span>
      <UButton
        v-for="mark in marks.filter(one => one.kind === 'time')"
        :key="mark.id"
        variant="link"
        @click="goTo(mark)"
      >
        {{ labelOf(mark).toLowerCase() }}
      </UButton>
    </figcaption>
  </figure>
</template>

<style scoped>
.plot {
  position: relative;
  height: 260px;
  cursor: grab;
  touch-action: pan-y;
}
.line {
  position: absolute;
  width: 13px;
  cursor: grab;
  touch-action: none;
}
.line.level {
  height: 13px;
}
.line::after {
  content: '';
  position: absolute;
  left: 5px;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--light);
}
.line.level::after {
  left: 0;
  right: 0;
  top: 5px;
  bottom: auto;
  width: auto;
  height: 2px;
}
.line.hand::after {
  background: var(--action);
}
.line:focus-visible::after {
  box-shadow: 0 0 0 2px var(--action);
}
.line span {
  position: absolute;
  top: 0;
  left: 9px;
  font-size: 11px;
  white-space: nowrap;
  background: var(--sheet);
  padding: 0 3px;
  opacity: 0;
}
.line:hover span,
.line:focus-visible span {
  opacity: 1;
  z-index: 2;
}
</style>
