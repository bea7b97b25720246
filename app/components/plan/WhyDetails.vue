<script setup lang="ts">
import { type Plan, type Result, type Sensitivity, sensitivitiesOf } from '~~/core'
import { fieldName } from '~~/shared/text/fieldName'
import { planWords } from '~~/shared/texts/pages/plan'

/** Why this number: formula with this set-up's values, the sources of its spread, and the inputs it answers to most. */
const { plan, result } = defineProps<{ plan: Plan; result: Result }>()
const { show } = useNumbers()
const tell = useTold()

const sensitivities = useCalm<[Plan, Result], Sensitivity[] | null>(
  () => [plan, result],
  ([now, of]) => sensitivitiesOf(now.setup, of),
  null,
)

const UNITS = { percent: 'for 1 % more', degree: 'for 1 °C more', third: planWords('whyDetails.per03Ev') } as const
function effect(s: Sensitivity): string {
  const text =
    result.value.quantity === 'stops'
      ? planWords('whyDetails.ev', {
          noun: s.change > 0 ? '+' : '−',
          change: Math.abs(s.change).toFixed(Math.abs(s.change) < 0.1 ? 3 : 2),
        })
      : `${s.change > 0 ? '+' : '−'}${Math.abs(s.change).toFixed(Math.abs(s.change) < 0.1 ? 3 : 2)} %`
  return `${text} ${UNITS[s.per]}`
}
const nameOf = (s: Sensitivity): string => fieldName(plan.setup, s.path)
/** The input that is asked for. */
const asked = ref('')
const askedFor = computed(() => sensitivities.value?.find(s => s.path === asked.value))
const causes = computed(() => result.causes.slice(0, 6))
const causePath = (path: string): string => fieldName(plan.setup, path)
</script>

<template>
  <div class="why">
    <p class="leading-snug"><span class="text-(--ink-faint)">=</span> {{ tell(result.formula, result.figures) }}</p>
    <template v-if="causes.length > 0">
      <h4>{{ planWords('whyDetails.causesSpread') }}</h4>
      <ol>
        <li v-for="cause in causes" :key="cause.id" :title="causePath(cause.path)">
          <span class="bar" :style="{ width: `${Math.max(1, cause.share * 34)}%` }" />
          <span class="flex-1"
            >{{ tell(cause.say)
            }}<span class="text-(--ink-faint)">{{
              cause.kind === 'scatter' ? '' : planWords('whyDetails.uncertainty')
            }}</span></span
          >
          <span class="tabular"
            >±{{ show(cause.seconds, 'time')
            }}<template v-if="plan.alongSpeed > 0 && plan.setup.moment.reference === 'travel'">
              · {{ show(cause.seconds * plan.alongSpeed, 'length', { unit: 'mm' }) }}</template
            ></span
          >
        </li>
      </ol>
    </template>
    <h4>{{ planWords('whyDetails.mostSensitive') }}</h4>
    <p v-if="sensitivities?.length === 0" class="text-(--ink-faint)">{{ planWords('whyDetails.noSingleInput') }}</p>
    <ol v-else>
      <li v-for="s in sensitivities ?? []" :key="s.path" data-sensitivity>
        <span class="flex-1">{{ nameOf(s) }}</span><span class="tabular">{{ effect(s) }}</span>
        <UButton
          v-if="result.id !== 'props'"
          variant="link"
          :aria-expanded="asked === s.path"
          :aria-label="
            planWords('whyDetails.findGivesWanted', { s: nameOf(s), label: tell(result.label, result.figures) })
          "
          @click="asked = asked === s.path ? '' : s.path"
        >
          {{ planWords('whyDetails.find') }}
        </UButton>
      </li>
    </ol>
    <PlanFindDuration v-if="result.id === 'blur' && plan.sharpness.by === 'flash'" :plan="plan" />
    <PlanFindInput
      v-if="askedFor"
      :key="asked"
      :plan="plan"
      :result="result"
      :path="asked"
      :name="nameOf(askedFor)"
      @done="asked = ''"
    />
  </div>
</template>

<style scoped>
.why {
  font-size: 11.5px;
  padding: 3px 0 7px 8px;
  border-left: 2px solid var(--hair-strong);
  margin: 2px 0 4px;
}
h4 {
  color: var(--ink-faint);
  font-size: 10.5px;
  margin-top: 5px;
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  position: relative;
  padding: 1px 0;
}
.bar {
  position: absolute;
  left: 0;
  bottom: 0;
  height: 2px;
  background: var(--action);
}
</style>
