<script setup lang="ts">
import type { Plan } from '~~/core'

/** What to set on each device. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()

/** Number and unit apart, so that the unit can be small. */
function parts(text: string): [string, string] {
  const at = text.indexOf('\u00a0')
  return at < 0 ? [text, ''] : [text.slice(0, at), text.slice(at + 1)]
}
const setup = computed(() => plan.setup)
const delay = computed(() => (plan.timing.used === null ? null : parts(show(plan.timing.used, 'time', { figures: 5 }))))
const { simulated } = useSimulatedKeep(() => plan)
const keep = computed(() => parts(show(simulated.value?.keep ?? plan.keep.perTake, 'share')))
const sensorText = computed(() => {
  const { sensor, trigger } = setup.value
  if (trigger !== 'sensor') return trigger === 'hand' ? 'hand, on the count' : `burst, ${show(setup.value.camera.frameRate, 'rate')}`
  if (sensor.kind === 'beam') return `beam at ${show(sensor.position, 'length', { unit: 'm', figures: 4 })}`
  if (sensor.kind === 'sound') return `microphone ${show(Math.hypot(sensor.position, sensor.offset), 'length', { unit: 'm', figures: 4 })} off`
  return sensor.kind
})
</script>

<template>
  <section aria-labelledby="dial-card" class="grid gap-2">
    <h2 id="dial-card" class="section-title flex items-baseline justify-between">
      Dial card
      <button v-if="setup.delay !== null" type="button" class="underline" @click="store.change([{ path: 'delay', value: null }])">
        use the planned delay
      </button>
    </h2>
    <div class="grid grid-cols-[1fr_auto] items-end gap-x-3">
      <div>
        <p class="text-[11px] text-(--ink-soft)">
          {{ setup.delay === null ? 'Delay, planned' : 'Delay, dialled' }}
        </p>
        <p class="number-big" data-testid="delay">
          <template v-if="delay">
            {{ delay[0] }}<span class="unit-small"> {{ delay[1] }}</span>
          </template>
          <template v-else>
            none
          </template>
        </p>
      </div>
      <div class="text-right">
        <p class="text-[11px] text-(--ink-soft)">
          {{ simulated ? 'Keeps, simulated' : 'Keeps, per take' }}
        </p>
        <p class="number-big" data-testid="keep">
          {{ keep[0] }}<span class="unit-small"> {{ keep[1] }}</span>
        </p>
      </div>
    </div>
    <dl class="dial">
      <dt>{{ setup.trigger === 'sensor' ? 'Sensor' : 'Fired by' }}</dt><dd>{{ sensorText }}</dd>
      <template v-for="flash in setup.flashes" :key="flash.name">
        <dt>{{ flash.name }}</dt>
        <dd>{{ flash.units > 1 ? `${flash.units} × ` : '' }}{{ show(flash.power, 'power') }} at {{ show(flash.distance, 'length', { unit: 'm' }) }}</dd>
      </template>
      <dt>Camera</dt>
      <dd>{{ show(setup.picture.aperture, 'aperture') }} · {{ show(setup.picture.iso, 'iso') }} · {{ show(setup.picture.shutter, 'shutter') }}</dd>
      <dt>Lens</dt><dd>{{ show(setup.lens.focalLength, 'length', { unit: 'mm' }) }} at {{ show(setup.picture.distance, 'length', { unit: 'm' }) }}</dd>
      <dt>Props to have</dt>
      <dd>{{ plan.keep.props ?? 'beyond count' }} for {{ setup.goal.keepers }} keepers at {{ show(setup.goal.confidence, 'share') }}</dd>
    </dl>
  </section>
</template>

<style scoped>
.dial { display: grid; grid-template-columns: auto 1fr; gap: 1px 10px; font-size: 12px; }
.dial dt { color: var(--ink-soft); }
.dial dd { text-align: right; font-weight: 520; }
</style>
