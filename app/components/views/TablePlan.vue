<script setup lang="ts">
import { type Plan, type Spot, flight, nearFace, secondOf, sensorOf, shoots, subjectMiddle } from '~~/core'
import { figuresOf } from './partFigures'
import { type Axes, acrossOf, alongOf, area, clamped, curve, plane, point, segment } from './axes'
import { usePart } from './usePart'
import type { LabelBox } from './labels'
import { aimOf, equalLight } from './lightGeometry'
import { dangerZone, footprint, lightSpot, objectAt, sidePath } from './tableGeometry'
import { tableLabels } from './tableLabels'
import { viewsWords } from '~~/shared/texts/pages/views'

/**
 * The rig to scale in one of two projections: along and across the travel, or along and out of that plane, as the
 * camera sees it. Shares its distance axis
 * with the path chart.
 */
const { plan, axes, bounds } = defineProps<{ plan: Plan; axes: Axes; bounds: LabelBox }>()
const view = useViewStore()
const { show } = useNumbers()

const setup = computed(() => plan.setup)
const fromCamera = computed(() => view.fromCamera)
const { NUDGE, perMetre, alone, snap, put, px } = usePart(() => axes)
const still = computed(() => setup.value.motion.kind === 'still')
const middle = computed(() => subjectMiddle(setup.value))
const subjectAt = computed(() => nearFace(setup.value))
const ends = computed(() => {
  const [a, b] = axes.along.domain() as [number, number]
  return [Math.min(a, b), Math.max(a, b)] as [number, number]
})
/** The coordinate across the drawing that this projection shows. */
const seen = (spot: Spot): number => (fromCamera.value ? spot.out : spot.across)

/** A place held inside the drawing; `cut` where it had to be. */
function held(along: number, across: number): { x: number; y: number; cut: boolean } {
  const at = point(axes, along, across)
  const x = Math.min(Math.max(at.x, bounds.x + 16), bounds.x + bounds.width - 16)
  const y = Math.min(Math.max(at.y, bounds.y + 16), bounds.y + bounds.height - 14)
  return { x, y, cut: Math.abs(x - at.x) > 1 || Math.abs(y - at.y) > 1 }
}

const centre = computed(() => point(axes, middle.value, 0))
/** What the camera is aimed at, m along the travel. */
const aim = computed(() => middle.value + setup.value.picture.aimAlong)
const camera = computed(() => held(aim.value, -setup.value.picture.distance))
const half = computed(() => ({
  along: (axes.upright ? plan.optics.fieldHeight : plan.optics.fieldWidth) / 2,
  out: (axes.upright ? plan.optics.fieldWidth : plan.optics.fieldHeight) / 2,
}))
const sight = computed(() => {
  const [a, b] = [point(axes, aim.value - half.value.along, 0), point(axes, aim.value + half.value.along, 0)]
  return `M${a.x} ${a.y}L${camera.value.x} ${camera.value.y}L${b.x} ${b.y}`
})
const depth = computed(() => {
  const { near, far } = plan.optics
  const { distance } = setup.value.picture
  const back = far === null ? Infinity : far - distance
  const end = axes.across.invert(axes.upright ? bounds.x + bounds.width : bounds.y)
  return area(
    axes,
    [aim.value - half.value.along, near - distance],
    [aim.value + half.value.along, Math.min(back, Math.max(end, near - distance))],
    1.5,
  )
})
const frame = computed(() =>
  area(axes, [aim.value - half.value.along, -half.value.out], [aim.value + half.value.along, half.value.out]),
)

