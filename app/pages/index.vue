<script setup lang="ts">
import type { Setup } from '~~/core'
import type { Checked, Mistake } from '~~/shared/schemas/validate'
import { ApiError, type ArchivedSetup, api } from '~/services/api'
import { shootsWords } from '~~/shared/texts/pages/shoots'

const shoots = useShootsStore()
const session = useSessionStore()
const preferences = usePreferencesStore()
const adding = ref(false)
const addTo = ref('')
const pasteInto = ref('')
const archived = ref<ArchivedSetup[] | null>(null)
const failure = ref('')
const mistakes = ref<Mistake[]>([])
const undone = ref<{ id: string; name: string } | null>(null)
useHead({ title: shootsWords('startPage.shootsEpiro') })

/** Does something and reads the shoots again; what goes wrong is said at the top. */
async function run(what: () => Promise<unknown>): Promise<void> {
  failure.value = ''
  mistakes.value = []
  try {
    await what()
    await shoots.load()
    if (archived.value) archived.value = await api.archivedSetups()
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : shootsWords('startPage.somethingWentWrongTry')
  }
}
const tour = useTourStore()
const route = useRoute()
const takeTour = (): Promise<void> => run(async () => void (await navigateTo(await tour.start())))
onMounted(() => (route.query.tour === undefined ? run(async () => {}) : takeTour()))
watch(
  () => route.query.tour,
  asked => asked !== undefined && void takeTour(),
)
const rehearse = (id: string): Promise<void> =>
  run(async () => {
    await navigateTo(`/setups/${(await api.rehearse(id)).id}/run`)
  })

/** What is on today first, then what comes, the nearest first, then what is over. */
const today = localDay()
const ordered = computed(() => {
  const rank = (date: string): number => (date === today ? 0 : date > today ? 1 : 2)
  return [...shoots.shoots].sort(
    (a, b) =>
      rank(a.date) - rank(b.date) || (rank(a.date) === 1 ? a.date.localeCompare(b.date) : b.date.localeCompare(a.date)),
  )
})

/** Shoots and set-ups that are drawn at once: a heading and a row. */
const FIRST = 5
const pieces = computed(() => ordered.value.reduce((sum, { setups }) => sum + 1 + setups.length, 0))
const drawn = useInPieces(() => pieces.value, FIRST)
/** Shoots as far as they are drawn, each with how many of its set-ups. */
const begun = computed(() => {
  let left = drawn.value
  return ordered.value.flatMap(shoot => {
    const most = Math.min(left - 1, shoot.setups.length)
    left -= 1 + shoot.setups.length
    return most >= 0 ? [{ shoot, most }] : []
  })
})
/** What stands below the shoots comes once they are there, or it would be pushed down; and stays. */
const isDrawn = useOnce(() => shoots.loaded && drawn.value >= pieces.value)

const file = useTemplateRef<HTMLInputElement>('file')
let importInto = ''
function chooseFile(shootId: string): void {
  importInto = shootId
  file.value?.click()
}
async function take(checked: Checked<Setup>, shootId: string, what: string): Promise<boolean> {
  failure.value = ''
  mistakes.value = []
  if ('mistakes' in checked) {
    failure.value = shootsWords('startPage.couldNotReadSet', { what })
    mistakes.value = checked.mistakes
    return false
  }
  try {
    await navigateTo(`/setups/${(await api.createSetup(shootId, checked.value)).id}`)
    return true
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : shootsWords('startPage.setUpWasNot')
    return false
  }
}
async function importFile(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const { readSetupFile } = await import('~/services/setupReading')
  const checked = await readSetupFile(chosen)
  file.value!.value = ''
  await take(checked, importInto, chosen.name)
}
async function paste(text: string): Promise<void> {
  const into = pasteInto.value
  pasteInto.value = ''
  const { readSetupText } = await import('~/services/setupReading')
  await take(readSetupText(text), into, shootsWords('startPage.pastedText'))
}
async function archive(id: string, name: string): Promise<void> {
  await run(() => api.archiveSetup(id))
  if (!failure.value) undone.value = { id, name }
}
async function restore(id: string): Promise<void> {
  await run(() => api.restoreSetup(id))
  undone.value = null
}
async function earlier(): Promise<void> {
  failure.value = ''
  await shoots.loadEarlier().catch((error: unknown) => {
    failure.value = error instanceof ApiError ? error.message : shootsWords('startPage.earlierShootsCouldNot')
  })
}
const toggleArchived = (): Promise<void> =>
  run(async () => {
    archived.value = archived.value ? null : await api.archivedSetups()
  })
