<script setup lang="ts">
import { newSetup, type Recipe } from '~~/core'
import { takeMinutes } from '~~/core/day'
import type { SeasonAnswers, WhatWorks } from '~~/core/season'
import { api } from '~/services/api'
import { answersInWorker } from '~/services/season'
import { RECIPE_LABELS, choiceLabel } from '~~/shared/texts/choices'
import {
  CAUSE_ADVICE,
  CAUSE_LABELS,
  comparisonText,
  correctionText,
  keptShareText,
  misfireText,
  personText,
  sessionsText,
  wordText,
} from '~~/shared/texts/season'
import { logWords } from '~~/shared/texts/pages/log'

/** What the log answers: why takes were lost, what works better, whether Epiro keeps its word, what keepers cost. */
const { show, count } = useNumbers()
const query = reactive({ recipe: '', from: '', to: '' })
const answers = shallowRef<SeasonAnswers | null>(null)
const failure = ref('')
const busy = ref(true)
useHead({ title: logWords('answers.answersEpiro') })

let asked = 0
async function load(): Promise<void> {
  const mine = ++asked
  busy.value = true
  failure.value = ''
  try {
    const found = await answersInWorker(await api.answers({ ...query }))
    if (mine === asked) answers.value = found
  } catch (error) {
    if (mine === asked) failure.value = (error as Error).message
  }
  if (mine === asked) busy.value = false
}
watch(query, load, { immediate: true })

const gear = useGearStore()
const gearFailure = ref('')
const geared = computed(() => gear.shown.filter(({ memory }) => memory !== null))
onMounted(() => gear.load().catch((error: Error) => (gearFailure.value = error.message)))

const keptShare = useKeptShareStore()
const session = useSessionStore()
const edges = computed(() => logDays(session.zone))
const keptTrouble = ref('')
onMounted(() => keptShare.load().catch((error: Error) => (keptTrouble.value = error.message)))
async function useOwnShare(used: boolean): Promise<void> {
  keptTrouble.value = ''
  await keptShare.use(used).catch((error: Error) => (keptTrouble.value = error.message))
}

const share = (value: number): string => show(Math.round(value * 100) / 100, 'share')
const recipeName = (recipe: Recipe | ''): string =>
  recipe === '' ? logWords('answers.unknown') : RECIPE_LABELS[recipe]
const recipes = [
  { value: '', label: 'all' },
  ...(Object.keys(RECIPE_LABELS) as Recipe[]).map(value => ({ value, label: RECIPE_LABELS[value] })),
]

const commonest = computed(() => answers.value?.lost.causes.find(({ cause }) => cause !== 'unsaid') ?? null)
const shootingTime = (minutes: number): string =>
  minutes < 120
    ? logWords('answers.min', { minutes: count(minutes) })
    : logWords('answers.hours', { minutes: count(minutes / 60) })
/** min that the takes lost to the commonest cause took, by the rules of thumb for each recipe. */
const minutesLost = computed(() => {
  const cause = commonest.value?.cause
  return (answers.value?.lostBy ?? []).reduce((sum, { recipe, causes }) => {
    const lost = causes.find(one => one.cause === cause)?.takes ?? 0
    return recipe === '' ? sum : sum + lost * takeMinutes(newSetup(recipe))
  }, 0)
})
const waysText = ({ of, names, made }: WhatWorks): string => {
  const name = (way: string): string => ('recipe' in of ? choiceLabel('method', way) : way)
  return comparisonText([name(names[0]), name(names[1])], made, share)
}
const words = computed(() =>
  (answers.value?.word?.bins ?? []).map(bin => ({
    label: `said ${share(bin.said)}`,
    at: Math.round(bin.seen * 100),
    low: Math.round(bin.low * 100),
    high: Math.round(bin.high * 100),
    said: Math.round(bin.said * 100),
  })),
)
/** Set-ups that had their keepers in time, with bars of what chance alone would leave. */
const sessionRows = computed(() => {
  const { points = [], done = 1 } = answers.value?.sessions ?? {}
  return points.map(({ said, seen }) => {
    const bar = 1.6449 * Math.sqrt((said * (1 - said)) / done)
    return {
      label: logWords('answers.predicted', { said: share(said) }),
      at: Math.round(seen * 100),
      low: Math.round(Math.max(0, said - bar) * 100),
      high: Math.round(Math.min(1, said + bar) * 100),
      said: Math.round(said * 100),
    }
  })
})
const costs = computed(() =>
  (answers.value?.cost ?? [])
    .filter(({ cost }) => cost.each !== null)
    .map(({ recipe, cost }) => ({
      label: recipeName(recipe),
      at: cost.each!,
      low: cost.low,
      high: cost.high,
      said: null,
    })),
)
</script>

