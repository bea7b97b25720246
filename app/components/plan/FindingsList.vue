<script setup lang="ts">
import type { Finding, Fix, Plan } from '~~/core'
import { plan as planOf, stockFinding } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/**
 * Epiro's judgements, each with its reason and fixes; hovering or focusing a fix shows its effect everywhere before it
 * is pressed.
 */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()
const tell = useTold()

/** Findings of the set-up itself: the list must not move under the pointer while a fix is shown. */
const logged = useLogged()
const { many } = useHowMany(
  () => store.setup ?? plan.setup,
  () => logged.value,
)
const findings = computed<Finding[]>(() => {
  const own = store.preview && store.setup ? planOf(store.setup).findings : plan.findings
  const stock = many.value && stockFinding(store.setup ?? plan.setup, many.value)
  return stock ? [...own, stock] : own
})
const MARKS = {
  error: planWords('findingsList.noGo'),
  warning: planWords('findingsList.warning'),
  note: planWords('findingsList.note'),
} as const

function cost(fix: Fix): string {
  const { flashStops, ambientStops, depth, blur, keep } = fix.cost
  const parts: string[] = []
  if (flashStops !== null && Math.abs(flashStops) >= 0.05)
    parts.push(planWords('findingsList.flash', { flashStops: show(flashStops, 'stops') }))
  if (Math.abs(ambientStops) >= 0.05)
    parts.push(planWords('findingsList.roomLight', { ambientStops: show(ambientStops, 'stops') }))
  if (depth !== null && Math.abs(depth) >= 0.0005)
    parts.push(
      planWords('findingsList.depth', { noun: depth > 0 ? '+' : '', depth: show(depth, 'length', { unit: 'mm' }) }),
    )
  if (Math.abs(blur) >= 1e-6)
    parts.push(
      planWords('findingsList.streak', { noun: blur > 0 ? '+' : '', blur: show(blur, 'length', { unit: 'mm' }) }),
    )
  if (Math.abs(keep) >= 0.005)
    parts.push(planWords('findingsList.keepers', { noun: keep > 0 ? '+' : '', keep: show(keep, 'share') }))
  if (fix.raises.length > 0)
    parts.push(planWords('findingsList.alsoCauses', { raises: fix.raises.map(raised).join(', ') }))
  return parts.length > 0 ? parts.join(' · ') : planWords('findingsList.noSideEffects')
}

const RAISED: Partial<Record<Finding['id'], string>> = {
  'ambient': planWords('findingsList.ghostFromRoomLight'),
  'exposure': planWords('findingsList.wrongExposure'),
  'depth': planWords('findingsList.tooLittleDepth'),
  'diffraction': 'diffraction',
  'blur': planWords('findingsList.tooLongStreak'),
  'past-sync': planWords('findingsList.darkBand'),
  'negative-delay': planWords('findingsList.negativeDelay'),
  'spread': planWords('findingsList.fewKeepers'),
  'still-parts': planWords('findingsList.burntOutStillParts'),
  'coarse-step': planWords('findingsList.tooCoarseDelayStep'),
}
const raised = (id: Finding['id']): string => RAISED[id] ?? id.replaceAll('-', ' ')

function press(fix: Fix): void {
  store.tryFix(null)
  store.change(fix.changes)
}
onBeforeUnmount(() => store.tryFix(null))
</script>

<template>
  <section aria-labelledby="findings" aria-live="polite">
    <h2 id="findings" class="section-title mb-1">{{ planWords('findingsList.findings') }}</h2>
    <p v-if="findings.length === 0" class="text-[12px] text-(--ink-soft)">
      {{ planWords('findingsList.noProblemsFoundLight') }}
    </p>
    <article
      v-for="finding in findings"
      :key="finding.id"
      class="finding"
      :data-severity="finding.severity"
      :data-finding="finding.id"
    >
      <h3 class="text-[12.5px] leading-snug font-semibold">
        <span class="mark">{{ MARKS[finding.severity] }}</span> {{ tell(finding.title, finding.figures) }}
      </h3>
      <p class="text-[12px] leading-snug text-(--ink-soft)">
        {{ tell(finding.reason, finding.figures) }}
      </p>
      <p
        v-if="finding.outOfReach && finding.fixes.length === 0"
        class="text-[12px] leading-snug"
        data-testid="out-of-reach"
      >
        {{ tell(finding.outOfReach, finding.figures) }}
      </p>
      <div v-for="fix in finding.fixes" :key="fix.label" class="mt-1">
        <button
          type="button"
          class="fix"
          @mouseenter="store.tryFix(fix)"
          @mouseleave="store.tryFix(null)"
          @focus="store.tryFix(fix)"
          @blur="store.tryFix(null)"
          @click="press(fix)"
        >
          <span class="block font-medium">{{ tell(fix.label, fix.figures) }}</span>
          <span class="narrow block text-[11px] text-(--ink-faint)">{{ cost(fix) }}</span>
        </button>
      </div>
    </article>
  </section>
</template>

<style scoped>
.finding {
  padding: 5px 0 7px 9px;
  border-left: 2px solid var(--hair-strong);
  margin-bottom: 6px;
}
.finding[data-severity='error'] {
  border-left: 4px solid var(--bad);
  padding-left: 7px;
}
.finding[data-severity='warning'] {
  border-left-color: var(--light);
  border-left-style: dashed;
}
.mark {
  font-stretch: 80%;
  font-weight: 700;
  border: 1px solid currentColor;
  font-size: 10px;
  padding: 0 3px;
  margin-right: 2px;
}
.finding[data-severity='error'] .mark {
  color: var(--bad);
}
.finding[data-severity='warning'] .mark {
  color: var(--light);
}
.fix {
  width: 100%;
  text-align: left;
  font-size: 12px;
  line-height: 1.25;
  border: 1px solid var(--hair);
  padding: 3px 7px;
  cursor: pointer;
}
.fix:hover,
.fix:focus-visible {
  border-color: var(--ink);
  background: var(--ui-bg-elevated);
}
</style>
