<script setup lang="ts">
import type { NumberField } from '~~/core'
import { ASKED_LESSONS, LESSONS, goOf } from '~~/core/course'
import { seedOf } from '~~/shared/course/seed'
import { LESSON_TEXT, QUESTIONS } from '~~/shared/texts/course'
import { parseField } from '~~/shared/units'
import { ApiError, type LessonProgress, api } from '~/services/api'
import { practiceWords } from '~~/shared/texts/pages/practice'

/** A lesson of the course: a rig and a question, tried first and told afterwards, again and again until it sits. */
const route = useRoute()
const preferences = usePreferencesStore()
const { show, fill } = useNumbers()
const lesson = computed(() => ASKED_LESSONS.find(one => one === route.params.lesson) ?? null)
const person = ref<string | null>(null)
const progress = ref<LessonProgress | null>(null)
const number = ref(0)
const failure = ref('')
const busy = ref(false)
const hinted = ref(false)
const typed = ref('')
const error = ref('')
/** What was answered, and whether it does; null: not yet. */
const given = ref<{ answer: number; right: boolean } | null>(null)
useHead({
  title: () =>
    practiceWords('coursePage.epiro', {
      lesson: lesson.value ? LESSON_TEXT[lesson.value].title : practiceWords('coursePage.course'),
    }),
})

async function load(): Promise<void> {
  failure.value = ''
  given.value = null
  typed.value = ''
  hinted.value = false
  try {
    const course = await api.course()
    person.value = course.person
    progress.value = course.own.find(one => one.lesson === lesson.value) ?? null
    number.value = progress.value?.goes ?? 0
  } catch (trouble) {
    failure.value = trouble instanceof ApiError ? trouble.message : practiceWords('coursePage.lessonCouldNotLoaded')
  }
}
watch(lesson, load, { immediate: true })

const go = computed(() =>
  lesson.value && person.value !== null ? goOf(lesson.value, seedOf(person.value, number.value)) : null,
)
const text = computed(() => (go.value ? QUESTIONS[go.value.lesson][go.value.question]! : null))
const field = computed<NumberField | null>(() => {
  const asked = go.value?.answer
  if (!asked || asked.kind !== 'number') return null
  const wide = { min: -1e6, max: 1e6, nullable: false, integer: false }
  return {
    ...{ type: 'number', quantity: asked.quantity, ...wide },
    ...(asked.unit ? { unit: asked.unit } : {}),
  } as NumberField
})

async function send(answer: number): Promise<void> {
  if (!lesson.value || given.value) return
  busy.value = true
  failure.value = ''
  try {
    const told = await api.answerGo({ lesson: lesson.value, number: number.value, answer, hinted: hinted.value })
    given.value = { answer, right: told.right }
    progress.value = told.progress
  } catch (trouble) {
    failure.value = trouble instanceof ApiError ? trouble.message : practiceWords('coursePage.answerCouldNotKept')
    if (trouble instanceof ApiError && trouble.status === 409) await load()
  }
  busy.value = false
}
function submit(): void {
  if (!field.value) return
  const parsed = parseField(typed.value, field.value, preferences.system)
  error.value = 'error' in parsed ? parsed.error : parsed.value === null ? practiceWords('coursePage.enterFigure') : ''
  if (!('error' in parsed) && typeof parsed.value === 'number') void send(parsed.value)
}
function again(): void {
  number.value = progress.value?.goes ?? number.value + 1
  given.value = null
  typed.value = ''
  error.value = ''
  hinted.value = false
}
const optionText = (value: number): string => show(value, go.value?.answer.quantity ?? 'number')
const answerText = computed(() => {
  const asked = go.value?.answer
  if (!asked || !given.value) return ''
  if (asked.kind === 'choice') return optionText(asked.options[given.value.answer] ?? 0)
  return show(given.value.answer, asked.quantity, { figures: 3, ...(asked.unit ? { unit: asked.unit } : {}) })
})
const answered = computed(() => (given.value && go.value?.pictureOf ? go.value.pictureOf(given.value.answer) : null))
const following = computed(() => {
  const next = LESSONS[LESSONS.indexOf(lesson.value!) + 1]
  return next === 'evening' || next === undefined ? null : next
})
</script>