<template>
  <div class="scrolls h-full">
    <div class="mx-auto grid max-w-5xl gap-8 px-6 py-8">
      <div class="flex flex-wrap items-end gap-4">
        <h1 class="flex-1 text-2xl font-semibold">{{ logWords('answers.answers') }}</h1>
        <label class="grid text-[12px] text-(--ink-soft)"
          >{{ logWords('answers.recipe') }} <UiPickOne v-model="query.recipe" :options="recipes" class="min-w-32"
        /></label>
        <label class="grid text-[12px] text-(--ink-soft)"
          >{{ edges.from }} <UiDateField v-model="query.from" :aria-label="edges.from"
        /></label>
        <label class="grid text-[12px] text-(--ink-soft)"
          >{{ edges.to }} <UiDateField v-model="query.to" :aria-label="edges.to"
        /></label>
        <UButton variant="ghost" icon="i-lucide-list" :label="logWords('answers.log')" to="/log" />
      </div>
      <p v-if="failure" role="alert" class="border-l-2 border-(--bad) pl-3 text-(--bad)">{{ failure }}</p>
      <p v-else-if="!answers" role="status" class="text-(--ink-soft)">{{ logWords('answers.readingThroughLog') }}</p>
      <p v-else-if="answers.takes === 0" class="text-(--ink-soft)">
        {{ logWords('answers.noTakesPartLog') }}
      </p>
      <template v-else>
        <p role="status" class="text-[13px] text-(--ink-soft)" :aria-busy="busy">
          {{ logWords('answers.takesKeepers', { takes: count(answers.takes), kept: count(answers.kept) }) }}
        </p>
        <section aria-labelledby="why" data-testid="why-lost">
          <h2 id="why" class="text-lg font-semibold">{{ logWords('answers.whyWereTakesLost') }}</h2>
          <p v-if="answers.lost.takes === 0">{{ logWords('answers.noneWereLost') }}</p>
          <template v-else>
            <p v-if="commonest">
              {{
                logWords('answers.lostAboutShooting', {
                  cause: CAUSE_LABELS[commonest.cause],
                  takes: count(commonest.takes),
                  takes2: count(answers.lost.takes),
                  takes3: share(commonest.takes / answers.lost.takes),
                  minutesLost: shootingTime(minutesLost),
                })
              }}
              <strong>{{ CAUSE_ADVICE[commonest.cause] }}</strong>
            </p>
            <p v-else>{{ CAUSE_ADVICE.unsaid }}</p>
            <p v-if="answers.misfires" data-testid="misfires">{{ misfireText(answers.misfires) }}</p>
            <LazySeasonLostChart :lost="answers.lost" />
            <ul
              v-if="answers.lostBy.length > 1"
              class="mt-2 columns-2 gap-8 text-[13px] max-sm:columns-1"
              :aria-label="logWords('answers.recipe2')"
            >
              <li v-for="row in answers.lostBy" :key="row.recipe">
                {{
                  logWords('answers.lost', {
                    recipe: recipeName(row.recipe),
                    takes: count(row.takes),
                    fired: count(row.fired),
                  })
                }}<template v-if="row.causes[0]">{{
                  logWords('answers.mostOften', { cause: CAUSE_LABELS[row.causes[0].cause].toLowerCase() })
                }}</template>
              </li>
            </ul>
          </template>
        </section>
        <section aria-labelledby="gear" data-testid="gear-changes">
          <h2 id="gear" class="text-lg font-semibold">{{ logWords('answers.doesOurGearChange') }}</h2>
          <p v-if="gearFailure" role="alert" class="text-(--bad)">{{ gearFailure }}</p>
          <p v-else-if="!gear.loaded" role="status" class="text-(--ink-soft)">{{ logWords('answers.readingTakes') }}</p>
          <p v-else-if="geared.length === 0" class="text-(--ink-soft)">
            {{ logWords('answers.noLauncherMixtureBalloon') }}
            <NuxtLink to="/kit" class="underline">{{ logWords('answers.kit') }}</NuxtLink>
            {{ logWords('answers.chooseSetUpEach') }}
          </p>
          <KitLikeGear class="mb-4" @named="gear.load()" />
          <div class="grid gap-6">
            <article v-for="one in geared" :key="one.id" :aria-label="one.item.name">
              <h3 class="font-semibold">
                <NuxtLink :to="`/kit?item=${one.id}`" class="underline">{{ one.item.name }}</NuxtLink>
              </h3>
              <KitGearShown :gear="one" />
            </article>
          </div>
        </section>
        <section aria-labelledby="better" data-testid="works">
          <h2 id="better" class="text-lg font-semibold">{{ logWords('answers.whatWorksBetter') }}</h2>
          <p v-if="answers.works.length === 0" class="text-(--ink-soft)">
            {{ logWords('answers.nothingHasBeenTried') }}
          </p>
          <ul class="grid gap-2">
            <li v-for="(works, i) in answers.works" :key="i">
              <NuxtLink v-if="'setup' in works.of" :to="`/setups/${works.of.setup}`" class="underline">{{
                works.of.name
              }}</NuxtLink>
              <template v-else>{{
                logWords('answers.differentSetUps', { recipe: recipeName(works.of.recipe) })
              }}</template>:
              {{ waysText(works) }}
            </li>
          </ul>
        </section>
        <section v-if="answers.people.length > 0" aria-labelledby="people" data-testid="people">
          <h2 id="people" class="text-lg font-semibold">
            {{ session.isLead ? logWords('answers.whoKeepsHowMuch') : logWords('answers.howMuchDoI') }}
          </h2>
          <ul class="grid gap-1">
            <li v-for="one in answers.people" :key="one.person">{{ personText(one.name, one, share) }}</li>
          </ul>
          <p class="text-[12px] text-(--ink-soft)">
            {{
              session.isLead ? logWords('answers.takesWhoeverLoggedThem') : logWords('answers.takesYouLoggedMisfires')
            }}
          </p>
        </section>
        <section aria-labelledby="word" data-testid="word">
          <h2 id="word" class="text-lg font-semibold">{{ logWords('answers.doesEpiroKeepWord') }}</h2>
          <template v-if="answers.word">
            <p>
              {{ wordText(answers.word, share) }}
              {{ answers.correction ? correctionText(answers.correction, share) : '' }}
            </p>
            <LazySeasonRangeChart :rows="words" :title="logWords('answers.keepersPerCentChance')" :most="100" />
            <p class="text-[12px] text-(--ink-soft)">
              {{ logWords('answers.pointsPerCentKept', { said: count(answers.said) }) }}
            </p>
          </template>
          <p v-else class="text-(--ink-soft)">
            {{ logWords('answers.tooFewTakesStated', { said: answers.said }) }}
          </p>
          <div v-if="answers.sessions" class="mt-4" data-testid="sessions">
            <p>{{ sessionsText(answers.sessions, share) }}</p>
            <LazySeasonRangeChart :rows="sessionRows" :title="logWords('answers.setUpsPerCent')" :most="100" />
            <p class="text-[12px] text-(--ink-soft)">
              {{ logWords('answers.pointsSetUpsGot') }}
            </p>
          </div>
          <div
            v-if="keptShare.record"
            class="mt-4 flex flex-wrap items-center gap-x-4 gap-y-1"
            data-testid="kept-share"
          >
            <p class="basis-full">
              {{ keptShareText(share(keptShare.record.all.share), keptShare.record.all.takes, keptShare.record) }}
            </p>
            <USwitch
              v-if="session.isLead && keptShare.record.worthy"
              :model-value="keptShare.record.used"
              :label="logWords('answers.startNewSetUps')"
              @update:model-value="useOwnShare"
            />
          </div>
          <p v-if="keptTrouble" role="alert" class="text-(--bad)">{{ keptTrouble }}</p>
        </section>
        <section aria-labelledby="cost" data-testid="cost">
          <h2 id="cost" class="text-lg font-semibold">{{ logWords('answers.whatDidKeeperCost') }}</h2>
          <p v-if="costs.length === 0" class="text-(--ink-soft)">{{ logWords('answers.noKeepersYet') }}</p>
          <template v-else>
            <p>
              {{
                logWords('answers.costsMostTakesKeeper', {
                  label: costs[0]!.label,
                  at: show(costs[0]!.at, 'number', { figures: 2 }),
                })
              }}
            </p>
            <LazySeasonRangeChart :rows="costs" :title="logWords('answers.takesKeeper')" />
            <p class="text-[12px] text-(--ink-soft)">
              {{ logWords('answers.pointsTakesKeeperGrey') }}
            </p>
          </template>
        </section>
      </template>
    </div>
  </div>
</template>
