<script setup lang="ts">
import { type FlashSetup, type Setup, type Spot, exposure, subjectMiddle } from '~~/core'
import { aimFigures, lightFigures } from './partFigures'
import { type Axes, type Point, acrossOf, alongOf, plane } from './axes'
import { type Flat, aimOf, homeOf, turned } from './lightGeometry'
import { lightSpot } from './tableGeometry'
import { viewsWords } from '~~/shared/texts/pages/views'

/** A light as the drawing has it: `turn` in degrees; `cut` where it stands outside and is drawn at the edge. */
interface Drawn extends Point {
  flash: FlashSetup
  aim: Point
  turn: number
  cut: boolean
}
/** Lights of the table plan: each is placed, and its head turned, by mouse, by key or exactly. */
const { setup, axes, lights, fromCamera } = defineProps<{
  setup: Setup
  axes: Axes
  lights: readonly Drawn[]
  fromCamera: boolean
}>()
/** The light that is looked at; null: none. */
const emit = defineEmits<{ look: [light: number | null] }>()
const { show } = useNumbers()
const { moveLight, aimLight } = useSceneMoves(() => setup)

/** m of a step of the keys, and px from a light to the grip that turns it. */
const STEP = 0.01
const REACH = 26
const perMetre = computed(() => Math.abs(axes.along(1) - axes.along(0)))
const snap = useSnap(() => perMetre.value)
const flat = (spot: Spot): Flat => ({ along: spot.along, across: fromCamera ? spot.out : spot.across })
const spotOf = ({ along, across }: Flat): Partial<Spot> => ({ along, ...(fromCamera ? { out: across } : { across }) })
const stepped = (from: Flat, right: number, down: number): Flat => {
  const { along, across } = plane(axes, right, down)
  return { along: from.along + along * STEP, across: from.across + across * STEP }
}

function drag(index: number, p: Point, merge: string, free: boolean): void {
  const to = { along: snap(alongOf(axes, p), free, [subjectMiddle(setup)]), across: snap(acrossOf(axes, p), free, [0]) }
  moveLight(index, spotOf(to), merge)
}
const nudge = (index: number, flash: FlashSetup, right: number, down: number): void =>
  moveLight(index, spotOf(stepped(flat(lightSpot(setup, flash)), right, down)), `light-${index}-keys`)
function turn(index: number, flash: FlashSetup, p: Point, merge: string, free: boolean): void {
  const [light, aim, home] = [lightSpot(setup, flash), aimOf(setup, flash), homeOf(setup, flash)].map(flat)
  const towards = { along: alongOf(axes, p), across: acrossOf(axes, p) }
  aimLight(index, spotOf(turned(light!, aim!, home!, towards, free)), merge)
}
const nudgeAim = (index: number, flash: FlashSetup, right: number, down: number): void =>
  aimLight(index, spotOf(stepped(flat(aimOf(setup, flash)), right, down)), `aim-${index}-keys`)

const grips = computed(() =>
  lights.map(({ x, y, turn: degrees }) => {
    const way = (degrees * Math.PI) / 180
    return { x: x + REACH * Math.cos(way), y: y + REACH * Math.sin(way) }
  }),
)
/** Fall-off over the depth of the subject, front to back as the light runs. */
function overSubject({ distance }: FlashSetup): number {
  const deep = Math.min(setup.subject.depth, distance)
  return exposure.fallOff({ from: distance - deep / 2, at: distance + deep / 2 })
}
const length = (value: number): string => show(value, 'length', { unit: 'm' })
const placed = (flash: FlashSetup): string =>
  viewsWords('lightParts.losesAcrossSubject', {
    distance: length(flash.distance),
    flash: show(overSubject(flash), 'stops'),
  })
function aimed({ role, aimAlong, aimAcross, aimOut }: FlashSetup): string {
  const at = role === 'ground' ? viewsWords('lightParts.background') : viewsWords('lightParts.subject')
  if (aimAlong === 0 && aimAcross === 0 && aimOut === 0) return viewsWords('lightParts.at', { at })
  return viewsWords('lightParts.besideAlongBehindHigher', {
    at,
    aimAlong: length(aimAlong),
    aimAcross: length(aimAcross),
    aimOut: length(aimOut),
  })
}
</script>

<template>
  <g>
    <template v-for="(light, i) in lights" :key="i">
      <line
        :x1="light.x"
        :y1="light.y"
        :x2="light.aim.x"
        :y2="light.aim.y"
        class="hair"
        stroke-dasharray="1 4"
        style="stroke: var(--light); shape-rendering: auto"
      />
      <ViewsDragHandle
        :label="viewsWords('lightParts.distanceSubject', { name: light.flash.name })"
        :value="light.flash.distance"
        :min="0.02"
        :max="100"
        :paths="lightFigures(i)"
        :value-text="placed(light.flash)"
        @drag="(p, id, free) => drag(i, p, id, free)"
        @nudge="(r, d) => nudge(i, light.flash, r, d)"
        @pointerenter="emit('look', i)"
        @pointerleave="emit('look', null)"
        @focus="emit('look', i)"
        @blur="emit('look', null)"
      >
        <circle :cx="light.x" :cy="light.y" r="13" class="grip" />
        <g :transform="`translate(${light.x} ${light.y}) rotate(${light.turn})`">
          <path
            d="M-7 -5 h8 l5 -3 v16 l-5 -3 h-8 z"
            class="thin"
            style="stroke: var(--light); fill: var(--light-fill)"
          />
          <path v-if="light.cut" d="M14 -9 l4 6 l-4 6 l4 6" class="thin" style="stroke: var(--light)" />
        </g>
      </ViewsDragHandle>
      <ViewsDragHandle
        :label="viewsWords('lightParts.aim', { name: light.flash.name })"
        :value="light.turn"
        :min="-180"
        :max="180"
        :paths="aimFigures(i)"
        :value-text="aimed(light.flash)"
        @drag="(p, id, free) => turn(i, light.flash, p, id, free)"
        @nudge="(r, d) => nudgeAim(i, light.flash, r, d)"
        @focus="emit('look', i)"
        @blur="emit('look', null)"
      >
        <circle :cx="grips[i]!.x" :cy="grips[i]!.y" r="9" class="grip" />
        <circle
          :cx="grips[i]!.x"
          :cy="grips[i]!.y"
          r="2.5"
          class="thin"
          style="stroke: var(--light); fill: var(--sheet)"
          :data-aim="i"
        />
      </ViewsDragHandle>
    </template>
  </g>
</template>
