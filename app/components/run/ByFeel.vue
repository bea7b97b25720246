<script setup lang="ts">
import { type Plan, type RunState, byFeelOf } from '~~/core'
import { byFeelText } from '~~/shared/texts/byFeel'

/** By hand or by burst: how the takes stand on average, and what to do a little differently. */
const { plan, state } = defineProps<{ plan: Plan; state: RunState | null }>()
const takes = useTakesStore()
const { show } = useNumbers()
const feel = computed(() => byFeelOf(plan, [...takes.takes].reverse(), state))
const lines = computed(() =>
  feel.value
    ? byFeelText(feel.value, {
        time: seconds => show(seconds, 'time', { figures: 2 }),
        share: value => show(value, 'share', { figures: 2 }),
        number: value => show(value, 'number', { figures: 2 }),
      })
    : [],
)
</script>

<template>
  <div v-if="lines.length > 0" class="grid gap-0.5 text-[13px]" role="status" data-testid="by-feel">
    <p v-for="line in lines" :key="line">{{ line }}</p>
  </div>
</template>
