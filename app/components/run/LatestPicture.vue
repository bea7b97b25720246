<script setup lang="ts">
import { type Assessment, assess, placeTells, stageOf, withChange } from '~~/core'
import { runWords } from '~~/shared/texts/pages/run'

/**
 * The newest picture, or that of a take looked at again, beside the frame that was planned: what to look at before the
 * verdict. Touched where the object is, it says how far past the mark that is.
 */
const {
  plan,
  markable = false,
  take = null,
  size = 'full',
} = defineProps<{ plan: Assessment; markable?: boolean; take?: string | null; size?: 'full' | 'small' }>()
const position = defineModel<number | null>('position', { default: null })
const pictures = usePicturesStore()
const takes = useTakesStore()
const { show } = useNumbers()
const picture = computed(() => (take === null ? pictures.latest : (pictures.ofTake.get(take)?.[0] ?? null)))
const wanted = computed(() =>
  plan.setup.delay === null ? plan : assess(withChange(plan.setup, { path: 'delay', value: null })),
)
/** On a phone there is room for one at a time. */
const peek = ref(false)

// ── marking in the picture ──
const axis = computed(() => stageOf(plan.setup))
const upright = computed(() => axis.value.direction[0] === 0)
const can = computed(() => markable && placeTells(plan) && !isOthers.value)
/** Share of the picture along the travel at which a place past the mark lies. */
const shareAt = (past: number): number =>
  0.5 +
  ((plan.setup.subject.distance + plan.setup.moment.offset + past - axis.value.centre) *
    (upright.value ? -axis.value.direction[1] : 1)) /
    (upright.value ? plan.optics.fieldHeight : plan.optics.fieldWidth)
function touch(event: PointerEvent): void {
  if (!can.value) return
  const rect = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const share = upright.value ? (event.clientY - rect.top) / rect.height : (event.clientX - rect.left) / rect.width
  const metre = shareAt(1) - shareAt(0)
  const step = plan.optics.fieldWidth > 1 ? 0.01 : plan.optics.fieldWidth > 0.1 ? 0.001 : 0.0005
  position.value = Number((Math.round((share - shareAt(0)) / metre / step) * step).toFixed(6))
}
const lineStyle = (past: number): Record<string, string> => ({
  [upright.value ? 'top' : 'left']: `${shareAt(past) * 100}%`,
})

const number = computed(() => takes.takes.find(one => one.id === picture.value?.takeId)?.number)
/** Of a take that is looked at, its own; else the newest is only this take's where no take has it yet. */
const isOthers = computed(() => take === null && markable && number.value !== undefined)
/** The window along the travel, share of the picture from where to where. */
const windowStyle = computed(() => {
  const { beforeDistance, afterDistance } = plan.setup.moment.window
  const [a, b] = [shareAt(-beforeDistance), shareAt(afterDistance)].sort((x, y) => x - y) as [number, number]
  return upright.value
    ? { top: `${a * 100}%`, height: `${(b - a) * 100}%`, left: '0', right: '0' }
    : { left: `${a * 100}%`, width: `${(b - a) * 100}%`, top: '0', bottom: '0' }
})
const caption = computed(() => {
  const shown = picture.value
  if (!shown) return ''
  const { shutter, aperture, iso } = shown.exposure
  return [
    number.value === undefined
      ? runWords('latestPicture.notLoggedYet')
      : runWords('latestPicture.take', { number: number.value }),
    shutter === null ? '' : show(shutter, 'shutter'),
    aperture === null ? '' : show(aperture, 'aperture'),
    iso === null ? '' : runWords('latestPicture.iso', { iso }),
  ]
    .filter(Boolean)
    .join(', ')
})
</script>

<template>
  <div v-if="picture" class="pair" :class="{ peek }" data-testid="latest-picture">
    <span class="turn">
      <UButton variant="link" @click="peek = !peek">
        {{ peek ? runWords('latestPicture.picture') : runWords('latestPicture.planned') }}
      </UButton>
    </span>
    <figure class="newest">
      <div class="shown" :class="{ markable: can, upright }" data-testid="mark-picture" @pointerdown="touch">
        <PicturesPictureView
          :id="picture.id"
          :size="size"
          :alt="`${runWords(take === null ? 'latestPicture.latestPicture' : 'latestPicture.picture2')}, ${caption}`"
        />
        <template v-if="can">
          <i class="window" :style="windowStyle" data-testid="window" />
          <i class="line mark" :style="lineStyle(0)" />
          <i v-if="position !== null" class="line" :style="lineStyle(position)" />
        </template>
      </div>
      <figcaption v-if="isOthers" role="status" data-testid="others-picture">
        {{ runWords('latestPicture.pictureTakeOneTake', { number: number! }) }}
      </figcaption>
      <figcaption v-else>
        {{ take === null ? runWords('latestPicture.newest') : '' }}{{ caption
        }}{{ can ? runWords('latestPicture.tapLeadingEdge') : '' }}
      </figcaption>
    </figure>
    <figure class="planned">
      <ViewsFrameCanvas :plan="wanted" :options="{}" :passes="8" :description="runWords('latestPicture.planned')" />
      <figcaption>{{ runWords('latestPicture.planned') }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.shown {
  aspect-ratio: 3 / 2;
  outline: 1px solid var(--frame-edge);
  position: relative;
}
.shown.markable {
  cursor: crosshair;
  touch-action: manipulation;
}
.window {
  position: absolute;
  pointer-events: none;
  outline: 1px dotted var(--ink);
  background: color-mix(in srgb, var(--ink) 12%, transparent);
}
.line {
  position: absolute;
  pointer-events: none;
  top: 0;
  bottom: 0;
  border-left: 2px solid var(--ink);
}
.line.mark {
  border-left: 1px dashed var(--ink);
}
.upright .line {
  left: 0;
  right: 0;
  bottom: auto;
  border-left: 0;
  border-top: 2px solid var(--ink);
}
.upright .line.mark {
  border-top: 1px dashed var(--ink);
}
figcaption {
  font-size: 12px;
  text-align: left;
  padding-top: 3px;
}
.turn {
  display: none;
}
@media (max-width: 640px) {
  .pair {
    grid-template-columns: 1fr;
    position: relative;
  }
  .turn {
    display: block;
    position: absolute;
    right: 0;
    bottom: 0;
    font-size: 13px;
    padding: 3px 0 0 12px;
    z-index: 1;
    background: var(--sheet);
  }
  figcaption {
    padding-right: 100px;
    min-height: 26px;
  }
  .pair:not(.peek) .planned,
  .pair.peek .newest {
    position: absolute;
    visibility: hidden;
    width: 100%;
  }
}
</style>
