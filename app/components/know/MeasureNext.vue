<script setup lang="ts">
import { type Measurement, type MeasurementPromise, type Plan, type Setup, measureNext } from '~~/core'
import { playInWorker } from '~/services/simulation'
import { MEASUREMENT_TEXT } from '~~/shared/texts/knowledge'
import { knowWords } from '~~/shared/texts/pages/know'

/** Which test at hand would tell most, the most telling first. */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()

const promises = useCalm<Plan, MeasurementPromise[] | null>(() => plan, measureNext, null)

/** Tests whose sessions are played, the most telling ones. */
const PLAYED = 3
/** Props for the keepers wanted, as it stands and after each test; played one after the other, aside. */
const props = shallowRef<{ now: number | null; after: Partial<Record<Measurement, number | null>> } | null>(null)
let round = 0
watch(promises, async list => {
  const mine = ++round
  props.value = null
  if (!list || list.length === 0) return
  const playedFor = async (setup: Setup): Promise<number | null | undefined> =>
    (await playInWorker(setup, [], true).catch(() => null))?.props
  const now = await playedFor(plan.entered)
  // What could not be played saves nothing that could be told.
  if (now === undefined) return
  const after: Partial<Record<Measurement, number | null>> = {}
  for (const promise of list.slice(0, PLAYED)) {
    if (mine !== round) return
    after[promise.id] = await playedFor(promise.setup)
  }
  if (mine === round) props.value = { now, after }
})
onScopeDispose(() => round++)
/** What a test would save; empty where it saves none or is not played. */
function saved({ id }: MeasurementPromise): string {
  const [now, then] = [props.value?.now, props.value?.after[id]]
  if (then === undefined || then === null || now === undefined || now === then) return ''
  if (now !== null && now < then) return ''
  return knowWords('measureNext.props', { now: now === null ? knowWords('measureNext.tooManyCount') : now, then })
}
</script>

<template>
  <section aria-labelledby="measure-next" data-testid="measure-next">
    <h2 id="measure-next" class="section-title mt-3 mb-1">{{ knowWords('measureNext.measureNext') }}</h2>
    <p v-if="promises?.length === 0" class="text-[12px] text-(--ink-soft)">
      {{ knowWords('measureNext.nothingWorthMeasuringNow') }}
    </p>
    <ol v-else class="text-[12px]">
      <li v-for="promise in promises ?? []" :key="promise.id" class="border-b border-(--hair) py-0.5 leading-snug">
        {{ MEASUREMENT_TEXT[promise.id] }}:
        <span class="tabular"
          >{{ knowWords('measureNext.timeTake', { firstTake: show(plan.keep.firstTake, 'share') }) }}
          <b>{{ show(promise.first, 'share') }}</b></span
        >
        <span class="block text-[11px] text-(--ink-soft)">
          {{
            knowWords('measureNext.off', {
              uncertainty: show(plan.spread.uncertainty, 'time', { figures: 2 }),
              uncertainty2: show(promise.uncertainty, 'time', { figures: 2 }),
            })
          }}<template v-if="saved(promise)">; {{ saved(promise) }}</template>
        </span>
      </li>
    </ol>
  </section>
</template>
