<script setup lang="ts">
import { RECIPES, type Recipe } from '~~/core'
import type { LogQuery } from '~~/shared/schemas/log'
import type { Mistake } from '~~/shared/schemas/validate'
import type { EditedTake } from '~~/server/services/logImport'
import type { TakenPicture } from '~/components/pictures/TwoUp.vue'
import { ApiError, type LogEntry, type LogQuestion, type LogStats, type ShootName, api } from '~/services/api'
import { exportLog } from '~/services/logFile'
import { askedAs, askedIn } from '~/services/logAddress'
import { RECIPE_LABELS, VERDICT_LABELS } from '~~/shared/texts/choices'
import { LEFT_OUT } from '~~/shared/texts/log'
import { logWords } from '~~/shared/texts/pages/log'

/** All takes over all shoots. */
const shoots = shallowRef<ShootName[]>([])
const session = useSessionStore()
const [route, router] = [useRoute(), useRouter()]
const { show, count } = useNumbers()
useHead({ title: logWords('logPage.logEpiro') })
const edges = computed(() => logDays(session.zone))

const query = reactive<Partial<LogQuery>>({
  order: 'newest',
  shoot: '',
  recipe: [],
  from: '',
  to: '',
  verdict: undefined,
  keepers: false,
  pictures: false,
  practice: false,
  text: '',
})
const entries = shallowRef<LogEntry[]>([])
const stats = shallowRef<LogStats | null>(null)
const next = ref<string | null>(null)
const loaded = ref(false)
const busy = ref('')
const failure = ref('')
/** Edited takes named one by one. */
const MOST_SHOWN = 8
const ALL = { value: undefined, label: 'all' }
const recipes = computed({
  get: () => query.recipe ?? [],
  set: chosen => (query.recipe = RECIPES.filter(one => chosen.includes(one))),
})
const from = computed({ get: () => query.from ?? '', set: day => (query.from = day) })
const to = computed({ get: () => query.to ?? '', set: day => (query.to = day) })
const ORDER_LABELS = {
  newest: logWords('logPage.newestFirst'),
  oldest: logWords('logPage.oldestFirst'),
  shortest: logWords('logPage.shortestDelayFirst'),
  longest: logWords('logPage.longestDelayFirst'),
} as const

async function run(what: () => Promise<void>): Promise<void> {
  failure.value = ''
  try {
    await what()
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : logWords('logPage.logCouldNotRead')
  }
}
let asked = 0
/** The first page of what is asked for; an answer that comes after the next question is dropped. */
async function load(): Promise<void> {
  const mine = ++asked
  await run(async () => {
    const counting = api.logStats({ ...query })
    const page = await api.log({ ...query })
    if (mine !== asked) return
    entries.value = page.entries
    next.value = page.next
    loaded.value = true
    // Counting everything takes longer than showing the first of it.
    const counts = await counting
    if (mine === asked) stats.value = counts
  })
}
const more = (): Promise<void> =>
  run(async () => {
    if (!next.value) return
    const mine = asked
    const page = await api.log({ ...query, after: next.value })
    if (mine !== asked) return
    entries.value = [...entries.value, ...page.entries]
    next.value = page.next
  })
/** As a list, or as a contact sheet of those with a picture. */
const shown = ref<'list' | 'sheet'>('list')
const VIEWS = [
  ['list', 'List', 'i-lucide-list'],
  ['sheet', logWords('logPage.contactSheet'), 'i-lucide-layout-grid'],
] as const
function look(at: (typeof VIEWS)[number][0]): void {
  shown.value = at
  if (at === 'sheet') query.pictures = true
}
// What is asked stands in the address: kept, sent to somebody, or gone back to.
const start = askedIn(route.query)
Object.assign(query, start.query)
shown.value = start.shown
watch([query, shown], () => void router.replace({ query: askedAs(query, shown.value) }))
/** What is shown, as an address: what a question is saved as. */
const address = computed(() => new URLSearchParams(askedAs(query, shown.value) as Record<string, string>).toString())
function ask(saved: string): void {
  const again = askedIn(Object.fromEntries(new URLSearchParams(saved)))
  Object.assign(query, again.query)
  shown.value = again.shown
}
const comparedWith = shallowRef<LogQuestion | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined
watch(query, () => {
  clearTimeout(timer)
  timer = setTimeout(() => void load(), 200)
})
onMounted(() => {
  void load()
  void api.shootNames().then(
    found => (shoots.value = found),
    () => {},
  )
})
onScopeDispose(() => clearTimeout(timer))

