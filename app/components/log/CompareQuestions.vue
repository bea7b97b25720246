<script setup lang="ts">
import { compareTried, type Tried } from '~~/core/season'
import { comparisonText } from '~~/shared/texts/season'
import { OVERLAP_TEXT, PAIRED_TEXT } from '~~/shared/texts/log'
import { ApiError, type LogComparison, type LogQuestion, api } from '~/services/api'
import { logWords } from '~~/shared/texts/pages/log'

/** What is shown, held against a saved question: which keeps more, and how sure that is. */
const { asked, other } = defineProps<{ asked: string; other: LogQuestion }>()
const emit = defineEmits<{ close: [] }>()
const { show } = useNumbers()
const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1)
const share = (value: number): string => show(value, 'share', { figures: 2 })

const found = shallowRef<LogComparison | null>(null)
const failure = ref('')
watch(
  () => [asked, other.asked] as const,
  async ([one, second]) => {
    failure.value = ''
    const answer = await api.compareLogs({ one, other: second }).catch((error: Error) => error)
    if (one !== asked || second !== other.asked) return
    if (answer instanceof Error)
      failure.value = answer instanceof ApiError ? answer.message : logWords('compareQuestions.somethingWentWrongTry')
    else found.value = answer
  },
  { immediate: true },
)
const made = computed(() => {
  if (!found.value) return null
  const { one, other: second } = found.value
  return one.takes > 0 && second.takes > 0 ? compareTried(one, second) : null
})
const rows = computed(() => {
  if (!found.value || !made.value) return []
  const [one, second] = made.value.ways
  const row = (name: string, tried: Tried, way: typeof one) => ({ name, tried, way: way! })
  return [
    row(logWords('compareQuestions.whatShown2'), found.value.one, one),
    row(other.name, found.value.other, second),
  ]
})
</script>

<template>
  <section
    class="grid gap-2 border border-(--hair) p-3 text-[13px]"
    :aria-label="logWords('compareQuestions.twoQuestionsCompared')"
    data-testid="compared"
  >
    <div class="flex items-baseline gap-2">
      <h2 class="section-title flex-1">{{ logWords('compareQuestions.compared', { name: other.name }) }}</h2>
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-x"
        :aria-label="logWords('compareQuestions.closeComparison')"
        @click="emit('close')"
      />
    </div>
    <p v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</p>
    <p v-else-if="!found" role="status" class="text-(--ink-soft)">{{ logWords('compareQuestions.counting') }}</p>
    <p v-else-if="!made">{{ logWords('compareQuestions.oneTwoHasNo') }}</p>
    <template v-else>
      <p class="text-[15px]">
        {{ capital(comparisonText([logWords('compareQuestions.whatShown'), `“${other.name}”`], made, share)) }}
      </p>
      <div v-for="{ name, tried, way } in rows" :key="name" class="way">
        <span class="truncate">{{ name }}</span>
        <span class="bar" aria-hidden="true">
          <i class="range" :style="{ left: `${way.low * 100}%`, width: `${(way.high - way.low) * 100}%` }" />
          <i class="point" :style="{ left: `${way.chance * 100}%` }" />
        </span>
        <span class="text-right">{{
          logWords('compareQuestions.kept', {
            kept: tried.kept,
            takes: tried.takes,
            low: share(way.low),
            high: share(way.high),
          })
        }}</span>
      </div>
      <p v-if="found.both > 0" class="text-(--ink-soft)">{{ OVERLAP_TEXT(found.both) }}</p>
      <p v-else-if="found.paired" class="text-(--ink-soft)">{{ PAIRED_TEXT(found.paired, other.name, share) }}</p>
    </template>
  </section>
</template>

<style scoped>
.way {
  display: grid;
  grid-template-columns: minmax(6rem, 12rem) 1fr minmax(12rem, auto);
  gap: 12px;
  align-items: center;
}
.bar {
  position: relative;
  height: 14px;
  border-bottom: 1px solid var(--hair-strong);
}
.range {
  position: absolute;
  top: 3px;
  height: 8px;
  background: var(--hair-strong);
}
.point {
  position: absolute;
  top: 1px;
  width: 3px;
  height: 12px;
  margin-left: -1px;
  background: var(--action);
}
@media (max-width: 640px) {
  .way {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
