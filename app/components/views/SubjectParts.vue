<script setup lang="ts">
import { type Setup, nearFace, secondOf, shoots, subjectMiddle, traitsOf } from '~~/core'
import { type Axes, alongOf, area, point, segment } from './axes'
import { figuresOf } from './partFigures'
import { fine, usePart } from './usePart'
import { viewsWords } from '~~/shared/texts/pages/views'

/** The subject on the table plan, the second one behind it, and the mark. */
const { setup, axes, halfSubject } = defineProps<{
  setup: Setup
  axes: Axes
  /** Half of what is seen of it across the sheet, m. */
  halfSubject: number
}>()
const store = useSetupStore()
const { show } = useNumbers()
const { perMetre, alone, snap, put, px } = usePart(() => axes)

const still = computed(() => setup.motion.kind === 'still')
const subjectAt = computed(() => nearFace(setup))
const centre = computed(() => point(axes, subjectMiddle(setup), 0))
const start = computed(() => point(axes, 0, 0))
const markAt = computed(() =>
  setup.moment.reference === 'travel' && !still.value ? setup.subject.distance + setup.moment.offset : null,
)
/** The second subject in the line; null: there is none. */
const second = computed(() => secondOf(setup))

function moveSubject(to: number, merge: string): void {
  const distance = fine(Math.max(0.01, to))
  const moved = distance - setup.subject.distance
  store.change(
    [
      { path: 'subject.distance', value: distance },
      { path: 'catch.distance', value: fine(Math.max(0, setup.catch.distance + moved)) },
    ],
    merge,
  )
}
</script>

<template>
  <ViewsDragHandle
    v-if="!still"
    :label="viewsWords('subjectParts.subjectDistanceFromStart')"
    :value="setup.subject.distance"
    :min="0.01"
    :max="100"
    :vertical="axes.upright"
    :paths="figuresOf(setup, 'subject')"
    :value-text="show(setup.subject.distance, 'length', { unit: 'm', figures: 4 })"
    @drag="(p, id, free) => moveSubject(snap(alongOf(axes, p), free), id)"
    @nudge="(r, d) => moveSubject(setup.subject.distance + alone(r, d), 'subject-keys')"
  >
    <rect
      v-bind="
        area(
          axes,
          [subjectAt - px(5), -halfSubject - px(4)],
          [subjectAt + setup.subject.depth + px(5), halfSubject + px(4)],
        )
      "
      class="grip"
    />
    <rect
      v-bind="area(axes, [subjectAt, -halfSubject], [subjectAt + setup.subject.depth, halfSubject], 3)"
      class="firm"
      style="fill: var(--sheet)"
    />
  </ViewsDragHandle>
  <g v-else>
    <ellipse
      :cx="centre.x"
      :cy="centre.y"
      :rx="(setup.subject.depth * perMetre) / 2"
      :ry="halfSubject * perMetre"
      class="firm"
      style="stroke: var(--action); fill: var(--sheet)"
    />
    <path
      v-if="traitsOf(setup.recipe).tears"
      :transform="`translate(${point(axes, subjectAt, 0).x} ${centre.y})`"
      d="M-16 0 h16 m-16 -3 v6"
      class="firm"
      style="stroke: var(--action)"
    />
  </g>
  <circle
    v-if="!still && !shoots(setup.action.kind)"
    :cx="start.x"
    :cy="start.y"
    r="4"
    class="firm pointer-events-none"
    style="stroke: var(--action); fill: var(--sheet)"
  />
  <line
    v-if="markAt !== null"
    v-bind="segment(axes, [markAt, -px(9)], [markAt, px(9)])"
    class="firm"
    style="stroke: var(--light)"
  />

  <ViewsDragHandle
    v-if="second"
    :label="viewsWords('subjectParts.secondSubjectBehindFirst')"
    :value="second.gap"
    :min="0.001"
    :max="20"
    :vertical="axes.upright"
    :paths="figuresOf(setup, 'second')"
    :value-text="show(second.gap, 'length', { unit: 'mm', figures: 4 })"
    @drag="(p, id, free) => put('subject.secondGap', Math.max(0.001, snap(alongOf(axes, p), free) - subjectAt), id)"
    @nudge="(r, d) => put('subject.secondGap', Math.max(0.001, second!.gap + alone(r, d)), 'second-keys')"
  >
    <rect
      v-bind="
        area(
          axes,
          [subjectAt + second.gap - px(5), -halfSubject - px(4)],
          [subjectAt + second.gap + second.depth + px(5), halfSubject + px(4)],
        )
      "
      class="grip"
    />
    <rect
      v-bind="
        area(axes, [subjectAt + second.gap, -halfSubject], [subjectAt + second.gap + second.depth, halfSubject], 3)
      "
      class="firm"
      style="fill: var(--sheet)"
    />
  </ViewsDragHandle>
</template>
