<script setup lang="ts">
import { LESSONS, type LessonId } from '~~/core/course'
import { LESSON_TEXT } from '~~/shared/texts/course'
import type { CourseRecord } from '~/services/api'
import { courseWords } from '~~/shared/texts/pages/course'

/** The lessons in their order, how far one is in each, and for the lead how far all are. */
const { course } = defineProps<{ course: CourseRecord | null }>()
const { show } = useNumbers()

const ownOf = (lesson: LessonId) => course?.own.find(one => one.lesson === lesson) ?? null
const isDone = (lesson: LessonId): boolean =>
  lesson === 'evening' ? (course?.evenings ?? 0) > 0 : (ownOf(lesson)?.mastered ?? false)
const next = computed(() => LESSONS.find(lesson => !isDone(lesson)) ?? null)
function stateOf(lesson: LessonId): string {
  if (isDone(lesson)) return 'mastered'
  const own = ownOf(lesson)
  if (!own || own.goes === 0) return ''
  return courseWords('courseList.rightWay', {
    right: own.right,
    goes: own.goes,
    share: show(own.share, 'share', { figures: 2 }),
  })
}
const toOf = (lesson: LessonId): string => (lesson === 'evening' ? '#bench' : `/practice/course/${lesson}`)
const everybody = computed(() => course?.all?.filter(({ lessons }) => lessons.some(({ goes }) => goes > 0)) ?? [])
</script>

<template>
  <section aria-labelledby="course" data-testid="course">
    <h2 id="course" class="section-title">{{ courseWords('courseList.course') }}</h2>
    <p class="mb-2 text-[13px] text-(--ink-soft)">
      {{ courseWords('courseList.elevenLessonsEachGives') }}
    </p>
    <ol class="lessons">
      <li v-for="(lesson, i) in LESSONS" :key="lesson" class="lesson" :data-testid="`lesson-${lesson}`">
        <span class="tabular text-(--ink-faint)">{{ i + 1 }}</span>
        <NuxtLink :to="toOf(lesson)" class="font-semibold underline decoration-(--hair-strong) underline-offset-3">{{
          LESSON_TEXT[lesson].title
        }}</NuxtLink>
        <span class="text-[13px] text-(--ink-soft)">{{ LESSON_TEXT[lesson].goal }}</span>
        <span class="text-[13px]" :class="{ 'font-semibold': isDone(lesson) }">{{ stateOf(lesson) }}</span>
        <UButton
          v-if="lesson === next && lesson !== 'evening'"
          size="sm"
          class="justify-center"
          :label="
            i === 0 && !ownOf(lesson)?.goes ? courseWords('courseList.startHere') : courseWords('courseList.continue')
          "
          :to="toOf(lesson)"
        />
      </li>
    </ol>
    <details v-if="everybody.length > 0" class="mt-2 text-[13px]">
      <summary class="cursor-pointer">{{ courseWords('courseList.everyonesProgress') }}</summary>
      <table class="mt-1" :aria-label="courseWords('courseList.coursePerson')">
        <tbody>
          <tr v-for="(one, i) in everybody" :key="i">
            <th scope="row" class="pr-6 text-left font-normal">
              {{ one.name ?? courseWords('courseList.signedWithoutName') }}
            </th>
            <td>
              {{
                courseWords('courseList.masteredAnswers', {
                  lessons: one.lessons.filter(({ mastered }) => mastered).length,
                  lessons2: one.lessons.reduce((sum, { goes }) => sum + goes, 0),
                })
              }}
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
.lesson {
  display: grid;
  grid-template-columns: 22px 170px minmax(0, 1fr) auto 92px;
  gap: 2px 14px;
  align-items: center;
  border-top: 1px solid var(--hair);
  min-height: 36px;
  padding: 3px 0;
}
@media (max-width: 760px) {
  .lesson {
    grid-template-columns: 22px minmax(0, 1fr) auto;
  }
  .lesson > :nth-child(3),
  .lesson > :nth-child(4) {
    grid-column: 2 / -1;
  }
}
</style>
