<script setup lang="ts">
import { LIGHT_GOAL_TEXTS } from '~~/shared/texts/practice'
import { type LightGoal, type Plan, judgeLight } from '~~/core'
import { api } from '~/services/api'
import { planWords } from '~~/shared/texts/pages/plan'

/** The goals of a light exercise, where this set-up is one: judged by its computed frame when asked. */
const { plan } = defineProps<{ plan: Plan }>()
const store = useSetupStore()
const { show } = useNumbers()
const exercise = ref('')
const goals = shallowRef<LightGoal[] | null>(null)

onMounted(async () => {
  try {
    const begun = await api.practices()
    exercise.value =
      begun.find(one => one.setupId === store.record?.id && one.exercise.startsWith('light-'))?.exercise ?? ''
  } catch {
    // Without the server there are no exercises; the figures beside it stand on their own.
  }
})
watch(
  () => plan.setup,
  () => {
    goals.value = null
  },
)
const look = (): void => {
  goals.value = judgeLight(exercise.value, plan.setup)
}
const value = (goal: LightGoal): string =>
  goal.value === null || goal.unit === 'none'
    ? ''
    : goal.unit === 'length'
      ? show(goal.value, 'length', { unit: 'mm' })
      : show(goal.value, 'stops')
</script>

<template>
  <section v-if="exercise" aria-labelledby="light-goals" class="mb-3 border-b border-(--hair) pb-2">
    <h2 id="light-goals" class="section-title mb-1">{{ planWords('lightGoals.exercise') }}</h2>
    <UButton size="xs" variant="outline" :label="planWords('lightGoals.lookPicture')" @click="look" />
    <ul v-if="goals" class="mt-1" role="status" data-testid="light-goals">
      <li v-for="goal in goals" :key="goal.id" class="flex gap-2" :data-met="goal.met">
        <UIcon
          :name="goal.met ? 'i-lucide-check' : 'i-lucide-x'"
          class="mt-0.5 size-3.5 shrink-0"
          :class="goal.met ? 'text-(--good)' : 'text-(--bad)'"
        />
        <span class="flex-1">
          <span class="sr-only">{{ goal.met ? planWords('lightGoals.met') : planWords('lightGoals.notYet') }}</span>{{
            LIGHT_GOAL_TEXTS[goal.id]
          }}
        </span>
        <span class="tabular">{{ value(goal) }}</span>
      </li>
      <li v-if="goals.every(goal => goal.met)" class="font-semibold">{{ planWords('lightGoals.done') }}</li>
    </ul>
  </section>
</template>
