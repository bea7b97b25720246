<script setup lang="ts">
import { type Change, type LightSetting, type Setup, compareMethods, solveLight, valueAt } from '~~/core'
import { choiceLabel } from '~~/shared/texts/choices'
import { planWords } from '~~/shared/texts/pages/plan'

/** Every method side by side for this subject, and the light solved for the one in use; each applied with a press. */
const { setup } = defineProps<{ setup: Setup }>()
const store = useSetupStore()
const { show } = useNumbers()
const tell = useTold()

const methods = computed(() => compareMethods(setup))
const light = computed(() => (setup.method === 'fast-shutter' ? null : solveLight(setup)))
const TRIGGERS = {
  sensor: planWords('methodsPanel.sensor'),
  hand: planWords('methodsPanel.hand'),
  burst: planWords('methodsPanel.burst'),
} as const
const GIVES_UP = {
  depth: planWords('methodsPanel.depthField'),
  blur: 'sharpness',
  exposure: 'exposure',
  distance: planWords('methodsPanel.spaceLightsMovedCloser'),
} as const

const inUse = (changes: Change[]): boolean => changes.every(({ path, value }) => valueAt(setup, path) === value)
const unitsOf = (units = 1): string => (units > 1 ? `${units} × ` : '')
const settings = (s: LightSetting): string =>
  [
    s.powers.map((power, i) => `${unitsOf(s.units[i])}${show(power, 'power')}`).join(', '),
    show(s.aperture, 'aperture'),
    show(s.iso, 'iso'),
  ].join(' · ')
const outcome = (s: LightSetting): string =>
  planWords('methodsPanel.streakDepthFlash', {
    blur: show(s.blur, 'length', { unit: 'mm' }),
    depth: s.depth === null ? planWords('methodsPanel.infinity') : show(s.depth, 'length', { unit: 'mm' }),
    exposure: show(s.exposure, 'stops'),
  })
</script>

<template>
  <section aria-labelledby="methods">
    <h2 id="methods" class="section-title mb-1">{{ planWords('methodsPanel.methodsSubject') }}</h2>
    <article
      v-for="m in methods"
      :key="m.method + m.trigger"
      class="method"
      :class="{ out: m.ruledOut.length > 0 }"
      :data-testid="`method-${m.method}-${m.trigger}`"
    >
      <h3 class="flex items-baseline justify-between gap-2 text-[12.5px] font-semibold">
        <span>{{ choiceLabel('method', m.method) }}, {{ TRIGGERS[m.trigger] }}</span>
        <PlanMethodChance :setup="setup" :method="m" />
      </h3>
      <p class="text-[12px] text-(--ink-soft)">
        {{
          planWords('methodsPanel.limitsStreakExposed', {
            noun: m.freezesBy === 'flash' ? planWords('methodsPanel.flash') : planWords('methodsPanel.shutter'),
            blur: show(m.blur, 'length', { unit: 'mm' }),
            shutter: show(m.shutter, 'shutter'),
            iso: show(m.iso, 'iso'),
            exposure: show(m.exposure, 'stops'),
          })
        }}
      </p>
      <p v-for="r in m.ruledOut" :key="r.reason" class="text-[12px] leading-snug">
        <span class="out-mark">{{ planWords('methodsPanel.out') }}</span> {{ tell(r.reason, r.figures) }}
      </p>
      <UButton
        v-if="!inUse(m.changes)"
        class="mt-1"
        size="xs"
        variant="outline"
        :label="planWords('methodsPanel.useMethod')"
        @click="store.change(m.changes)"
      />
      <p v-else class="text-[11px] text-(--ink-faint)">{{ planWords('methodsPanel.use') }}</p>
    </article>

    <template v-if="light">
      <h2 class="section-title mt-4 mb-1">{{ planWords('methodsPanel.lightStreakDepthField') }}</h2>
      <p v-if="!light.solution && light.nearest.length === 0" class="text-[12px] text-(--ink-soft)">
        {{ planWords('methodsPanel.noLightsSetUp') }}
      </p>
      <p v-if="!light.solution && light.nearest.length > 0" class="mb-1 text-[12px] text-(--ink-soft)">
        {{ planWords('methodsPanel.nothingKitMeetsEverything') }}
      </p>
      <article
        v-for="(s, i) in light.solution ? [light.solution] : light.nearest"
        :key="i"
        class="method"
        :data-testid="`light-${s.givesUp ?? 'solution'}`"
      >
        <h3 class="text-[12.5px] font-semibold">
          {{ settings(s) }}
        </h3>
        <p class="text-[12px] text-(--ink-soft)">
          {{ outcome(s) }}{{ s.givesUp ? planWords('methodsPanel.givesUp', { givesUp: GIVES_UP[s.givesUp] }) : '' }}
        </p>
        <UButton
          v-if="!inUse(s.changes)"
          class="mt-1"
          size="xs"
          variant="outline"
          :label="planWords('methodsPanel.useLightSetting')"
          @click="store.change(s.changes)"
        />
        <p v-else class="text-[11px] text-(--ink-faint)">{{ planWords('methodsPanel.use') }}</p>
      </article>
    </template>
  </section>
</template>

<style scoped>
.method {
  padding: 5px 0 7px;
  border-bottom: 1px solid var(--hair);
}
.out h3 {
  font-weight: 500;
}
.out-mark {
  font-stretch: 80%;
  font-weight: 700;
  border: 1px solid currentColor;
  font-size: 10px;
  padding: 0 3px;
}
</style>
