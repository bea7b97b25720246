<script setup lang="ts">
import { type MethodComparison, type Setup, changed as withChosen } from '~~/core'

/** What a method would meet, played like the set-up's own sessions; by first order until it is. */
const { setup, method } = defineProps<{ setup: Setup; method: MethodComparison }>()
const { show } = useNumbers()
const changed = computed(() => withChosen(setup, method.changes))
const { many, stale } = useHowMany(() => changed.value, undefined, true)
</script>

<template>
  <span :class="{ stale }">
    <template v-if="method.ruledOut.length > 0">no keeper</template>
    <template v-else>
      {{ show(many?.keeper ?? method.keeper, 'share') }} a keeper<template v-if="method.framesPerEvent !== null"
        >, {{ show(method.framesPerEvent, 'number', { figures: 2 }) }} frames per event</template
      ><template v-else>, then {{ show(many?.keeperLater ?? method.later, 'share') }}</template>
    </template>
  </span>
</template>

<style scoped>
.stale {
  color: var(--ink-faint);
}
</style>
