<script setup lang="ts">
import { MISTAKE_TEXTS, exerciseText } from '~~/shared/texts/practice'
import type { RevealedFigure } from '~~/core'
import { ApiError, type PracticeState, api } from '~/services/api'
import { labelAt } from '~~/shared/texts/fields'
import { practiceWords } from '~~/shared/texts/pages/practice'

/**
 * How an exercise stands, and once revealed how it went: takes, mistakes with what to learn from each, and the truth
 * beside what was learnt.
 */
const route = useRoute()
const id = computed(() => String(route.params.id))
const state = ref<PracticeState | null>(null)
const text = computed(() => (state.value ? exerciseText(state.value.exercise) : null))
const failure = ref('')
const busy = ref(false)
const { show } = useNumbers()
const taken = (takes: number): string => show(takes, 'number', { figures: 2 })
useHead({
  title: () =>
    practiceWords('practicePage.epiro', { title: text.value?.title ?? practiceWords('practicePage.exercise') }),
})

async function load(how: () => Promise<PracticeState>): Promise<void> {
  failure.value = ''
  busy.value = true
  try {
    state.value = await how()
  } catch (error) {
    failure.value =
      error instanceof ApiError && error.status === 404
        ? practiceWords('practicePage.exerciseNotYourStudio')
        : error instanceof ApiError
          ? error.message
          : practiceWords('practicePage.exerciseCouldNotRead')
  }
  busy.value = false
}
onMounted(() => load(() => api.practice(id.value)))

const judgement = computed(() => state.value?.judgement ?? null)
/** The ways side by side; the longest bar is the whole width. */
const bars = computed(() => {
  const j = judgement.value
  if (!j) return []
  const rows = [
    {
      label: 'you',
      takes: j.takes,
      text: `${j.takes}${j.done ? '' : `, ${j.keepers} of ${j.wanted} keepers`}`,
      you: true,
    },
    { label: practiceWords('practicePage.knowingTrueDelay'), takes: j.best, text: taken(j.best), you: false },
    {
      label: practiceWords('practicePage.followingProposals'),
      takes: j.proposals,
      text: taken(j.proposals),
      you: false,
    },
    { label: practiceWords('practicePage.steppingThroughDelays'), takes: j.ladder, text: taken(j.ladder), you: false },
  ]
  const most = Math.max(1, ...rows.map(row => row.takes))
  return rows.map(row => ({ ...row, share: row.takes / most }))
})
const QUANTITIES = {
  'motion.speed': 'speed',
  'subject.crackSpeed': 'speed',
  'moment.time': 'time',
  'moment.fraction': 'share',
  'delay': 'time',
} as const
const NAMES: Partial<Record<RevealedFigure['path'], string>> = { delay: practiceWords('practicePage.correctDelay') }
const figure = (row: RevealedFigure, key: 'assumed' | 'now' | 'truth'): string =>
  show(row[key], QUANTITIES[row.path], { figures: 4 })
</script>

