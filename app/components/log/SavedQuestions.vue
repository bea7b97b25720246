<script setup lang="ts">
import { ApiError, type LogQuestion, api } from '~/services/api'
import { logWords } from '~~/shared/texts/pages/log'

/** Questions to the log under names: asked again by one press, held against what is shown, kept, and forgotten. */
const { asked } = defineProps<{
  /** What is shown, as an address. */
  asked: string
}>()
const emit = defineEmits<{ ask: [string]; compare: [LogQuestion] }>()
const session = useSessionStore()

const questions = shallowRef<LogQuestion[]>([])
const failure = ref('')
const naming = ref(false)
const name = ref('')
const field = useTemplateRef<{ inputRef: HTMLInputElement | null }>('field')
async function run(what: () => Promise<void>): Promise<void> {
  failure.value = ''
  try {
    await what()
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : logWords('savedQuestions.somethingWentWrongTry')
  }
}
onMounted(() => run(async () => void (questions.value = await api.logQuestions())))
async function startNaming(): Promise<void> {
  naming.value = true
  await nextTick()
  field.value?.inputRef?.focus()
}
const keep = (): Promise<void> =>
  run(async () => {
    const kept = await api.keepLogQuestion({ name: name.value.trim(), asked })
    questions.value = [...questions.value.filter(({ id }) => id !== kept.id), kept].sort((a, b) =>
      a.name.localeCompare(b.name),
    )
    naming.value = false
    name.value = ''
  })
const forget = (id: string): Promise<void> =>
  run(async () => {
    await api.forgetLogQuestion(id)
    questions.value = questions.value.filter(one => one.id !== id)
  })
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-2 gap-y-1 text-[13px]" data-testid="questions">
    <span class="text-(--ink-soft)">{{ logWords('savedQuestions.savedQuestions') }}</span>
    <span v-if="questions.length === 0 && !naming" class="text-(--ink-faint)">{{
      logWords('savedQuestions.noneYet')
    }}</span>
    <span v-for="question in questions" :key="question.id" class="question" :class="{ here: question.asked === asked }">
      <button
        type="button"
        class="px-1.5"
        :aria-pressed="question.asked === asked"
        @click="emit('ask', question.asked)"
      >
        {{ question.name }}
      </button>
      <UButton
        v-if="question.asked !== asked"
        size="xs"
        variant="ghost"
        icon="i-lucide-scale"
        :aria-label="logWords('savedQuestions.compareWhatShown', { name: question.name })"
        :title="logWords('savedQuestions.compareWhatShown2', { name: question.name })"
        @click="emit('compare', question)"
      />
      <UButton
        v-if="session.isCrew"
        size="xs"
        variant="ghost"
        icon="i-lucide-x"
        :aria-label="logWords('savedQuestions.deleteSavedQuestion', { name: question.name })"
        :title="logWords('savedQuestions.deleteQuestion')"
        @click="forget(question.id)"
      />
    </span>
    <form v-if="naming" class="flex items-center gap-1" @submit.prevent="keep">
      <UInput
        ref="field"
        v-model="name"
        variant="none"
        :aria-label="logWords('savedQuestions.nameQuestion')"
        :placeholder="logWords('savedQuestions.lateDropsSinceMay')"
        maxlength="60"
        required
        @keydown.esc="naming = false"
      />
      <UButton type="submit" size="xs" :label="logWords('savedQuestions.save')" :disabled="name.trim() === ''" />
      <UButton size="xs" variant="ghost" :label="logWords('savedQuestions.cancel')" @click="naming = false" />
    </form>
    <UButton
      v-else-if="session.isCrew"
      size="xs"
      variant="ghost"
      icon="i-lucide-bookmark-plus"
      :label="logWords('savedQuestions.saveQuestion')"
      @click="startNaming"
    />
    <span v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</span>
  </div>
</template>

<style scoped>
.question {
  display: inline-flex;
  align-items: center;
  border: 1px solid var(--hair);
}
.question.here {
  border-color: var(--ink);
}
</style>
