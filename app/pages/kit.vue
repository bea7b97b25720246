<script setup lang="ts">
import { KIT_KINDS, type KitKind } from '~~/core'
import { kitFromCsv, kitFromJson, kitToCsv, kitToJson } from '~~/shared/kit/files'
import type { Mistake } from '~~/shared/schemas/validate'
import { ApiError } from '~/services/api'
import { download } from '~/services/download'
import { KIT_LABELS } from '~~/shared/texts/choices'
import { kitWords } from '~~/shared/texts/pages/kit'

const store = useKitStore()
const session = useSessionStore()
const route = useRoute()
const failure = ref('')
const mistakes = ref<Mistake[]>([])
const showArchived = ref(false)
useHead({ title: kitWords('kit.kitEpiro') })

const shown = computed(() => store.records.filter(record => showArchived.value || !record.archived))
const groups = computed(() =>
  KIT_KINDS.map(kind => ({ kind, records: shown.value.filter(record => record.item.kind === kind) })),
)
const chosenId = computed(() => String(route.query.item ?? ''))
const chosen = computed(
  () => store.byId.get(chosenId.value) ?? store.inSight.find(r => r.item.kind === 'flash') ?? shown.value[0] ?? null,
)
const choose = (id: string): void => void navigateTo({ query: { item: id } }, { replace: true })

async function run(what: () => Promise<unknown>): Promise<void> {
  failure.value = ''
  mistakes.value = []
  try {
    await what()
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : kitWords('kit.somethingWentWrongTry')
    mistakes.value = error instanceof ApiError ? (error.problem?.errors ?? []) : []
  }
}
onMounted(() => run(store.load))

const file = useTemplateRef<HTMLInputElement>('file')
async function importFile(): Promise<void> {
  const given = file.value?.files?.[0]
  if (!given) return
  const text = await given.text()
  file.value!.value = ''
  const checked = /\.csv$/i.test(given.name) ? kitFromCsv(text) : kitFromJson(text)
  if ('mistakes' in checked) {
    failure.value = kitWords('kit.wasNotImported', { name: given.name })
    mistakes.value = checked.mistakes
    return
  }
  await run(async () => choose((await store.add(checked.value))[0]!))
}
const items = computed(() => store.inSight.map(record => record.item))
const add = (kind: KitKind): Promise<void> => run(async () => choose(await store.addNew(kind)))
const leaflet = ref(false)
const menu = [
  { label: kitWords('kit.flashFromDataSheet'), onSelect: () => void (leaflet.value = true) },
  ...KIT_KINDS.map(kind => ({ label: KIT_LABELS[kind].one, onSelect: () => void add(kind) })),
]
function made(id: string): void {
  leaflet.value = false
  choose(id)
}
</script>