<template>
  <div class="scrolls h-full px-6 py-5">
    <p v-if="failure" role="alert">
      {{ failure }}
      <NuxtLink to="/practice" class="underline">{{ practiceWords('practicePage.backExercises') }}</NuxtLink>
    </p>
    <div v-else-if="state" class="mx-auto grid max-w-4xl gap-6">
      <header class="grid gap-1">
        <h1 class="text-2xl font-semibold">
          {{ text?.title }}
        </h1>
        <p class="text-(--ink-soft)">
          {{ text?.teaches }}
        </p>
        <p data-testid="stand">
          {{
            practiceWords('practicePage.propsUsedKeepersGet', {
              shots: state.shots,
              stock: state.exercise.stock,
              keepers: state.exercise.keepers,
            })
          }}
        </p>
        <p class="flex flex-wrap gap-3 pt-1">
          <UButton
            v-if="!state.revealed"
            :to="`/setups/${id}/run`"
            :label="practiceWords('practicePage.openRun')"
            variant="outline"
          />
          <UButton :to="`/setups/${id}`" :label="practiceWords('practicePage.openSetUp')" variant="outline" />
          <UButton
            v-if="!state.revealed"
            :label="practiceWords('practicePage.showTrueFigures')"
            :disabled="state.shots === 0"
            :loading="busy"
            @click="load(() => api.revealPractice(id))"
          />
        </p>
        <p v-if="!state.revealed" class="text-[13px] text-(--ink-soft)">
          {{ practiceWords('practicePage.endsExerciseRigsTrue') }}
        </p>
      </header>
      <template v-if="judgement">
        <section aria-labelledby="how">
          <h2 id="how" class="section-title">
            {{ practiceWords('practicePage.takesKeepers', { wanted: judgement.wanted }) }}
          </h2>
          <p class="py-1 text-[17px]" data-testid="result">
            {{
              judgement.done
                ? practiceWords('practicePage.doneTakes', { takes: judgement.takes })
                : practiceWords('practicePage.keepersTakes', {
                    keepers: judgement.keepers,
                    wanted: judgement.wanted,
                    takes: judgement.takes,
                  })
            }}{{ judgement.first === null ? '' : practiceWords('practicePage.firstTake', { first: judgement.first }) }}.
          </p>
          <dl class="bars">
            <template v-for="bar in bars" :key="bar.label">
              <dt>{{ bar.label }}</dt>
              <dd>
                <span class="bar" :class="{ you: bar.you }" :style="{ width: `${bar.share * 70}%` }" />{{ bar.text }}
              </dd>
            </template>
          </dl>
          <p class="pt-1 text-[12px] text-(--ink-soft)">
            {{ practiceWords('practicePage.othersAveragesOverMany') }}
          </p>
        </section>
        <section v-if="state.truth" aria-labelledby="truth">
          <h2 id="truth" class="section-title">{{ practiceWords('practicePage.trueFigures') }}</h2>
          <table class="kit-table max-w-xl" data-testid="truth">
            <thead>
              <tr>
                <th />
                <th>{{ practiceWords('practicePage.assumed') }}</th>
                <th>{{ practiceWords('practicePage.setUpNow') }}</th>
                <th>{{ practiceWords('practicePage.true') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in state.truth" :key="row.path">
                <th scope="row">
                  {{ NAMES[row.path] ?? labelAt(row.path) }}
                </th>
                <td>{{ figure(row, 'assumed') }}</td>
                <td>{{ figure(row, 'now') }}</td>
                <td class="font-semibold">
                  {{ figure(row, 'truth') }}
                </td>
              </tr>
            </tbody>
          </table>
        </section>
        <section aria-labelledby="mistakes">
          <h2 id="mistakes" class="section-title">{{ practiceWords('practicePage.mistakes') }}</h2>
          <p v-if="judgement.mistakes.length === 0">
            {{ practiceWords('practicePage.noMistakesFoundTakes') }}
          </p>
          <ol v-else>
            <li
              v-for="mistake in judgement.mistakes"
              :key="mistake.id"
              class="border-t border-(--hair) py-2"
              data-testid="mistake"
            >
              <p class="font-semibold">
                {{ MISTAKE_TEXTS[mistake.id].title }}
                <span class="font-normal text-(--ink-soft)"
                  >{{
                    mistake.shots.length === 1
                      ? practiceWords('practicePage.take')
                      : practiceWords('practicePage.takes')
                  }}
                  {{ mistake.shots.join(', ') }}</span
                >
              </p>
              <p class="text-[13px]">
                {{ MISTAKE_TEXTS[mistake.id].lesson }}
              </p>
            </li>
          </ol>
        </section>
      </template>
    </div>
    <p v-else role="status" class="text-(--ink-soft)">{{ practiceWords('practicePage.openingExercise') }}</p>
  </div>
</template>

<style scoped>
.bars {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 3px 12px;
  align-items: center;
  font-size: 13px;
}
.bars dt {
  text-align: right;
  color: var(--ink-soft);
}
.bars dd {
  display: flex;
  gap: 8px;
  align-items: center;
}
.bar {
  height: 14px;
  border: 1px solid var(--ink);
  display: inline-block;
}
.bar.you {
  background: var(--ink);
}
</style>
