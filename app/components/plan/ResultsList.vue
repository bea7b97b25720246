<script setup lang="ts">
import { type Plan, propsResult, resultsOf, withPlayed } from '~~/core'
import { simulateInWorker } from '~/services/simulation'
import { planWords } from '~~/shared/texts/pages/plan'

/** The figures behind the drawings; each opens to why it is what it is. */
const { plan, opened = '' } = defineProps<{ plan: Plan; opened?: string }>()
const { show, fill } = useNumbers()
const tell = useTold()

const logged = useLogged()
const { many } = useHowMany(
  () => plan.setup,
  () => logged.value,
)
const results = computed(() => {
  const played = many.value
  if (!played) return resultsOf(plan)
  const props = propsResult(plan.setup, played)
  const own = resultsOf(plan).map(result => withPlayed(result, played))
  return props ? [...own, props] : own
})
const open = ref(new Set<string>())
watch(
  () => opened,
  id => {
    if (id) open.value = new Set([...open.value, id.split(' ')[0]!])
  },
  { immediate: true },
)
function toggle(id: string): void {
  const next = new Set(open.value)
  if (!next.delete(id)) next.add(id)
  open.value = next
}

const million = ref<{ keep: number; keepError: number; seconds: number } | null>(null)
const busy = ref(false)
const failed = ref('')
watch(
  () => plan.setup,
  () => {
    million.value = null
  },
)
async function check(): Promise<void> {
  busy.value = true
  const setup = plan.setup
  failed.value = ''
  try {
    const result = await simulateInWorker(setup, 1_000_000)
    if (plan.setup === setup) million.value = result
  } catch (error) {
    failed.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section aria-labelledby="results">
    <h2 id="results" class="section-title mb-1">{{ planWords('resultsList.figuresWhereTheyCome') }}</h2>
    <ul>
      <li v-for="result in results" :key="result.id" class="result" :data-testid="`result-${result.id}`">
        <button
          type="button"
          class="line"
          :aria-expanded="open.has(result.id)"
          :title="tell(result.formula, result.figures)"
          @click="toggle(result.id)"
        >
          <span class="flex-1 text-left text-(--ink-soft)">{{ tell(result.label, result.figures) }}</span>
          <span class="font-medium">{{ fill('{v}', { v: result.value }) }}</span>
          <UIcon
            :name="open.has(result.id) ? 'i-lucide-chevron-up' : 'i-lucide-chevron-down'"
            class="size-3 text-(--ink-faint)"
          />
        </button>
        <PlanWhyDetails v-if="open.has(result.id)" :plan="plan" :result="result" />
      </li>
    </ul>
    <div class="mt-2 grid gap-1 text-[12px]">
      <p v-if="!plan.spread.firstOrder" class="text-(--ink-soft)">
        {{
          planWords('resultsList.chancesDialCardSimulated', {
            say: tell(plan.spread.firstOrderReason!.say, plan.spread.firstOrderReason!.figures),
          })
        }}
      </p>
      <UButton
        variant="outline"
        size="xs"
        :label="planWords('resultsList.checkTimingMillionTakes')"
        class="justify-center"
        :loading="busy"
        @click="check"
      />
      <p v-if="million" role="status" data-testid="million">
        {{
          planWords('resultsList.timeDelayFormulaSays', {
            keep: show(million.keep, 'share'),
            keepError: show(million.keepError, 'share'),
            perTake: show(plan.keep.perTake, 'share'),
            seconds: show(million.seconds, 'time'),
          })
        }}
      </p>
      <p v-if="failed" role="alert">{{ failed }}</p>
    </div>
  </section>
</template>

<style scoped>
.result {
  border-bottom: 1px solid var(--hair);
  font-size: 12px;
}
.line {
  display: flex;
  width: 100%;
  align-items: center;
  gap: 6px;
  padding: 3px 0;
  cursor: pointer;
}
.line:hover {
  background: var(--ui-bg-elevated);
}
</style>
