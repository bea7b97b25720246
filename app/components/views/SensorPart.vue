<script setup lang="ts">
import type { Setup } from '~~/core'
import { type Axes, acrossOf, alongOf, plane } from './axes'
import { figuresOf } from './partFigures'
import { fine, usePart } from './usePart'
import { viewsWords } from '~~/shared/texts/pages/views'

/** The sensor on the table plan: a beam across the path, a microphone or vibration sensor beside it, a contact. */
const { setup, axes, at, fromCamera } = defineProps<{
  setup: Setup
  axes: Axes
  /** Where it stands on the sheet, and as what it is drawn. */
  at: { x: number; y: number; kind: 'beam' | 'sound' | 'vibration' | 'contact' }
  fromCamera: boolean
}>()
const store = useSetupStore()
const { show } = useNumbers()
const { NUDGE, alone, snap, put } = usePart(() => axes)

function moveMicrophone(along: number, offset: number, merge: string): void {
  store.change(
    [
      { path: 'sensor.position', value: fine(Math.max(0, along)) },
      { path: 'sensor.offset', value: fromCamera ? setup.sensor.offset : fine(Math.abs(offset)) },
    ],
    merge,
  )
}
const sensorText = computed(() => {
  const { position, offset } = setup.sensor
  const told = (length: number): string => show(length, 'length', { unit: 'm', figures: 4 })
  return viewsWords('sensorPart.alongBeside', { along: told(position), beside: told(offset) })
})
</script>

<template>
  <ViewsDragHandle
    v-if="at.kind === 'beam'"
    :label="viewsWords('sensorPart.beamDistanceFromStart')"
    :value="setup.sensor.position"
    :min="0"
    :max="100"
    :vertical="axes.upright"
    :paths="figuresOf(setup, 'sensor')"
    :value-text="show(setup.sensor.position, 'length', { unit: 'm', figures: 4 })"
    @drag="(p, id, free) => put('sensor.position', snap(alongOf(axes, p), free, [setup.subject.distance]), id)"
    @nudge="(r, d) => put('sensor.position', setup.sensor.position + alone(r, d), 'sensor-keys')"
  >
    <g :transform="`translate(${at.x} ${at.y}) rotate(${axes.upright ? 90 : 0})`">
      <rect x="-8" y="-34" width="16" height="68" class="grip" />
      <template v-if="fromCamera">
        <circle r="5" class="firm" style="stroke: var(--sensing); fill: var(--sheet)" />
        <circle r="1.5" style="fill: var(--sensing)" />
      </template>
      <template v-else>
        <line x1="0" x2="0" y1="-24" y2="24" class="thin" stroke-dasharray="2 2" style="stroke: var(--sensing)" />
        <rect x="-5" y="-32" width="10" height="8" class="thin" style="stroke: var(--sensing); fill: var(--sensing)" />
        <rect x="-5" y="24" width="10" height="8" class="thin" style="stroke: var(--sensing); fill: var(--sheet)" />
      </template>
    </g>
  </ViewsDragHandle>
  <ViewsDragHandle
    v-else-if="at.kind !== 'contact'"
    :label="
      viewsWords('sensorPart.positionAlongBesidePath', {
        noun: at.kind === 'sound' ? viewsWords('sensorPart.microphone') : viewsWords('sensorPart.vibrationSensor'),
      })
    "
    :value="setup.sensor.offset"
    :min="0"
    :max="50"
    :vertical="!axes.upright"
    :paths="figuresOf(setup, 'sensor')"
    :value-text="sensorText"
    @drag="
      (p, id, free) =>
        moveMicrophone(
          snap(alongOf(axes, p), free, [0, setup.subject.distance]),
          snap(acrossOf(axes, p), free, [0]),
          id,
        )
    "
    @nudge="
      (r, d) =>
        moveMicrophone(
          setup.sensor.position + plane(axes, r, d).along * NUDGE,
          setup.sensor.offset + plane(axes, r, d).across * NUDGE,
          'sensor-keys',
        )
    "
  >
    <circle :cx="at.x" :cy="at.y" r="13" class="grip" />
    <circle :cx="at.x" :cy="at.y" r="5" class="firm" style="stroke: var(--sensing); fill: var(--sheet)" />
    <circle v-if="at.kind === 'vibration'" :cx="at.x" :cy="at.y" r="2" style="fill: var(--sensing)" />
    <line
      v-else
      :x1="at.x - 8"
      :x2="at.x + 8"
      :y1="at.y + 6"
      :y2="at.y + 6"
      class="firm"
      style="stroke: var(--sensing)"
    />
  </ViewsDragHandle>
  <rect
    v-else
    :x="at.x - 5"
    :y="at.y - 5"
    width="10"
    height="10"
    class="firm"
    style="stroke: var(--sensing); fill: none"
  />
</template>