<template>
  <div class="scrolls h-full px-6 py-5">
    <p v-if="!lesson">
      {{ practiceWords('coursePage.thereNoSuchLesson') }}
      <NuxtLink to="/practice" class="underline">{{ practiceWords('coursePage.allLessons') }}</NuxtLink>
    </p>
    <div v-else class="mx-auto grid max-w-5xl gap-5">
      <header class="flex flex-wrap items-baseline gap-x-4">
        <NuxtLink to="/practice" class="text-[13px] underline">{{ practiceWords('coursePage.course') }}</NuxtLink>
        <h1 class="text-2xl font-semibold">{{ LESSON_TEXT[lesson].title }}</h1>
        <p class="text-[13px] text-(--ink-soft)">{{ LESSON_TEXT[lesson].goal }}</p>
      </header>
      <p v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</p>
      <p v-if="!go && !failure" role="status" class="text-(--ink-soft)">
        {{ practiceWords('coursePage.settingUpRig') }}
      </p>
      <div v-if="go && text" class="go">
        <CourseGoPicture :setup="go.setup" :answered="answered" />
        <div class="grid content-start gap-3">
          <p class="text-[17px] leading-snug" data-testid="question">{{ fill(text.asks, go.told) }}</p>
          <form v-if="go.answer.kind === 'number'" class="flex flex-wrap items-end gap-3" @submit.prevent="submit">
            <UFormField :label="text.label" name="answer" :error="error || undefined">
              <UInput
                v-model="typed"
                :disabled="given !== null"
                autocomplete="off"
                :placeholder="go.answer.unit ? practiceWords('coursePage.in', { unit: go.answer.unit }) : ''"
                data-testid="answer"
              />
            </UFormField>
            <UButton v-if="!given" type="submit" :label="practiceWords('coursePage.answer')" :loading="busy" />
          </form>
          <fieldset v-else>
            <legend class="mb-1 text-[13px]">{{ text.label }}</legend>
            <div class="flex flex-wrap gap-2">
              <UButton
                v-for="(option, i) in go.answer.options"
                :key="i"
                :label="optionText(option)"
                :variant="given?.answer === i ? 'solid' : 'outline'"
                :disabled="given !== null || busy"
                @click="send(i)"
              />
            </div>
          </fieldset>
          <p v-if="hinted" role="status" class="border-l-2 border-(--hair-strong) pl-3 text-[14px]" data-testid="hint">
            {{ fill(text.hint, go.told) }}
          </p>
          <p v-else-if="!given">
            <UButton size="sm" variant="ghost" :label="practiceWords('coursePage.showHint')" @click="hinted = true" />
            <span class="text-[12px] text-(--ink-soft)">{{ practiceWords('coursePage.answerAfterHintDoes') }}</span>
          </p>
          <div v-if="given" role="status" class="grid gap-2" data-testid="told">
            <p class="text-[17px] font-semibold">
              {{ given.right ? practiceWords('coursePage.right') : practiceWords('coursePage.notQuite') }}:
              {{ answerText }}
            </p>
            <p>{{ fill(text.after, { ...go.told, ...go.shown }) }}</p>
            <p class="flex flex-wrap gap-3">
              <UButton :label="practiceWords('coursePage.anotherRig')" @click="again" />
              <UButton
                v-if="progress?.mastered"
                variant="outline"
                :label="
                  following
                    ? practiceWords('coursePage.next', { title: LESSON_TEXT[following].title })
                    : practiceWords('coursePage.practiceBench')
                "
                :to="following ? `/practice/course/${following}` : '/practice#bench'"
              />
            </p>
          </div>
        </div>
      </div>
      <CourseGoStrip v-if="go" :go="go" :answer="given?.answer ?? null" />
      <p v-if="progress" class="flex items-center gap-3 text-[13px]" data-testid="progress">
        <UProgress
          :model-value="Math.round(progress.share * 100)"
          class="w-48"
          :get-value-label="() => practiceWords('lesson.progress')"
        />
        <span v-if="progress.mastered" class="font-semibold">{{ practiceWords('coursePage.mastered') }}</span>
        <span class="text-(--ink-soft)">{{
          progress.goes === 0
            ? practiceWords('coursePage.noAnswersYet')
            : practiceWords('coursePage.right2', { right: progress.right, goes: progress.goes })
        }}</span>
      </p>
    </div>
  </div>
</template>

<style scoped>
.go {
  display: grid;
  grid-template-columns: minmax(240px, 5fr) minmax(0, 7fr);
  gap: 24px;
}
@media (max-width: 760px) {
  .go {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