const progress = (text: string): void => {
  busy.value = text
}
function out(kind: 'csv' | 'json'): void {
  exportLog({ ...query }, kind)
  said.value = LEFT_OUT
}
const file = useTemplateRef<HTMLInputElement>('file')
const mistakes = ref<Mistake[]>([])
const said = ref('')
/** Takes that are here and read otherwise in the file that was taken in last, and that file. */
const edited = shallowRef<{ file: File; takes: EditedTake[] } | null>(null)
/** Whether somebody ended the import that is under way. */
const stopping = ref(false)
const takeIn = (chosen: File | undefined, amend = false): Promise<void> =>
  run(async () => {
    if (!chosen) return
    said.value = ''
    edited.value = null
    mistakes.value = []
    const { importLog } = await import('~/services/logTransfer')
    stopping.value = false
    const result = await importLog(chosen, progress, amend, () => stopping.value).finally(() => progress(''))
    if (file.value) file.value.value = ''
    if ('mistakes' in result) {
      mistakes.value = result.mistakes
      failure.value = logWords('logPage.couldNotReadLog', { name: chosen.name })
      return
    }
    const { added, known, setups, amended, stopped } = result
    const came = logWords('logPage.takesAddedWereHere', {
      added: count(added),
      known: count(known),
      setups: setups === 0 ? '' : setups === 1 ? logWords('logPage.oneSetUp') : logWords('logPage.setUps', { setups }),
      amended: amended > 0 ? logWords('logPage.corrected', { amended }) : '',
    })
    said.value = stopped ? `${logWords('logPage.importStopped')} ${came}` : came
    if (!amend && result.edited.length > 0) edited.value = { file: chosen, takes: result.edited }
    await load()
  })

// ── pictures ──
const chosen = ref<TakenPicture[]>([])
const comparing = ref(false)
const pair = computed(() => (chosen.value.length === 2 ? (chosen.value as [TakenPicture, TakenPicture]) : null))
const isChosen = (id: string): boolean => chosen.value.some(c => c.picture.id === id)
/** Two at most: a third takes the place of the first. */
function choose(entry: LogEntry, picture: LogEntry['pictures'][number]): void {
  chosen.value = isChosen(picture.id)
    ? chosen.value.filter(c => c.picture.id !== picture.id)
    : [...chosen.value.slice(-1), { picture, take: entry }]
  if (chosen.value.length === 2) comparing.value = true
}
const attach = (entry: LogEntry, files: File[]): Promise<void> =>
  run(async () => {
    for (const picture of files) {
      const kept = await api.addPicture(entry.setupId, picture, entry.id)
      entries.value = entries.value.map(e =>
        e.id === entry.id
          ? { ...e, pictures: [...e.pictures.filter(p => p.id !== kept.id), kept] }
          : { ...e, pictures: e.pictures.filter(p => p.id !== kept.id) },
      )
    }
  })
const choices = <T extends string>(labels: Readonly<Record<T, string>>): { value: T; label: string }[] =>
  (Object.keys(labels) as T[]).map(value => ({ value, label: labels[value] }))
const recipeLabel = (of: string): string => (Object.hasOwn(RECIPE_LABELS, of) ? RECIPE_LABELS[of as Recipe] : of)
const powerLabel = (of: string): string => show(Number(of), 'power')
const delayLabel = (of: string): string => show(Number(of), 'time', { figures: 3 })

/** No take at all, whatever is asked for. */
const nothingYet = computed(
  () =>
    stats.value?.takes === 0 &&
    [query.text, query.shoot, query.verdict, query.keepers, query.from, query.to].every(asks => !asks) &&
    query.recipe?.length === 0,
)
</script>

