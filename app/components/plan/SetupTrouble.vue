<script setup lang="ts">
import type { Setup } from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import type { Mistake } from '~~/shared/schemas/validate'
import { ApiError, type SetupDocument, api } from '~/services/api'
import { download, fileName } from '~/services/download'
import { readSetupFile } from '~/services/setupReading'
import { planWords } from '~~/shared/texts/pages/plan'

/**
 * A set-up that cannot be read or planned: what is wrong with it, and what can be done. Its takes are not touched by
 * any of it.
 */
const { id, failed = '' } = defineProps<{ id: string; failed?: string }>()
const emit = defineEmits<{ mended: [] }>()
const session = useSessionStore()
const found = shallowRef<SetupDocument | null>(null)
const failure = ref('')
const mistakes = ref<Mistake[]>([])

const parsed = computed<unknown>(() => {
  try {
    return JSON.parse(found.value?.document ?? '')
  } catch {
    return undefined
  }
})
/** What the rules for set-ups say of what lies there. */
const amiss = computed<Mistake[]>(() => {
  if (parsed.value === undefined) return []
  const checked = checkSetup(parsed.value)
  return 'mistakes' in checked ? checked.mistakes : []
})

const said = (error: unknown, otherwise: string): string => (error instanceof ApiError ? error.message : otherwise)
onMounted(async () => {
  try {
    found.value = await api.setupDocument(id)
  } catch (error) {
    failure.value = said(error, planWords('setupTrouble.couldNotFetched'))
  }
})

const save = (): void =>
  download(found.value!.document, `${fileName(found.value!.name) || 'set-up'}.json`, 'application/json')

const file = useTemplateRef<HTMLInputElement>('file')
async function replaceBy(setup: Setup): Promise<void> {
  try {
    await api.saveSetup(id, found.value!.revision, setup)
    emit('mended')
  } catch (error) {
    failure.value = said(error, planWords('setupTrouble.wasNotSaved'))
  }
}
async function takeFile(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  failure.value = ''
  const checked = await readSetupFile(chosen)
  file.value!.value = ''
  mistakes.value = 'mistakes' in checked ? checked.mistakes : []
  if ('mistakes' in checked) failure.value = planWords('setupTrouble.notSetUpCan', { name: chosen.name })
  else await replaceBy(checked.value)
}
async function archive(): Promise<void> {
  try {
    await api.archiveSetup(id)
    await navigateTo('/')
  } catch (error) {
    failure.value = said(error, planWords('setupTrouble.wasNotArchived'))
  }
}
</script>

<template>
  <section class="grid max-w-prose gap-3 p-8" :aria-label="planWords('setupTrouble.whatWrongSetUp')">
    <h2 class="text-lg font-semibold">
      {{ found?.name ?? planWords('setupTrouble.setUp') }}
      {{ failed ? planWords('setupTrouble.cannotPlanned') : planWords('setupTrouble.cannotRead') }}
    </h2>
    <p class="text-(--ink-soft)">
      <template v-if="failed">{{ planWords('setupTrouble.planningStopped', { failed }) }} </template>
      {{ planWords('setupTrouble.takesPicturesSafeNothing') }}
    </p>
    <UiMistakeList :mistakes="amiss" :most="12" :aria-label="planWords('setupTrouble.whatFileGetsWrong')" />
    <p v-if="found && parsed === undefined" class="text-[13px]">
      {{ planWords('setupTrouble.whatThereNotJson') }}
    </p>
    <div class="flex flex-wrap gap-2">
      <UButton
        icon="i-lucide-download"
        :label="planWords('setupTrouble.saveWhatThere')"
        :disabled="!found"
        @click="save"
      />
      <UButton
        v-if="session.isCrew"
        variant="subtle"
        icon="i-lucide-upload"
        :label="planWords('setupTrouble.putSetUpFile')"
        :disabled="!found"
        @click="file?.click()"
      />
      <UButton
        v-if="session.isCrew"
        variant="ghost"
        icon="i-lucide-archive"
        :label="planWords('setupTrouble.archive')"
        :disabled="!found"
        @click="archive"
      />
    </div>
    <input
      ref="file"
      type="file"
      accept="application/json,.json"
      class="hidden"
      :aria-label="planWords('setupTrouble.setUpFilePut')"
      @change="takeFile"
    />
    <div v-if="failure" role="alert" class="border-l-2 border-(--bad) pl-3 text-(--bad)">
      <p>{{ failure }}</p>
      <UiMistakeList :mistakes="mistakes" :most="12" />
    </div>
    <p>
      <NuxtLink to="/" class="underline">{{ planWords('setupTrouble.backShoots') }}</NuxtLink>
    </p>
  </section>
</template>