</script>

<template>
  <div class="scrolls h-full">
    <div class="mx-auto max-w-5xl px-6 py-8">
      <div class="mb-6 flex items-baseline justify-between">
        <h1 class="text-2xl font-semibold">{{ shootsWords('startPage.shoots') }}</h1>
        <span class="flex gap-2">
          <UButton
            variant="ghost"
            :icon="preferences.shootsAs === 'board' ? 'i-lucide-list' : 'i-lucide-layout-grid'"
            :aria-label="
              preferences.shootsAs === 'board'
                ? shootsWords('startPage.showSetUpsList')
                : shootsWords('startPage.showSetUpsPictures')
            "
            @click="preferences.shootsAs = preferences.shootsAs === 'board' ? 'list' : 'board'"
          />
          <UButton
            v-if="session.isCrew"
            icon="i-lucide-plus"
            :label="shootsWords('startPage.newShoot')"
            @click="adding = true"
          />
        </span>
      </div>
      <div v-if="failure" role="alert" class="mb-4 border-l-2 border-(--bad) pl-3 text-(--bad)">
        <p>{{ failure }}</p>
        <UiMistakeList :mistakes="mistakes" />
      </div>
      <p v-if="undone" role="status" class="mb-4 text-[13px]">
        {{ shootsWords('startPage.archived', { name: undone.name }) }}
        <UButton variant="link" @click="restore(undone.id)">
          {{ shootsWords('startPage.restoreSetUp') }}
        </UButton>
      </p>
      <input
        ref="file"
        type="file"
        accept="application/json,.json"
        class="hidden"
        :aria-label="shootsWords('startPage.setUpFile')"
        @change="importFile"
      />
      <LazyShootsFirstMinute v-if="shoots.loaded && shoots.shoots.length === 0 && session.isCrew" class="mb-8" />
      <p v-else-if="shoots.loaded && shoots.shoots.length === 0" class="max-w-prose text-(--ink-soft)">
        {{ shootsWords('startPage.noShootsYetShoot') }}
      </p>
      <ShootsShootSection
        v-for="{ shoot, most } in begun"
        :key="shoot.id"
        :shoot="shoot"
        :most="most"
        :shoots="shoots.shoots"
        @add="addTo = shoot.id"
        @import-file="chooseFile(shoot.id)"
        @paste="pasteInto = shoot.id"
        @archive="archive"
        @duplicate="id => run(() => api.duplicateSetup(id))"
        @rehearse="rehearse"
        @move="(id, to) => run(() => api.moveSetup(id, to))"
        @archive-shoot="run(() => api.archiveShoot(shoot.id))"
      />
      <UButton
        v-if="shoots.next && isDrawn"
        variant="subtle"
        color="neutral"
        class="mb-6"
        :label="shootsWords('startPage.showEarlierShoots')"
        loading-auto
        @click="earlier"
      />
      <UButton
        v-if="isDrawn"
        variant="ghost"
        size="xs"
        icon="i-lucide-archive"
        :label="archived ? shootsWords('startPage.hideArchivedSetUps') : shootsWords('startPage.archivedSetUps')"
        @click="toggleArchived"
      />
      <ul v-if="archived" class="mt-2 text-[13px]" :aria-label="shootsWords('startPage.archivedSetUps')">
        <li v-if="archived.length === 0" class="text-(--ink-soft)">{{ shootsWords('startPage.none') }}</li>
        <li v-for="a in archived" :key="a.id" class="flex items-baseline gap-3 border-b border-(--hair) py-1">
          <span class="flex-1"
            >{{ a.name }} <span class="text-(--ink-soft)">· {{ a.shootName }}</span></span
          >
          <UButton
            v-if="session.isLead"
            size="xs"
            variant="ghost"
            :label="shootsWords('startPage.restore')"
            :aria-label="shootsWords('startPage.restore2', { name: a.name })"
            @click="restore(a.id)"
          />
        </li>
      </ul>
    </div>
    <LazyShootsNewShoot v-if="adding" @close="adding = false" />
    <LazyShootsNewSetup v-if="addTo !== ''" :shoot-id="addTo" @close="addTo = ''" />
    <LazyShootsPasteSetup v-if="pasteInto !== ''" @paste="paste" @close="pasteInto = ''" />
  </div>
</template>
