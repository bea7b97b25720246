<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import type { Export } from '~~/core/lab'
import { labWords } from '~~/shared/texts/pages/lab'

/** Where the figures go, in one press; and what went, to be taken back. */
const { setupId } = defineProps<{ setupId: string }>()
const lab = useLabStore()
const kit = useKitStore()
const store = useSetupStore()
const session = useSessionStore()
const chosen = reactive<Record<string, string>>({})
const failure = ref('')
/** The firing that the files are of. */
const seenIn = ref('')
const takes = useTakesStore()
/** Takes that may have been recorded here: the last few. */
const RECENT = 8
const firings = computed(() => {
  const named = [...new Set((store.setup?.evidence ?? []).map(entry => entry.firing).filter(Boolean))]
  return [
    { value: '', label: labWords('givePanel.firingOwn') },
    ...takes.takes
      .slice(0, RECENT)
      .map(({ number }) => ({
        value: labWords('givePanel.take2', { number }),
        label: labWords('givePanel.take', { number }),
      })),
    ...named.map(name => ({ value: `firing ${name}`, label: `of ${name}` })),
  ]
})
function firing(): Parameters<typeof lab.toSetup>[1] {
  const [, what, name] = /^(take|firing) (.*)$/.exec(seenIn.value) ?? []
  return what === 'take' ? { firing: '', takes: [Number(name)] } : { firing: name ?? '', takes: [] }
}

const kindOf = (give: Export) => (give.to === 'kit' ? give.kind : give.to === 'kit-row' ? 'flash' : null)
const items = (give: Export) => {
  const kind = kindOf(give)
  return kind ? kit.ofKind(kind) : []
}
/** What the set-up took from kit is the likeliest to have been measured. */
function itemOf(give: Export): string {
  const kind = kindOf(give)
  if (!kind) return ''
  const own = kind === 'flash' ? store.setup?.flashes[0]?.kit : store.setup?.kit[kind as 'camera']
  return chosen[kind] ?? own ?? items(give)[0]?.id ?? ''
}
const needsSetup = (give: Export): boolean => give.to === 'evidence' || give.to === 'set-up' || give.to === 'take'
/** What is true of a sample is true of nothing in the studio. */
const possible = (give: Export): boolean =>
  lab.truth === null && session.isCrew && (needsSetup(give) ? setupId !== '' : itemOf(give) !== '')

async function send(give: Export): Promise<void> {
  failure.value = ''
  switch (give.to) {
    case 'evidence':
    case 'set-up':
      lab.toSetup(give, firing())
      break
    case 'take':
      failure.value = await lab.toTake(give)
      break
    default:
      failure.value = await lab.toKit(give, itemOf(give))
  }
}
</script>

<template>
  <section class="grid gap-2 text-[13px]" :aria-label="labWords('givePanel.useTheseResults')">
    <div v-for="give in lab.reading?.gives ?? []" :key="give.label" class="flex flex-wrap items-center gap-2">
      <UButton size="sm" variant="outline" :disabled="!possible(give)" @click="send(give)">{{
        LAB.tell(give.label)
      }}</UButton>
      <UiPickOne
        v-if="kindOf(give)"
        :model-value="itemOf(give)"
        :options="items(give).map(({ id, item }) => ({ value: id, label: item.name }))"
        class="max-w-full"
        :aria-label="labWords('givePanel.whichWasMeasured', { kind: kindOf(give)! })"
        @update:model-value="chosen[kindOf(give)!] = $event"
      />
    </div>
    <UiPickOne
      v-if="lab.truth === null && setupId !== '' && lab.reading?.gives.some(give => give.to === 'evidence')"
      v-model="seenIn"
      :options="firings"
      class="max-w-full"
      :aria-label="labWords('givePanel.whichFiringWasSeen')"
    />
    <p v-if="lab.truth !== null && (lab.reading?.gives ?? []).length > 0" class="text-(--ink-soft)">
      {{ labWords('givePanel.sampleAddFilesYour') }}
    </p>
    <p
      v-else-if="(lab.reading?.gives ?? []).some(give => needsSetup(give)) && setupId === ''"
      class="text-(--ink-soft)"
    >
      {{ labWords('givePanel.chooseSetUpAbove') }}
    </p>
    <p v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</p>
    <ul v-if="lab.sent.length > 0" class="grid gap-1" :aria-label="labWords('givePanel.sent')" data-testid="lab-sent">
      <li v-for="(entry, i) in lab.sent" :key="i" class="flex flex-wrap items-baseline gap-x-2">
        <span :class="{ 'line-through': entry.taken }">{{ entry.label }}: {{ entry.where }}</span>
        <UButton v-if="entry.back" variant="link" @click="lab.takeBack(entry)">
          {{ labWords('givePanel.undo') }}
        </UButton>
        <span v-else class="text-(--ink-soft)">{{ labWords('givePanel.undone') }}</span>
      </li>
    </ul>
  </section>
</template>