<template>
  <div class="kit-page h-full">
    <nav :aria-label="kitWords('kit.kit')" class="kit-list scrolls" tabindex="0">
      <div class="flex items-baseline justify-between pt-4 pb-2">
        <h1 class="text-2xl font-semibold">{{ kitWords('kit.kit') }}</h1>
        <UDropdownMenu
          v-if="session.isLead"
          :items="menu"
          :ui="{ content: 'rounded-none shadow-none ring-1 ring-default' }"
        >
          <UButton icon="i-lucide-plus" size="xs" :label="kitWords('kit.add')" :aria-label="kitWords('kit.addKit')" />
        </UDropdownMenu>
      </div>
      <p v-if="store.loaded && shown.length === 0" class="text-[13px] text-(--ink-soft)">
        {{ kitWords('kit.noKitYet') }}
      </p>
      <template v-for="group in groups" :key="group.kind">
        <section v-if="group.records.length > 0" :aria-label="KIT_LABELS[group.kind].many" class="mb-3">
          <h2 class="section-title border-b border-(--ink) pb-0.5">
            {{ KIT_LABELS[group.kind].many }}
          </h2>
          <button
            v-for="record in group.records"
            :key="record.id"
            type="button"
            class="kit-entry"
            :aria-current="chosen?.id === record.id"
            :class="{ archived: record.archived }"
            @click="choose(record.id)"
          >
            <span class="min-w-0 flex-1 truncate">{{ record.item.name }}</span>
            <span v-if="record.archived" class="text-[11px] text-(--ink-faint)">{{ kitWords('kit.archived') }}</span>
            <span
              v-else-if="record.usedBy?.length"
              class="text-[11px] text-(--ink-faint)"
              :title="kitWords('kit.used', { usedBy: record.usedBy.map(u => u.name).join(', ') })"
              >{{ kitWords('kit.used2', { usedBy: record.usedBy.length }) }}</span
            >
          </button>
        </section>
      </template>
      <div class="flex flex-wrap items-center gap-1 border-t border-(--hair) py-2">
        <UButton
          v-if="session.isLead"
          size="xs"
          variant="ghost"
          icon="i-lucide-upload"
          :label="kitWords('kit.import')"
          :aria-label="kitWords('kit.importKitJsonCsv')"
          @click="file?.click()"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-download"
          :label="kitWords('kit.json')"
          :aria-label="kitWords('kit.exportKitJson')"
          @click="download(kitToJson(items), 'kit.json', 'application/json')"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-download"
          :label="kitWords('kit.csv')"
          :aria-label="kitWords('kit.exportKitCsv')"
          @click="download(kitToCsv(items), 'kit.csv', 'text/csv')"
        />
        <label class="flex items-center gap-1 text-[12px]"
          ><input v-model="showArchived" type="checkbox" class="tick" /> {{ kitWords('kit.showArchivedItems') }}</label
        >
      </div>
      <input
        ref="file"
        type="file"
        accept=".json,.csv,application/json,text/csv"
        class="hidden"
        :aria-label="kitWords('kit.kitFile')"
        @change="importFile"
      />
    </nav>
    <UModal
      v-model:open="leaflet"
      :title="kitWords('kit.addFlashFromData')"
      :description="kitWords('kit.threeFiguresEnoughRest')"
    >
      <template #body>
        <KitFlashLeaflet @made="made" />
      </template>
    </UModal>
    <div class="scrolls min-h-0 bg-(--sheet) px-6 py-4" tabindex="0" role="region" :aria-label="kitWords('kit.item')">
      <div v-if="failure" role="alert" class="mb-4 border-l-2 border-(--bad) pl-3 text-[13px] text-(--bad)">
        <p>{{ failure }}</p>
        <UiMistakeList :mistakes="mistakes" :most="12" />
      </div>
      <p v-if="!session.isLead" class="mb-3 text-[13px] text-(--ink-soft)" role="note">
        {{ kitWords('kit.youSignedAssistantYou') }}
      </p>
      <KitEmptyKit
        v-if="store.loaded && shown.length === 0"
        :can-add="session.isLead"
        @add="add"
        @leaflet="leaflet = true"
        @import="file?.click()"
      />
      <fieldset v-if="chosen" :disabled="!session.isLead" class="min-w-0">
        <KitEditor :key="chosen.id" :record="chosen" @chosen="choose" />
      </fieldset>
    </div>
  </div>
</template>

<style scoped>
.kit-page {
  display: grid;
  grid-template-columns: 288px minmax(0, 1fr);
}
.kit-list {
  border-right: 1px solid var(--hair);
  padding: 0 14px;
  min-height: 0;
}
.kit-entry {
  display: flex;
  align-items: baseline;
  gap: 8px;
  width: 100%;
  text-align: left;
  font-size: 13px;
  padding: 4px 6px;
  cursor: pointer;
  border-bottom: 1px solid var(--hair);
}
.kit-entry:hover {
  background: var(--ui-bg-elevated);
}
.kit-entry[aria-current='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.kit-entry[aria-current='true'] span {
  color: var(--sheet);
}
.archived {
  color: var(--ink-faint);
}
@media (max-width: 900px) {
  .kit-page {
    display: block;
    overflow-y: auto;
  }
  .kit-list {
    border: 0;
  }
}
</style>
