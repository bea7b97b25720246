<script setup lang="ts">
import { type TakeSettings, differingSettings, fieldAt } from '~~/core'
import type { PictureRecord } from '~/services/api'
import { VERDICT_LABELS, choiceLabel } from '~~/shared/texts/choices'
import type { Verdict } from '~~/shared/takes/input'
import type { Look } from './ZoomPane.vue'
import { labelAt } from '~~/shared/texts/fields'
import { picturesWords } from '~~/shared/texts/pages/pictures'

/** A picture with the take it belongs to. */
export interface TakenPicture {
  picture: PictureRecord
  take: {
    number: number
    setupName: string
    delay: number
    verdict: Verdict
    keeper: boolean
    position: number | null
    settings: TakeSettings | null
    note: string
  }
}
/** Two pictures side by side, their zoom linked, with what was set otherwise. */
const { pair } = defineProps<{ pair: [TakenPicture, TakenPicture] }>()
const { show } = useNumbers()
const look = ref<Look>({ x: 0.5, y: 0.5, zoom: 1 })

function text(path: string, value: TakeSettings[string]): string {
  const field = fieldAt(path)
  if (value === null) return picturesWords('twoUp.notSet')
  if (field?.type === 'number' && typeof value === 'number')
    return show(value, field.quantity, { ...(field.unit ? { unit: field.unit } : {}), figures: 4 })
  return field?.type === 'choice' ? choiceLabel(path, String(value)) : String(value)
}
const label = (path: string): string => {
  const light = /^flashes\[(\d+)\]/.exec(path)
  return `${light ? picturesWords('twoUp.light', { light: Number(light[1]) + 1 }) : ''}${labelAt(path)}`
}
const name = ({ take }: TakenPicture): string =>
  picturesWords('twoUp.take', { setupName: take.setupName, number: take.number })
/** What differs, the outcome first. */
const rows = computed(() => {
  const [a, b] = pair
  const both = (what: string, of: (p: TakenPicture) => string) => ({ what, a: of(a), b: of(b) })
  const always = [
    both('Delay', p => show(p.take.delay, 'time', { figures: 5 })),
    both('Verdict', p => `${VERDICT_LABELS[p.take.verdict]}${p.take.keeper ? ', keeper' : ''}`),
    both(picturesWords('twoUp.distancePastMark'), p =>
      p.take.position === null ? picturesWords('twoUp.notMarked') : show(p.take.position, 'length', { unit: 'mm' }),
    ),
    both(picturesWords('twoUp.shutterSpeedFromFile'), p =>
      p.picture.exposure.shutter === null
        ? picturesWords('twoUp.notRecorded')
        : show(p.picture.exposure.shutter, 'shutter'),
    ),
    both(picturesWords('twoUp.apertureFromFile'), p =>
      p.picture.exposure.aperture === null
        ? picturesWords('twoUp.notRecorded')
        : show(p.picture.exposure.aperture, 'aperture'),
    ),
    both(picturesWords('twoUp.isoFromFile'), p =>
      p.picture.exposure.iso === null ? picturesWords('twoUp.notRecorded') : String(p.picture.exposure.iso),
    ),
  ]
  const set =
    a.take.settings && b.take.settings
      ? differingSettings(a.take.settings, b.take.settings).map(path => ({
          what: label(path),
          a: text(path, a.take.settings![path]!),
          b: text(path, b.take.settings![path]!),
        }))
      : []
  return [...always, ...set].filter(row => row.a !== row.b)
})
</script>

<template>
  <div class="grid gap-3">
    <div class="two">
      <figure v-for="(p, i) in pair" :key="i">
        <PicturesZoomPane :id="p.picture.id" v-model:look="look" :alt="name(p)" />
        <figcaption class="pt-1 text-[12px]">{{ name(p) }}{{ p.take.note ? `: ${p.take.note}` : '' }}</figcaption>
      </figure>
    </div>
    <p class="flex flex-wrap items-center gap-2 text-[12px]">
      <UButton
        size="xs"
        variant="outline"
        icon="i-lucide-zoom-in"
        :aria-label="picturesWords('twoUp.closer')"
        @click="look = { ...look, zoom: Math.min(16, look.zoom * 1.5) }"
      />
      <UButton
        size="xs"
        variant="outline"
        icon="i-lucide-zoom-out"
        :aria-label="picturesWords('twoUp.farther')"
        :disabled="look.zoom <= 1"
        @click="look = look.zoom / 1.5 <= 1.01 ? { x: 0.5, y: 0.5, zoom: 1 } : { ...look, zoom: look.zoom / 1.5 }"
      />
      <span role="status" data-testid="zoom">{{
        picturesWords('twoUp.bothMoveTogether', { zoom: show(look.zoom, 'number', { figures: 2 }) })
      }}</span>
    </p>
    <table v-if="rows.length > 0" class="kit-table" data-testid="differences">
      <caption class="section-title pb-1 text-left">
        {{
          picturesWords('twoUp.differencesSettings')
        }}
      </caption>
      <thead>
        <tr>
          <th />
          <th>{{ name(pair[0]) }}</th>
          <th>{{ name(pair[1]) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.what">
          <th scope="row">
            {{ row.what }}
          </th>
          <td>{{ row.a }}</td>
          <td>{{ row.b }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="text-[13px]">{{ picturesWords('twoUp.noDifferencesSettings') }}</p>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
