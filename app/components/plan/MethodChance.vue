<script setup lang="ts">
import { type MethodComparison, type Setup, changed as withChosen } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/** What a method would meet, played like the set-up's own sessions; by first order until it is. */
const { setup, method } = defineProps<{ setup: Setup; method: MethodComparison }>()
const { show } = useNumbers()
const changed = computed(() => withChosen(setup, method.changes))
const { many, stale } = useHowMany(() => changed.value, undefined, true)
</script>

<template>
  <span :class="{ stale }">
    <template v-if="method.ruledOut.length > 0">{{ planWords('methodChance.noKeeper') }}</template>
    <template v-else>
      {{ planWords('methodChance.keeper', { keeper: show(many?.keeper ?? method.keeper, 'share') })
      }}<template v-if="method.framesPerEvent !== null">{{
        planWords('methodChance.framesPerEvent', {
          framesPerEvent: show(method.framesPerEvent, 'number', { figures: 2 }),
        })
      }}</template
      ><template v-else>{{
        planWords('methodChance.then', { keeperLater: show(many?.keeperLater ?? method.later, 'share') })
      }}</template>
    </template>
  </span>
</template>

<style scoped>
.stale {
  color: var(--ink-faint);
}
</style>
