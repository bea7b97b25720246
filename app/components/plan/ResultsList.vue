<script setup lang="ts">
import type { Plan } from '~~/core'
import { simulateInWorker } from '~/services/simulation'

/** The figures behind the drawings, each with what it rests on. */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()

interface Result { id: string, label: string, value: string, why: string }

const results = computed<Result[]>(() => {
  const { timing, spread, sharpness, exposure, optics, shutter, keep, setup } = plan
  const list: Result[] = []
  const add = (id: string, label: string, value: string, why: string): void => { list.push({ id, label, value, why }) }
  const scatter = spread.causes.filter(c => c.kind === 'scatter')
  if (timing.sensed !== null && setup.trigger === 'sensor') {
    add('sensed', setup.sensor.kind === 'beam' ? 'Crosses the beam' : 'Sensed', show(timing.sensed, 'time', { figures: 4 }), setup.motion.kind === 'flight' ? `(e^kx − 1) / kv with v ${show(setup.motion.speed, 'speed')}, k ${show(plan.drag, 'perMetre')}` : 'from the start of the action')
  }
  if (timing.moment !== null) add('moment', 'Reaches the mark', show(timing.moment, 'time', { figures: 4 }), `at ${show(plan.objectSpeed, 'speed')}`)
  if (timing.wanted !== null) {
    add('wanted', 'Delay wanted', show(timing.wanted, 'time', { figures: 5 }), `moment ${show(timing.moment as number, 'time', { figures: 4 })} − sensed ${show(timing.sensed as number, 'time', { figures: 4 })} − chain ${show(timing.chainLatency, 'time')}`)
  }
  const byPlace = plan.objectSpeed > 0 && setup.moment.reference === 'travel'
  add('spread', byPlace ? 'Spread at the mark' : 'Spread of a take', byPlace ? `±${show(spread.scatter * plan.objectSpeed, 'length', { unit: 'mm' })}` : `±${show(spread.scatter, 'time')}`,
    scatter[0] ? `largest cause: ${scatter[0].label}, ${show(scatter[0].share, 'share')} of it` : 'nothing varies')
  add('unknown', 'Plan may be off by', byPlace ? `±${show(spread.uncertainty * plan.objectSpeed, 'length', { unit: 'mm' })}` : `±${show(spread.uncertainty, 'time')}`,
    `${spread.causes.find(c => c.kind === 'uncertainty')?.label ?? 'nothing'}; the first take keeps with ${show(keep.firstTake, 'share')}`)
  add('blur', 'Streak', `${show(sharpness.subject, 'length', { unit: 'mm' })} · ${show(sharpness.pixels, 'number', { figures: 2 })} px`,
    `${show(sharpness.speed, 'speed')} × ${show(sharpness.duration, 'time')} (${sharpness.by === 'flash' ? 't.1' : 'shutter'}); limit ${show(sharpness.limit, 'length', { unit: 'mm' })}`)
  if (exposure.flash !== null) add('flash', 'Flash', show(exposure.flash, 'stops'), `guide numbers at ${show(setup.picture.iso, 'iso')}, working aperture ${show(optics.effectiveAperture, 'aperture')}`)
  add('ambient', 'Ambient', show(exposure.ambient, 'stops'), `${show(setup.picture.ambientEv, 'ev')} for ${show(setup.picture.shutter, 'shutter')}; black below ${show(setup.picture.ambientLimit, 'stops')}`)
  if (setup.method !== 'open-shutter' || shutter.notFullyLit > 0) {
    add('band', 'Shutter band', shutter.notFullyLit > 0 ? `${show(shutter.dark, 'share')} dark` : 'none', `clean from ${show(shutter.fastestClean, 'shutter')}`)
  }
  add('depth', 'Depth of field', optics.depth === null ? 'to infinity' : show(optics.depth, 'length', { unit: 'mm' }),
    `${show(optics.near, 'length', { unit: 'm', figures: 4 })} to ${optics.far === null ? 'infinity' : show(optics.far, 'length', { unit: 'm', figures: 4 })}; wanted ${show(setup.picture.depthWanted, 'length', { unit: 'mm' })}`)
  if (plan.beamBlock !== null) add('beam', 'Beam blocked for', show(plan.beamBlock, 'time'), `the sensor needs ${show(setup.sensor.response, 'time')}`)
  return list
})

const million = ref<{ keep: number, keepError: number, seconds: number } | null>(null)
const busy = ref(false)
watch(() => plan.setup, () => { million.value = null })
async function check(): Promise<void> {
  busy.value = true
  const setup = plan.setup
  const result = await simulateInWorker(setup, 1_000_000)
  if (plan.setup === setup) million.value = result
  busy.value = false
}
</script>

<template>
  <section aria-labelledby="results">
    <h2 id="results" class="section-title mb-1">
      Figures
    </h2>
    <dl>
      <div v-for="result in results" :key="result.id" class="result" :data-testid="`result-${result.id}`">
        <dt>{{ result.label }}</dt>
        <dd>{{ result.value }}</dd>
        <dd class="why narrow">
          {{ result.why }}
        </dd>
      </div>
    </dl>
    <div class="mt-2 grid gap-1 text-[12px]">
      <p v-if="!plan.spread.firstOrder" class="text-(--ink-soft)">
        The keep rate on the dial card is simulated: {{ plan.spread.firstOrderReason }}.
      </p>
      <UButton variant="outline" size="xs" label="Check the keep rate with a million takes" class="justify-center" :loading="busy" @click="check" />
      <p v-if="million" role="status" data-testid="million">
        {{ show(million.keep, 'share') }} ± {{ show(million.keepError, 'share') }} keep, first order {{ show(plan.keep.perTake, 'share') }};
        played in {{ show(million.seconds, 'time') }}.
      </p>
    </div>
  </section>
</template>

<style scoped>
.result { display: grid; grid-template-columns: 1fr auto; gap: 0 8px; font-size: 12px; padding: 3px 0; border-bottom: 1px solid var(--hair); }
.result dt { color: var(--ink-soft); }
.result dd { font-weight: 520; text-align: right; }
.result .why { grid-column: 1 / -1; font-weight: 400; font-size: 11px; color: var(--ink-faint); text-align: left; }
</style>