const lights = computed(() =>
  setup.value.flashes.map(flash => {
    const spot = lightSpot(setup.value, flash)
    const at = held(spot.along, seen(spot))
    const aimed = aimOf(setup.value, flash)
    const aim = point(axes, aimed.along, seen(aimed))
    return { ...at, flash, aim, turn: (Math.atan2(aim.y - at.y, aim.x - at.x) * 180) / Math.PI }
  }),
)
const sensorAt = computed(() => {
  const { sensor, subject } = setup.value
  if (setup.value.trigger !== 'sensor') return null
  switch (sensor.kind) {
    case 'beam':
      return { ...held(sensor.position, 0), kind: 'beam' as const }
    case 'sound':
    case 'phone':
    case 'ear':
      return { ...held(sensor.position, fromCamera.value ? 0 : sensor.offset), kind: 'sound' as const }
    case 'vibration':
      return { ...held(sensor.position, fromCamera.value ? 0 : sensor.offset), kind: 'vibration' as const }
    case 'contact':
      return { ...held(sensor.source === 'impact' ? subject.distance : 0, 0), kind: 'contact' as const }
    // Whoever presses stands where they like.
    case 'hand':
    case 'sight':
  }
  return null
})
const halfSubject = computed(() =>
  Math.max(px(4), (fromCamera.value ? setup.value.subject.height : footprint(setup.value)) / 2),
)
const start = computed(() => point(axes, 0, 0))
const danger = computed(() => dangerZone(setup.value))
const path = computed(() => (fromCamera.value ? sidePath(plan, ends.value) : []))
const drop = computed(() =>
  setup.value.motion.kind === 'flight' && setup.value.subject.distance > 0
    ? flight.flightDrop({
        distance: setup.value.subject.distance,
        speed: setup.value.motion.speed,
        dragPerMetre: plan.drag,
      })
    : 0,
)
/** What a beyond-the-catch zone is hatched with, px apart. */
const HATCH = Array.from({ length: 8 }, (_, i) => `M0 ${-26 + 8 * i}l7 -7`).join('')

const nearest = computed(() => 1.05 * setup.value.lens.focalLength)

// ── fall-off of the light that is looked at ──
const looked = ref<number | null>(null)
const STOPS = [1, 0.5, 0, -0.5, -1, -2]
const rings = computed(() =>
  (view.fallOff ? lights.value.map((_, i) => i) : looked.value === null ? [] : [looked.value]).flatMap(i => {
    const flash = setup.value.flashes[i]
    if (!flash) return []
    const spot = lightSpot(setup.value, flash)
    const aimed = aimOf(setup.value, flash)
    const places = {
      light: point(axes, spot.along, seen(spot)),
      aim: point(axes, aimed.along, seen(aimed)),
      subject: centre.value,
    }
    return STOPS.flatMap(stop => {
      const line = equalLight(places, flash, stop)
      const there = line[(line.length - 1) / 2]
      if (!there) return []
      const d = `M${line.map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}`
      return [{ id: `${i}${stop}`, stop, light: flash.name, d, ...there }]
    })
  }),
)
/** Whether rings of several lights are drawn: each then says whose it is. */
const severalRings = computed(() => view.fallOff && lights.value.length > 1)
/** The second subject in the line; null: there is none. */
const second = computed(() => secondOf(setup.value))

const dimensionAt = computed(() => -Math.max(halfSubject.value, px(20)) - px(12))
const dimensions = computed(() => {
  const { sensor, subject } = setup.value
  const inside = (along: number): boolean => along >= ends.value[0] && along <= ends.value[1]
  if (still.value || subject.distance <= 0) return []
  const stops =
    setup.value.trigger === 'sensor' && sensorOf(setup.value).crossed
      ? [0, sensor.position, subject.distance].sort((a, b) => a - b)
      : [0, subject.distance]
  if (shoots(setup.value.action.kind)) stops.push(setup.value.catch.distance)
  return stops
    .slice(1)
    .map((to, i) => [stops[i]!, to] as const)
    .filter(([a, b]) => inside(a) && inside(b) && Math.abs(b - a) * perMetre.value > 14)
})

