<script setup lang="ts">
import { type Plan, sceneFigures } from '~~/core'
import { choiceLabel } from '~~/shared/texts/choices'
import { planWords } from '~~/shared/texts/pages/plan'

/** What each light does, how the ground looks, what exposure can be paid with, and what is joined to what. */
const { plan } = defineProps<{ plan: Plan }>()
const { show } = useNumbers()
const figures = computed(() => sceneFigures(plan))
/** Stops under which a light is as good as none. */
const NONE = -10
const stops = (value: number | null): string => (value === null || value < NONE ? '–' : show(value, 'stops'))
/** Balance: every light against the first that exposes the front. */
const key = computed(() => figures.value.lights[plan.exposure.front[0] ?? 0]?.facing ?? 0)
const ground = computed(() => figures.value.background)
</script>

<template>
  <section aria-labelledby="light-figures" class="text-[12px]">
    <PlanLightGoals :plan="plan" />
    <h2 id="light-figures" class="section-title mb-1">{{ planWords('lightPanel.lightsStopsFromCorrect') }}</h2>
    <p v-if="figures.lights.length === 0" class="text-(--ink-soft)">{{ planWords('lightPanel.noLightsYet') }}</p>
    <table v-else class="figures">
      <thead>
        <tr>
          <th scope="col">{{ planWords('lightPanel.light') }}</th>
          <th scope="col">{{ planWords('lightPanel.subject') }}</th>
          <th scope="col">{{ planWords('lightPanel.camera') }}</th>
          <th scope="col">{{ planWords('lightPanel.edge') }}</th>
          <th scope="col">{{ planWords('lightPanel.background') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="light in figures.lights" :key="light.light" :data-light="light.light">
          <th scope="row">
            {{ light.name }}
            <span class="block font-normal text-(--ink-soft)"
              >{{ choiceLabel('flashes[0].role', light.role).toLowerCase() }},
              {{ show(light.facing - key, 'stops') }}</span
            >
          </th>
          <td>{{ stops(light.facing) }}</td>
          <td>{{ stops(light.front) }}</td>
          <td>{{ stops(light.edge) }}</td>
          <td>{{ stops(light.background) }}</td>
        </tr>
        <tr v-for="card in figures.cards" :key="`card-${card.card}`" :data-card="card.card">
          <th scope="row">
            {{ card.name }}
            <span class="block font-normal text-(--ink-soft)">{{ planWords('lightPanel.includedExposure') }}</span>
          </th>
          <td />
          <td>{{ stops(card.front) }}</td>
          <td />
          <td>{{ stops(card.background) }}</td>
        </tr>
      </tbody>
    </table>
    <dl class="mt-2 grid grid-cols-[1fr_auto] gap-x-2" data-testid="ground-figures">
      <dt class="text-(--ink-soft)">{{ planWords('lightPanel.centreBackgroundFromMid') }}</dt>
      <dd>{{ stops(ground.middle) }}</dd>
      <dt class="text-(--ink-soft)">{{ planWords('lightPanel.spillFromOtherLights') }}</dt>
      <dd>{{ stops(ground.spill) }}</dd>
      <dt class="text-(--ink-soft)">{{ planWords('lightPanel.backgroundBrightestDarkest') }}</dt>
      <dd>{{ ground.evenness === null ? '–' : show(ground.evenness, 'stops', { unit: 'unsigned' }) }}</dd>
      <template v-if="!ground.fills">
        <dt class="text-(--bad)">{{ planWords('lightPanel.backgroundDoesNotFill') }}</dt>
        <dd />
      </template>
    </dl>
    <PlanEndView :plan="plan" />
    <PlanExposureDesk :plan="plan" />
    <PlanWiringList :setup="plan.setup" />
  </section>
</template>

<style scoped>
.figures {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
}
.figures th,
.figures td {
  padding: 2px 0 2px 6px;
  font-stretch: 90%;
  text-align: right;
  border-bottom: 1px solid var(--hair);
  font-variant-numeric: tabular-nums;
  vertical-align: top;
}
.figures th:first-child {
  padding-left: 0;
  text-align: left;
  width: 30%;
  overflow-wrap: anywhere;
}
.figures thead th {
  font-weight: 400;
  color: var(--ink-soft);
  font-size: 11px;
}
</style>
