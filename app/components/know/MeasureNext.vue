<script setup lang="ts">
import { type MeasurementPromise, type Plan, measureNext } from '~~/core'
import { MEASUREMENT_TEXT } from '~/text/knowledge'

/** Which test at hand would tell most, the most telling first. */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()

const promises = useCalm<Plan, MeasurementPromise[] | null>(() => plan, measureNext, null)
</script>

<template>
  <section aria-labelledby="measure-next" data-testid="measure-next">
    <h2 id="measure-next" class="section-title mt-3 mb-1">Measure next</h2>
    <p v-if="promises?.length === 0" class="text-[12px] text-(--ink-soft)">
      Nothing at hand is worth it: no test narrows the delay by more than 3 %.
    </p>
    <ol v-else class="text-[12px]">
      <li v-for="promise in promises ?? []" :key="promise.id" class="border-b border-(--hair) py-0.5 leading-snug">
        {{ MEASUREMENT_TEXT[promise.id] }}:
        <span class="tabular"
          >first take {{ show(plan.keep.firstTake, 'share') }} → <b>{{ show(promise.first, 'share') }}</b></span
        >
        <span class="block text-[11px] text-(--ink-soft)">
          off by ±{{ show(plan.spread.uncertainty, 'time', { figures: 2 }) }} → ±{{
            show(promise.uncertainty, 'time', { figures: 2 })
          }}
        </span>
      </li>
    </ol>
  </section>
</template>