const labels = computed(() =>
  tableLabels(
    {
      plan,
      axes,
      bounds,
      fromCamera: fromCamera.value,
      subjectAt: subjectAt.value,
      middle: middle.value,
      halfSubject: halfSubject.value,
      second: second.value,
      start: start.value,
      camera: camera.value,
      lights: lights.value,
      sensor: sensorAt.value,
      dimensions: dimensions.value,
      dimensionAt: dimensionAt.value,
      depth: depth.value,
      frame: frame.value,
      drop: drop.value,
      rings: rings.value,
      severalRings: severalRings.value,
      ends: ends.value,
      halfField: half.value.along,
    },
    show,
  ),
)

/** The replay's instant: the object where it is, its sound as far as it has come. */
const now = computed(() => {
  if (view.instant === null) return null
  const along = still.value ? null : objectAt(plan, view.instant)
  const heard =
    setup.value.action.kind === 'launcher' || (sensorOf(setup.value).listens && setup.value.trigger === 'sensor')
  const sound = plan.soundSpeed * view.instant * perMetre.value
  return {
    object: along === null ? null : point(axes, clamped(axes.along, along), 0),
    sound: heard && sound < 3000 ? sound : null,
  }
})
</script>

<template>
  <g
    :aria-label="
      viewsWords('tablePlan.tablePlan', {
        fromCamera: fromCamera
          ? viewsWords('tablePlan.fromCamera')
          : axes.upright
            ? viewsWords('tablePlan.sideView')
            : viewsWords('tablePlan.topView'),
      })
    "
    role="group"
  >
    <!-- Where nobody stands -->
    <template v-if="danger && !axes.upright">
      <polygon
        :points="
          danger
            .map(({ along, across }) => {
              const p = point(axes, along, across)
              return `${p.x},${p.y}`
            })
            .join(' ')
        "
        fill="var(--bad)"
        opacity="0.05"
        data-danger
      />
      <rect
        v-if="axes.along(setup.catch.distance) < bounds.x + bounds.width"
        :x="axes.along(setup.catch.distance) + 7"
        :y="bounds.y"
        :width="Math.max(0, bounds.x + bounds.width - axes.along(setup.catch.distance) - 7)"
        :height="bounds.height"
        fill="url(#no-entry)"
        opacity="0.55"
      />
    </template>

    <!-- Field of view and depth of field -->
    <template v-if="!fromCamera">
      <path :d="sight" class="hair" style="stroke: var(--hair-strong); shape-rendering: auto" />
      <rect v-if="depth" v-bind="depth" fill="var(--ink)" opacity="0.08" />
    </template>
    <rect v-else v-bind="frame" class="hair" style="stroke: var(--hair-strong)" fill="none" data-frame />

    <!-- Line of travel -->
    <line
      v-if="!still && path.length === 0"
      v-bind="segment(axes, [Math.max(0, ends[0]), 0], [ends[1], 0])"
      class="hair"
      stroke-dasharray="6 3"
      style="stroke: var(--action)"
    />
    <path
      v-else-if="path.length > 0"
      :d="curve(axes, path)"
      class="thin"
      stroke-dasharray="6 3"
      style="stroke: var(--action)"
    />

    <!-- Fall-off -->
    <path
      v-for="ring in rings"
      :key="ring.id"
      :d="ring.d"
      class="hair"
      style="stroke: var(--light); shape-rendering: auto"
      data-ring
    />

    <ViewsSceneParts :plan="plan" :axes="axes" :middle="middle" :from-camera="fromCamera" :held="held" />

    <!-- Where it starts: the launcher, or the place that what moves comes from -->
    <ViewsTouchPart
      v-if="!still && ends[0] <= 0"
      :label="viewsWords(shoots(setup.action.kind) ? 'tablePlan.launcherItsShot' : 'tablePlan.startWhatMoves')"
      :paths="figuresOf(plan.setup, 'start')"
    >
      <g :transform="`translate(${start.x} ${start.y})`">
        <template v-if="shoots(setup.action.kind)">
          <rect x="-30" y="-14" width="36" height="28" class="grip" />
          <path d="M-26 -5 h26 v10 h-26 z" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
        </template>
        <template v-else>
          <circle r="14" class="grip" />
          <circle r="3.5" class="firm" style="stroke: var(--action); fill: var(--sheet)" />
        </template>
      </g>
    </ViewsTouchPart>

    <!-- What catches what flies -->
    <ViewsDragHandle
      v-if="shoots(setup.action.kind) && setup.catch.distance <= ends[1]"
      :label="viewsWords('tablePlan.backstopDistanceFromStart')"
      :value="setup.catch.distance"
      :min="0"
      :max="200"
      :paths="figuresOf(plan.setup, 'backstop')"
      :value-text="show(setup.catch.distance, 'length', { unit: 'm', figures: 4 })"
      @drag="(p, id, free) => put('catch.distance', snap(alongOf(axes, p), free), id)"
      @nudge="(r, d) => put('catch.distance', setup.catch.distance + 10 * alone(r, d), 'catch-keys')"
    >
      <g :transform="`translate(${axes.along(setup.catch.distance)} ${start.y})`">
        <rect x="-5" y="-38" width="17" height="76" class="grip" />
        <rect x="0" y="-34" width="7" height="68" class="thin" style="fill: var(--sheet)" />
        <path :d="HATCH" class="thin" />
      </g>
    </ViewsDragHandle>

    <!-- Camera -->
    <ViewsDragHandle
      v-if="!fromCamera"
      :label="viewsWords('tablePlan.cameraDistanceSubject')"
      :value="setup.picture.distance"
      :min="nearest"
      :max="200"
      :vertical="!axes.upright"
      :paths="figuresOf(plan.setup, 'camera')"
      :value-text="show(setup.picture.distance, 'length', { unit: 'm', figures: 4 })"
      @drag="(p, id, free) => put('picture.distance', Math.max(nearest, snap(-acrossOf(axes, p), free)), id)"
      @nudge="
        (r, d) =>
          put(
            'picture.distance',
            Math.max(
              nearest,
              setup.picture.distance - (plane(axes, r, d).across || plane(axes, r, d).along) * 10 * NUDGE,
            ),
            'camera-keys',
          )
      "
    >
      <g :transform="`translate(${camera.x} ${camera.y}) rotate(${axes.upright ? 90 : 0})`">
        <rect x="-13" y="-14" width="26" height="26" class="grip" />
        <rect x="-9" y="-5" width="18" height="12" class="thin" style="fill: var(--sheet)" />
        <rect x="-4" y="-10" width="8" height="5" class="thin" style="fill: var(--sheet)" />
        <path v-if="camera.cut" d="M-9 -17 l6 4 l6 -4 l6 4" class="thin" />
      </g>
    </ViewsDragHandle>

    <ViewsLightParts :setup="setup" :axes="axes" :lights="lights" :from-camera="fromCamera" @look="looked = $event" />

    <ViewsSubjectParts :setup="setup" :axes="axes" :half-subject="halfSubject" />

    <ViewsSensorPart v-if="sensorAt" :setup="setup" :axes="axes" :at="sensorAt" :from-camera="fromCamera" />

    <!-- Distances -->
    <template v-for="([a, b], i) in dimensions" :key="i">
      <line
        v-bind="segment(axes, [a, dimensionAt], [b, dimensionAt])"
        class="hair"
        style="stroke: var(--hair-strong)"
      />
      <line
        v-for="at in [a, b]"
        :key="at"
        v-bind="segment(axes, [at, dimensionAt - px(4)], [at, dimensionAt + px(4)])"
        class="hair"
        style="stroke: var(--hair-strong)"
      />
    </template>

    <!-- Replay -->
    <g v-if="now" class="pointer-events-none" data-replay>
      <circle
        v-if="now.sound !== null"
        :cx="start.x"
        :cy="start.y"
        :r="now.sound"
        class="hair"
        stroke-dasharray="1.5 3"
        style="stroke: var(--sensing); shape-rendering: auto"
      />
      <circle v-if="now.object" :cx="now.object.x" :cy="now.object.y" r="5" style="fill: var(--action)" />
    </g>
    <ViewsLabelLayer :labels="labels" />
  </g>
</template>
