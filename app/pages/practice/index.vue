<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import { EXERCISES, LIGHT_EXERCISES, exerciseById } from '~~/core'
import { LAB_TOOLS } from '~~/core/lab'
import { ApiError, type CourseRecord, type PracticeRecord, api } from '~/services/api'
import { RECIPE_LABELS } from '~~/shared/texts/choices'
import { EXERCISE_TEXTS } from '~~/shared/texts/practice'
import { practiceWords } from '~~/shared/texts/pages/practice'

/** The course, and the practice bench: exercises on simulated rigs, and those begun. */
const practices = ref<PracticeRecord[]>([])
const course = ref<CourseRecord | null>(null)
const busy = ref('')
const failure = ref('')
const { when } = useDates()
useHead({ title: practiceWords('practicePage.practiceEpiro') })

onMounted(async () => {
  try {
    ;[practices.value, course.value] = await Promise.all([api.practices(), api.course()])
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : practiceWords('practicePage.exercisesCouldNotLoaded')
  }
})
async function begin(exercise: string): Promise<void> {
  busy.value = exercise
  failure.value = ''
  try {
    const { id } = await api.beginPractice(exercise)
    await navigateTo(exerciseById(exercise)?.light ? `/setups/${id}?tab=light` : `/setups/${id}/run`)
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : practiceWords('practicePage.exerciseCouldNotStarted')
  }
  busy.value = ''
}
</script>

<template>
  <div class="scrolls h-full px-6 py-5">
    <div class="mx-auto grid max-w-5xl gap-6">
      <header class="max-w-3xl">
        <h1 class="text-2xl font-semibold">{{ practiceWords('practicePage.practice') }}</h1>
      </header>
      <CourseList :course="course" />
      <header id="bench" class="max-w-3xl">
        <h2 class="section-title">{{ practiceWords('practicePage.practiceBench') }}</h2>
        <p class="mt-1 text-[13px] text-(--ink-soft)">
          {{ practiceWords('practicePage.simulatedRigStandsLauncher') }}
        </p>
      </header>
      <p v-if="failure" role="alert" class="text-(--bad)">
        {{ failure }}
      </p>
      <ol class="grid" :aria-label="practiceWords('practicePage.exercises')">
        <li v-for="exercise in EXERCISES" :key="exercise.id" class="row" :data-testid="`exercise-${exercise.id}`">
          <div class="min-w-0">
            <h3 class="font-semibold">
              {{ EXERCISE_TEXTS[exercise.id].title }}
            </h3>
            <p class="text-[13px] text-(--ink-soft)">
              {{ EXERCISE_TEXTS[exercise.id].teaches }}
            </p>
          </div>
          <p class="text-[13px] whitespace-nowrap">
            {{ RECIPE_LABELS[exercise.recipe] }}<br />
            <span class="text-(--ink-soft)">{{
              practiceWords('practicePage.keepersProps', { keepers: exercise.keepers, stock: exercise.stock })
            }}</span>
          </p>
          <UButton
            :label="practiceWords('practicePage.begin')"
            :aria-label="practiceWords('practicePage.begin2', { title: EXERCISE_TEXTS[exercise.id].title })"
            :loading="busy === exercise.id"
            @click="begin(exercise.id)"
          />
        </li>
      </ol>
      <section aria-labelledby="placing">
        <h2 id="placing" class="section-title">{{ practiceWords('practicePage.placingLightsJudgedPredicted') }}</h2>
        <ol class="grid" :aria-label="practiceWords('practicePage.exercisesLight')">
          <li
            v-for="exercise in LIGHT_EXERCISES"
            :key="exercise.id"
            class="row"
            :data-testid="`exercise-${exercise.id}`"
          >
            <div class="min-w-0">
              <h3 class="font-semibold">{{ EXERCISE_TEXTS[exercise.id].title }}</h3>
              <p class="text-[13px] text-(--ink-soft)">{{ EXERCISE_TEXTS[exercise.id].teaches }}</p>
            </div>
            <p class="text-[13px] whitespace-nowrap">{{ RECIPE_LABELS[exercise.recipe] }}</p>
            <UButton
              :label="practiceWords('practicePage.begin')"
              :aria-label="practiceWords('practicePage.begin2', { title: EXERCISE_TEXTS[exercise.id].title })"
              :loading="busy === exercise.id"
              @click="begin(exercise.id)"
            />
          </li>
        </ol>
      </section>
      <section aria-labelledby="measuring">
        <h2 id="measuring" class="section-title">{{ practiceWords('practicePage.measuringLab') }}</h2>
        <p class="text-[13px] text-(--ink-soft)">
          {{ practiceWords('practicePage.simulatedCameraMicrophonePhotodiode') }}
        </p>
        <ul
          class="flex flex-wrap gap-x-5 gap-y-1 pt-1 text-[14px]"
          :aria-label="practiceWords('practicePage.exercisesMeasuring')"
        >
          <li v-for="tool in LAB_TOOLS" :key="tool.id">
            <NuxtLink :to="`/lab?tool=${tool.id}&exercise`" class="underline decoration-(--hair-strong)">{{
              LAB.tell(tool.title)
            }}</NuxtLink>
          </li>
        </ul>
      </section>
      <section v-if="practices.length > 0" aria-labelledby="begun">
        <h2 id="begun" class="section-title">{{ practiceWords('practicePage.progress') }}</h2>
        <ol>
          <li
            v-for="practice in practices"
            :key="practice.setupId"
            class="flex flex-wrap items-baseline gap-x-4 border-t border-(--hair) py-1.5 text-[13px]"
          >
            <NuxtLink
              :to="`/practice/${practice.setupId}`"
              class="min-w-0 flex-1 underline decoration-(--hair-strong) underline-offset-3"
              >{{ practice.setupName }}</NuxtLink
            >
            <span class="text-(--ink-soft)"
              >{{ practice.shots }}
              {{ practice.shots === 1 ? practiceWords('practicePage.take') : practiceWords('practicePage.takes')
              }}{{ practice.revealed ? practiceWords('practicePage.finished') : '' }}</span
            >
            <span class="text-(--ink-soft)">{{ when(practice.createdAt) }}</span>
            <NuxtLink v-if="!practice.revealed" :to="`/setups/${practice.setupId}/run`" class="underline">{{
              practiceWords('practicePage.go')
            }}</NuxtLink>
          </li>
        </ol>
      </section>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px auto;
  gap: 4px 24px;
  align-items: center;
  border-top: 1px solid var(--hair);
  padding: 9px 0;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .row > div {
    grid-column: 1 / -1;
  }
}
</style>
