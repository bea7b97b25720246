<script setup lang="ts">
import { marked, newSetup, sensorOf, sourceOf, unknownChanges, withChanges } from '~~/core'
import { QUESTIONS } from '~~/shared/texts/knowledge'
import { labelAt } from '~~/shared/texts/fields'
import { knowWords } from '~~/shared/texts/pages/know'

/** One thing that people know, or do not. */
const { path } = defineProps<{ path: string }>()
const store = useSetupStore()

/** A microphone is asked for by how far it is from what it hears, wherever its recipe would ask for a beam. */
const listens = computed(
  () => /^sensor\.(?:position|offset)$/.test(path) && store.setup !== null && sensorOf(store.setup).listens,
)
const question = computed(() => QUESTIONS[listens.value ? 'sensor.offset' : path] ?? { ask: labelAt(path) })
const known = computed(() => store.setup !== null && sourceOf(store.setup, path).from !== 'assumed')
function forget(): void {
  const { setup } = store
  if (!setup) return
  const changes = unknownChanges(newSetup(setup.recipe, setup.method, setup.trigger), path)
  store.replace(marked(withChanges(setup, changes), [path, ...changes.map(change => change.path)], 'assumed'))
}
</script>

<template>
  <div class="ask" :data-ask="path">
    <InputsMicDistance v-if="listens" :ask="question.ask" />
    <InputsFieldRow v-else :path="path" :label="question.ask" :help-text="question.help ? '' : undefined" />
    <p class="flex justify-between gap-2 text-[10.5px] leading-tight text-(--ink-faint)">
      <span>{{ question.help }}</span>
      <UButton
        v-if="known"
        variant="link"
        class="shrink-0"
        :aria-label="knowWords('askRow.useTypicalValue', { ask: question.ask })"
        @click="forget"
      >
        {{ knowWords('askRow.useTypicalValue2') }}
      </UButton>
    </p>
  </div>
</template>

<style scoped>
.ask + .ask {
  margin-top: 2px;
}
</style>
