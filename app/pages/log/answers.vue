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

/** What the log answers: why takes were lost, what works better, whether Epiro keeps its word, what keepers cost. */
const { show } = useNumbers()
const query = reactive({ recipe: '', from: '', to: '' })
const answers = shallowRef<SeasonAnswers | null>(null)
const failure = ref('')
const busy = ref(true)
useHead({ title: 'Answers · Epiro' })

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
const keptTrouble = ref('')
onMounted(() => keptShare.load().catch((error: Error) => (keptTrouble.value = error.message)))
async function useOwnShare(used: boolean): Promise<void> {
  keptTrouble.value = ''
  await keptShare.use(used).catch((error: Error) => (keptTrouble.value = error.message))
}

const share = (value: number): string => show(Math.round(value * 100) / 100, 'share')
const count = (value: number): string => show(value, 'count', { figures: 2 })
const recipeName = (recipe: Recipe | ''): string => (recipe === '' ? 'Unknown' : RECIPE_LABELS[recipe])
const recipes = [
  { value: '', label: 'all' },
  ...(Object.keys(RECIPE_LABELS) as Recipe[]).map(value => ({ value, label: RECIPE_LABELS[value] })),
]

const commonest = computed(() => answers.value?.lost.causes.find(({ cause }) => cause !== 'unsaid') ?? null)
const shootingTime = (minutes: number): string =>
  minutes < 120 ? `${count(minutes)} min` : `${count(minutes / 60)} hours`
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
      label: `${share(said)} predicted`,
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
        <h1 class="flex-1 text-2xl font-semibold">Answers</h1>
        <label class="grid text-[12px] text-(--ink-soft)"
          >Recipe <UiPickOne v-model="query.recipe" :options="recipes" class="min-w-32"
        /></label>
        <label class="grid text-[12px] text-(--ink-soft)"
          >From <UiDateField v-model="query.from" aria-label="From"
        /></label>
        <label class="grid text-[12px] text-(--ink-soft)">To <UiDateField v-model="query.to" aria-label="To" /></label>
        <UButton variant="ghost" icon="i-lucide-list" label="Log" to="/log" />
      </div>
      <p v-if="failure" role="alert" class="border-l-2 border-(--bad) pl-3 text-(--bad)">{{ failure }}</p>
      <p v-else-if="!answers" role="status" class="text-(--ink-soft)">Reading through the log …</p>
      <p v-else-if="answers.takes === 0" class="text-(--ink-soft)">
        No takes in this part of the log. Widen the dates, or choose all recipes.
      </p>
      <template v-else>
        <p role="status" class="text-[13px] text-(--ink-soft)" :aria-busy="busy">
          {{ count(answers.takes) }} takes, {{ count(answers.kept) }} keepers.
        </p>
        <section aria-labelledby="why" data-testid="why-lost">
          <h2 id="why" class="text-lg font-semibold">Why were takes lost?</h2>
          <p v-if="answers.lost.takes === 0">None were lost.</p>
          <template v-else>
            <p v-if="commonest">
              {{ CAUSE_LABELS[commonest.cause] }}: {{ count(commonest.takes) }} of the
              {{ count(answers.lost.takes) }} lost ({{ share(commonest.takes / answers.lost.takes) }}), about
              {{ shootingTime(minutesLost) }} of shooting.
              <strong>{{ CAUSE_ADVICE[commonest.cause] }}</strong>
            </p>
            <p v-else>{{ CAUSE_ADVICE.unsaid }}</p>
            <p v-if="answers.misfires" data-testid="misfires">{{ misfireText(answers.misfires) }}</p>
            <LazySeasonLostChart :lost="answers.lost" />
            <ul
              v-if="answers.lostBy.length > 1"
              class="mt-2 columns-2 gap-8 text-[13px] max-sm:columns-1"
              aria-label="By recipe"
            >
              <li v-for="row in answers.lostBy" :key="row.recipe">
                {{ recipeName(row.recipe) }}: {{ count(row.takes) }} of {{ count(row.fired) }} lost<template
                  v-if="row.causes[0]"
                  >, most often: {{ CAUSE_LABELS[row.causes[0].cause].toLowerCase() }}</template
                >
              </li>
            </ul>
          </template>
        </section>
        <section aria-labelledby="gear" data-testid="gear-changes">
          <h2 id="gear" class="text-lg font-semibold">Does our gear change?</h2>
          <p v-if="gearFailure" role="alert" class="text-(--bad)">{{ gearFailure }}</p>
          <p v-else-if="!gear.loaded" role="status" class="text-(--ink-soft)">Reading its takes …</p>
          <p v-else-if="geared.length === 0" class="text-(--ink-soft)">
            No launcher, mixture, balloon skin or hand is named yet. Add it to
            <NuxtLink to="/kit" class="underline">Kit</NuxtLink> and choose it in a set-up: each day of its takes is
            then kept here.
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
          <h2 id="better" class="text-lg font-semibold">What works better?</h2>
          <p v-if="answers.works.length === 0" class="text-(--ink-soft)">
            Nothing has been tried in two ways yet, with eight takes each. Name variants of a prop in a set-up, and they
            are compared here.
          </p>
          <ul class="grid gap-2">
            <li v-for="(works, i) in answers.works" :key="i">
              <NuxtLink v-if="'setup' in works.of" :to="`/setups/${works.of.setup}`" class="underline">{{
                works.of.name
              }}</NuxtLink>
              <template v-else>{{ recipeName(works.of.recipe) }}, on different set-ups</template>:
              {{ waysText(works) }}
            </li>
          </ul>
        </section>
        <section v-if="answers.people.length > 0" aria-labelledby="people" data-testid="people">
          <h2 id="people" class="text-lg font-semibold">
            {{ session.isLead ? 'Who keeps how much?' : 'How much do I keep?' }}
          </h2>
          <ul class="grid gap-1">
            <li v-for="one in answers.people" :key="one.person">{{ personText(one.name, one, share) }}</li>
          </ul>
          <p class="text-[12px] text-(--ink-soft)">
            {{
              session.isLead
                ? 'Takes by whoever logged them, misfires left out. Everyone sees their own; only you see all.'
                : 'Takes that you logged, misfires left out. Only you and the lead see this.'
            }}
          </p>
        </section>
        <section aria-labelledby="word" data-testid="word">
          <h2 id="word" class="text-lg font-semibold">Does Epiro keep its word?</h2>
          <template v-if="answers.word">
            <p>
              {{ wordText(answers.word, share) }}
              {{ answers.correction ? correctionText(answers.correction, share) : '' }}
            </p>
            <LazySeasonRangeChart
              :rows="words"
              title="Keepers in per cent, by the chance stated before the take"
              :most="100"
            />
            <p class="text-[12px] text-(--ink-soft)">
              Points: per cent kept of {{ count(answers.said) }} takes with a stated chance. Grey: where nine in ten
              points would lie if every stated chance were true. Dashed: the stated chance.
            </p>
          </template>
          <p v-else class="text-(--ink-soft)">
            Too few takes with a stated chance yet: {{ answers.said }} of at least 20 takes. Run stores its prediction
            with each take.
          </p>
          <div v-if="answers.sessions" class="mt-4" data-testid="sessions">
            <p>{{ sessionsText(answers.sessions, share) }}</p>
            <LazySeasonRangeChart
              :rows="sessionRows"
              title="Set-ups in per cent that had their keepers within the predicted takes"
              :most="100"
            />
            <p class="text-[12px] text-(--ink-soft)">
              Points: set-ups that got their keepers within the takes predicted before the first one; those given up are
              allowed for. Grey: where nine in ten points would lie if the prediction were right.
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
              label="Start new set-ups from our own share"
              @update:model-value="useOwnShare"
            />
          </div>
          <p v-if="keptTrouble" role="alert" class="text-(--bad)">{{ keptTrouble }}</p>
        </section>
        <section aria-labelledby="cost" data-testid="cost">
          <h2 id="cost" class="text-lg font-semibold">What did a keeper cost?</h2>
          <p v-if="costs.length === 0" class="text-(--ink-soft)">No keepers yet.</p>
          <template v-else>
            <p>
              {{ costs[0]!.label }} costs most: {{ show(costs[0]!.at, 'number', { figures: 2 }) }} takes to a keeper.
            </p>
            <LazySeasonRangeChart :rows="costs" title="Takes to a keeper" />
            <p class="text-[12px] text-(--ink-soft)">
              Points: takes to a keeper. Grey: nine in ten of what other set-ups like these would come to.
            </p>
          </template>
        </section>
      </template>
    </div>
  </div>
</template>