<template>
  <div class="scrolls h-full">
    <div class="mx-auto grid max-w-6xl gap-4 px-6 py-6">
      <div class="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h1 class="text-2xl font-semibold">{{ logWords('logPage.log') }}</h1>
        <p
          class="min-h-5 min-w-28 flex-1 text-[13px] text-(--ink-soft) max-sm:order-last max-sm:basis-full"
          role="status"
          data-testid="found"
        >
          <template v-if="stats">
            {{ count(stats.takes) }} {{ stats.takes === 1 ? logWords('logPage.take') : logWords('logPage.takes') }},
            {{ count(stats.keepers) }}
            {{ stats.keepers === 1 ? logWords('logPage.keeper') : logWords('logPage.keepers')
            }}{{ stats.takes > 0 ? `: ${show(stats.keepers / stats.takes, 'share')}` : ''
            }}{{ busy ? ` · ${busy}` : '' }}
          </template>
        </p>
        <UButton
          v-if="busy"
          size="xs"
          variant="outline"
          icon="i-lucide-x"
          :label="logWords('logPage.stopImport')"
          :disabled="stopping"
          @click="stopping = true"
        />
        <input
          ref="file"
          type="file"
          accept=".json,.csv"
          class="hidden"
          :aria-label="logWords('logPage.logFile')"
          @change="takeIn(file?.files?.[0])"
        />
        <UButton
          v-if="session.isLead"
          size="xs"
          variant="ghost"
          icon="i-lucide-upload"
          :label="logWords('logPage.import')"
          :aria-label="logWords('logPage.importLogWasExported')"
          @click="file?.click()"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-download"
          :label="logWords('logPage.csv')"
          :aria-label="logWords('logPage.exportLogCsv')"
          @click="out('csv')"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-download"
          :label="logWords('logPage.json')"
          :aria-label="logWords('logPage.exportLogJson')"
          @click="out('json')"
        />
        <UButton
          size="xs"
          variant="outline"
          icon="i-lucide-lightbulb"
          :label="logWords('logPage.answers')"
          to="/log/answers"
        />
      </div>
      <form
        class="flex flex-wrap items-end gap-x-4 gap-y-2 border-y border-(--hair) py-2 text-[13px]"
        role="search"
        :aria-label="logWords('logPage.takes2')"
        @submit.prevent="load"
      >
        <label class="grid"
          >{{ logWords('logPage.search') }}
          <UInput
            v-model="query.text"
            variant="none"
            class="min-w-32"
            type="search"
            :placeholder="logWords('logPage.noteSetUp')"
            maxlength="120"
        /></label>
        <label class="grid"
          >{{ logWords('logPage.shoot') }}
          <UiPickOne
            v-model="query.shoot"
            :options="[{ value: '', label: 'all' }, ...shoots.map(({ id, name }) => ({ value: id, label: name }))]"
            class="min-w-32"
        /></label>
        <label class="grid"
          >{{ logWords('logPage.recipes') }}
          <UiPickSome
            v-model="recipes"
            :aria-label="logWords('logPage.recipes')"
            :all="logWords('logPage.all')"
            :options="choices(RECIPE_LABELS)"
            class="max-w-44 min-w-32"
        /></label>
        <label class="grid">{{ edges.from }} <UiDateField v-model="from" :aria-label="edges.from" /></label>
        <label class="grid">{{ edges.to }} <UiDateField v-model="to" :aria-label="edges.to" /></label>
        <label class="grid"
          >{{ logWords('logPage.verdict') }}
          <UiPickOne v-model="query.verdict" :options="[ALL, ...choices(VERDICT_LABELS)]" class="min-w-32"
        /></label>
        <label class="grid"
          >{{ logWords('logPage.order') }}
          <UiPickOne v-model="query.order" :options="choices(ORDER_LABELS)" class="min-w-32"
        /></label>
        <label class="flex items-center gap-2 pb-1"
          ><input v-model="query.keepers" type="checkbox" class="tick" /> {{ logWords('logPage.keepersOnly') }}</label
        >
        <label class="flex items-center gap-2 pb-1"
          ><input v-model="query.pictures" type="checkbox" class="tick" /> {{ logWords('logPage.picture') }}</label
        >
        <label class="flex items-center gap-2 pb-1"
          ><input v-model="query.practice" type="checkbox" class="tick" />
          {{ logWords('logPage.practiceTakesToo') }}</label
        >
      </form>
      <LogSavedQuestions :asked="address" @ask="ask" @compare="comparedWith = $event" />
      <LazyLogCompareQuestions
        v-if="comparedWith"
        :asked="address"
        :other="comparedWith"
        @close="comparedWith = null"
      />
      <p v-if="failure" role="alert" class="border-l-2 border-(--bad) pl-3 text-(--bad)">
        {{ failure }}
        <span v-for="mistake in mistakes" :key="mistake.field + mistake.reason" class="block text-[13px]"
          >{{ mistake.field }}{{ mistake.field ? ': ' : '' }}{{ mistake.reason }}</span
        >
      </p>
      <p v-if="said" role="status" class="text-[13px]" data-testid="imported">
        {{ said }}
      </p>
      <div v-if="edited" class="text-[13px]" data-testid="edited">
        <p role="status">
          {{
            logWords('logPage.otherwiseThanHereNothing', {
              takes: edited.takes.length,
              noun: edited.takes.length === 1 ? logWords('logPage.takeReads') : logWords('logPage.takesRead'),
              name: edited.file.name,
            })
          }}
        </p>
        <p
          v-for="take in edited.takes.slice(0, MOST_SHOWN)"
          :key="take.setupName + take.number"
          class="text-(--ink-soft)"
        >
          {{
            logWords('logPage.take2', {
              number: take.number,
              setupName: take.setupName,
              fields: take.fields.join(', '),
            })
          }}
        </p>
        <p v-if="edited.takes.length > MOST_SHOWN" class="text-(--ink-soft)">
          {{ logWords('logPage.more', { takes: edited.takes.length - MOST_SHOWN }) }}
        </p>
        <UButton
          size="xs"
          variant="outline"
          class="mt-1"
          :label="logWords('logPage.useValuesFromFile')"
          @click="takeIn(edited.file, true)"
        />
      </div>
      <!-- Their place is kept until they are counted and drawn: the takes below do not jump. -->
      <div v-if="!stats && !failure" class="min-h-38 max-lg:min-h-82 max-sm:min-h-170" aria-hidden="true" />
      <div v-else-if="stats && stats.takes > 0" class="grid grid-cols-4 gap-6 max-lg:grid-cols-2 max-sm:grid-cols-1">
        <div class="min-h-38">
          <LazyLogTallyChart :rows="stats.byDay" :title="edges.byDay" :label="of => of" />
        </div>
        <div class="min-h-38">
          <LazyLogTallyChart
            :rows="stats.byRecipe"
            :title="logWords('logPage.recipeFilledKeepers')"
            :label="recipeLabel"
          />
        </div>
        <div v-if="stats.byDelay.length > 0" class="min-h-38">
          <LazyLogTallyChart
            :rows="stats.byDelay"
            :title="
              stats.delayWidth === null
                ? logWords('logPage.delayEachBarFrom')
                : logWords('logPage.delaySteps', { delayWidth: show(stats.delayWidth, 'time', { figures: 2 }) })
            "
            :label="delayLabel"
          />
        </div>
        <div v-if="stats.byPower.length > 0" class="min-h-38">
          <LazyLogTallyChart :rows="stats.byPower" :title="logWords('logPage.powerFirstLight')" :label="powerLabel" />
        </div>
      </div>
      <div
        v-if="!loaded || entries.length > 0"
        class="flex gap-1"
        role="group"
        :aria-label="logWords('logPage.showTakes')"
      >
        <UButton
          v-for="[view, label, icon] in VIEWS"
          :key="view"
          size="xs"
          :variant="shown === view ? 'solid' : 'ghost'"
          :icon="icon"
          :label="label"
          :aria-pressed="shown === view"
          @click="look(view)"
        />
      </div>
      <LogEmptyLog v-if="loaded && nothingYet" />
      <p v-else-if="loaded && entries.length === 0" class="text-[13px] text-(--ink-soft)">
        {{ logWords('logPage.noTakesMatch') }}
      </p>
      <div v-else class="overflow-x-auto">
        <LogContactSheet
          v-if="shown === 'sheet'"
          :entries="entries"
          :chosen="chosen.map(one => one.picture.id)"
          @choose="choose"
        />
        <LogTable v-else :entries="entries" :is-chosen="isChosen" @choose="choose" @attach="attach" />
        <p v-if="chosen.length === 1" role="status" class="pt-2 text-[13px]">
          {{ logWords('logPage.selectedSelectAnotherSee', { name: chosen[0]!.picture.name }) }}
        </p>
        <UButton
          v-if="next"
          class="mt-2"
          size="xs"
          variant="outline"
          :label="logWords('logPage.showMoreTakes')"
          @click="more"
        />
      </div>
    </div>
    <LazyPicturesCompared v-if="pair" v-model:open="comparing" :pair="pair" @closed="chosen = []" />
  </div>
</template>
