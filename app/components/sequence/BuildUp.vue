<script setup lang="ts">
import type { Plan } from '~~/core'
import { sequenceWords } from '~~/shared/texts/pages/sequence'

/** What the pops add up to, and how long the shutter must be open for them, by both schools. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()
const sequence = computed(() => plan.sequence)
/** Ambient at another open time, stops. */
const ambientAt = (shutter: number): string =>
  show(plan.exposure.ambient + Math.log2(shutter / plan.setup.picture.shutter), 'stops')
const schools = computed(() =>
  sequence.value
    ? [
        {
          id: 'least',
          label: sequenceWords('buildUp.shortestLastPopLight'),
          needs: sequence.value.least,
          dial: sequence.value.leastDial,
        },
        {
          id: 'customary',
          label: sequenceWords('buildUp.ruleThumbCountInterval'),
          needs: sequence.value.customary,
          dial: sequence.value.customaryDial,
        },
      ]
    : [],
)
</script>

<template>
  <section v-if="sequence" aria-labelledby="build-up" class="text-[12px]">
    <h2 id="build-up" class="section-title mb-1">{{ sequenceWords('buildUp.exposureBuildUp') }}</h2>
    <dl class="rows">
      <dt>{{ sequenceWords('buildUp.exposureEachPosition') }}</dt>
      <dd>
        {{ show(sequence.exposures[0]!.stops, 'stops')
        }}{{
          sequence.exposures.some(e => Math.abs(e.stops - sequence!.exposures[0]!.stops) > 0.05)
            ? sequenceWords('buildUp.to', {
                exposures: show(Math.max(...sequence.exposures.map(e => e.stops)), 'stops'),
              })
            : ''
        }}
      </dd>
      <dt>{{ sequenceWords('buildUp.stillPartsBuildUp') }}</dt>
      <dd data-testid="still-gain">
        {{ show(sequence.stillStops, 'stops') }}
      </dd>
      <dt>{{ sequenceWords('buildUp.exposureStillParts') }}</dt>
      <dd>{{ sequence.stillLevel === null ? sequenceWords('buildUp.none') : show(sequence.stillLevel, 'stops') }}</dd>
      <template v-if="sequence.step !== null">
        <dt>{{ sequenceWords('buildUp.smallestStep') }}</dt>
        <dd>{{ show(sequence.step, 'length', { unit: 'mm' }) }}</dd>
        <dt>{{ sequenceWords('buildUp.overlapPositions') }}</dt>
        <dd>
          {{ show(sequence.overlap, 'share')
          }}{{ sequence.deepest > 1 ? sequenceWords('buildUp.upOneSpot', { deepest: sequence.deepest }) : '' }}
        </dd>
      </template>
      <template v-if="plan.setup.sequence.panSpeed > 0">
        <dt>{{ sequenceWords('buildUp.popsOneSpotStill') }}</dt>
        <dd>{{ sequence.stillDeepest }}</dd>
      </template>
      <template v-else-if="sequence.panNeeded !== null">
        <dt>{{ sequenceWords('buildUp.panningSeparatesThem') }}</dt>
        <dd>{{ show(sequence.panNeeded, 'angleRate') }}</dd>
      </template>
    </dl>
    <h2 class="section-title mt-3 mb-1">{{ sequenceWords('buildUp.shutter') }}</h2>
    <div
      v-for="school in schools"
      :key="school.id"
      class="flex items-baseline gap-2 border-b border-(--hair) py-1"
      :data-testid="`school-${school.id}`"
    >
      <span class="flex-1 text-(--ink-soft)">{{ school.label }}</span>
      <span>{{ show(school.needs, 'time') }}</span>
      <template v-if="school.dial !== null">
        <span v-if="plan.setup.picture.shutter === school.dial" class="w-28 text-right text-(--ink-faint)">{{
          sequenceWords('buildUp.use', { dial: ambientAt(school.dial) })
        }}</span>
        <UButton
          v-else
          size="xs"
          variant="outline"
          class="w-28 justify-center"
          :label="`${show(school.dial, 'shutter')}, ${ambientAt(school.dial)}`"
          :aria-label="
            sequenceWords('buildUp.setShutterRoomLight', {
              dial: show(school.dial, 'shutter'),
              dial2: ambientAt(school.dial),
            })
          "
          @click="store.change([{ path: 'picture.shutter', value: school.dial }])"
        />
      </template>
    </div>
    <p class="mt-1 text-(--ink-faint)">
      {{
        sequenceWords('buildUp.shutterRoomLightIncludes', {
          shutter: show(plan.setup.picture.shutter, 'shutter'),
          ambient: show(plan.exposure.ambient, 'stops'),
          noun: plan.exposure.black ? sequenceWords('buildUp.black') : '',
          lag: show(sequence.lag, 'time'),
        })
      }}
    </p>
  </section>
</template>

<style scoped>
.rows {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 1px 10px;
}
.rows dt {
  color: var(--ink-soft);
}
.rows dd {
  text-align: right;
  font-weight: 520;
}
</style>
