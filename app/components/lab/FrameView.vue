<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import type { LabMark } from '~~/core/lab'
import { askLab } from '~/services/lab'
import type { LabFile } from '~/workers/lab.worker'
import { labWords } from '~~/shared/texts/pages/lab'

/** A picture with the marks that its reading rests on: dragged, or moved by the arrow keys. */
const {
  file,
  marks,
  zoom,
  at,
  stops = false,
} = defineProps<{
  file: LabFile
  marks: readonly LabMark[]
  /** Shared by all pictures of a tool. */
  zoom: number
  at: { x: number; y: number }
  /** As stops against a grey card, in colours. */
  stops?: boolean
}>()
const emit = defineEmits<{ mark: [id: string, at: number | null]; look: [{ x: number; y: number }] }>()
const labelOf = ({ label, figures = {} }: LabMark): string => LAB.tell(label, figures)
const canvas = useTemplateRef('canvas')
const sheet = useTemplateRef('sheet')

watch(
  [() => file.file, () => stops],
  async () => {
    const shown = await askLab<'show'>({ kind: 'show', file: file.file, stops }).catch(() => null)
    if (!shown || !canvas.value) return
    canvas.value.width = shown.width
    canvas.value.height = shown.height
    canvas.value.getContext('2d')!.putImageData(new ImageData(shown.bytes, shown.width, shown.height), 0, 0)
  },
  { immediate: true, flush: 'post' },
)

const size = (mark: LabMark): number => (mark.kind === 'x' ? file.width : file.height)
const share = (mark: LabMark): string => `${Math.min(100, Math.max(0, (shownAt(mark) / size(mark)) * 100))}%`
const styleOf = (mark: LabMark) => (mark.kind === 'x' ? { left: share(mark) } : { top: share(mark) })
const patch = computed(() => {
  const of = (id: string): number | undefined => marks.find(mark => mark.id === id)?.at
  const [x0, x1, y0, y1] = [of('x0'), of('x1'), of('y0'), of('y1')]
  if (x0 === undefined || x1 === undefined || y0 === undefined || y1 === undefined) return null
  const percent = (value: number, all: number): string => `${(value / all) * 100}%`
  return {
    left: percent(Math.min(x0, x1), file.width),
    width: percent(Math.abs(x1 - x0), file.width),
    top: percent(Math.min(y0, y1), file.height),
    height: percent(Math.abs(y1 - y0), file.height),
  }
})

function placeOf(mark: LabMark, event: PointerEvent): number {
  const rect = sheet.value!.getBoundingClientRect()
  const part = mark.kind === 'x' ? (event.clientX - rect.left) / rect.width : (event.clientY - rect.top) / rect.height
  return Math.min(1, Math.max(0, part)) * size(mark)
}
const { shownAt, down, move, up, key } = useMarkHandle(
  {
    placeOf,
    keys: mark => (mark.kind === 'x' ? { ArrowLeft: -1, ArrowRight: 1 } : { ArrowUp: -1, ArrowDown: 1 }),
    step: () => 1,
  },
  (id, to) => emit('mark', id, to),
)
function look(event: MouseEvent): void {
  const rect = (event.currentTarget as HTMLElement).getBoundingClientRect()
  emit('look', { x: (event.clientX - rect.left) / rect.width, y: (event.clientY - rect.top) / rect.height })
}
</script>

<template>
  <figure class="min-w-0">
    <div class="frame" :style="{ maxWidth: `calc((100dvh - 240px) * ${file.width / file.height})` }" @dblclick="look">
      <div
        ref="sheet"
        class="sheet"
        :style="{ transform: `scale(${zoom})`, transformOrigin: `${at.x * 100}% ${at.y * 100}%` }"
      >
        <div class="reddened"><canvas ref="canvas" role="img" :aria-label="file.name" /></div>
        <i v-if="patch" class="patch" :style="patch" />
        <div
          v-for="mark in marks"
          :key="mark.id"
          tabindex="0"
          class="line"
          :class="[mark.kind, { hand: mark.byHand }]"
          :style="styleOf(mark)"
          role="slider"
          :aria-label="`${labelOf(mark)}${mark.byHand ? labWords('frameView.setHand') : ''}`"
          :aria-valuenow="Math.round(shownAt(mark))"
          :aria-valuetext="labWords('frameView.px', { mark: Math.round(shownAt(mark)) })"
          :aria-orientation="mark.kind === 'x' ? 'horizontal' : 'vertical'"
          @pointerdown="down(mark, $event)"
          @pointermove="move(mark, $event)"
          @pointerup="up(mark)"
          @keydown="key(mark, $event)"
        >
          <span>{{ labelOf(mark) }}</span>
        </div>
      </div>
    </div>
    <figcaption class="truncate pt-1 text-[12px] text-(--ink-soft)">
      {{ labWords('frameView.px2', { name: file.name, width: file.width, height: file.height }) }}
    </figcaption>
  </figure>
</template>

<style scoped>
.frame {
  overflow: hidden;
  outline: 1px solid var(--hair-strong);
}
.sheet {
  position: relative;
}
canvas {
  display: block;
  width: 100%;
  height: auto;
}
.patch {
  position: absolute;
  outline: 1px solid var(--light);
  pointer-events: none;
}
.line {
  position: absolute;
  cursor: grab;
  touch-action: none;
}
.line.x {
  top: 0;
  bottom: 0;
  width: 13px;
  margin-left: -6px;
}
.line.y {
  left: 0;
  right: 0;
  height: 13px;
  margin-top: -6px;
}
.line::after {
  content: '';
  position: absolute;
  background: var(--light);
}
.line.hand::after {
  background: var(--action);
}
.line.x::after {
  left: 5px;
  top: 0;
  bottom: 0;
  width: 2px;
}
.line.y::after {
  top: 5px;
  left: 0;
  right: 0;
  height: 2px;
}
.line:focus-visible::after {
  box-shadow: 0 0 0 2px var(--action);
}
.line span {
  position: absolute;
  font-size: 11px;
  white-space: nowrap;
  background: var(--sheet);
  color: var(--ink);
  padding: 0 3px;
  opacity: 0;
}
.line.x span {
  top: 2px;
  left: 9px;
}
.line.y span {
  left: 4px;
  top: 8px;
}
.line:hover span,
.line:focus-visible span {
  opacity: 1;
  z-index: 2;
}
</style>
