<script setup lang="ts">
import { ApiError } from '~/services/api'
import { saveSetupFile, setupText } from '~/services/setupFile'
import { KEYS } from '~~/shared/texts/keys'
import { planWords } from '~~/shared/texts/pages/plan'

useAhead(() => [
  import('~/components/inputs/InputPanel.vue'),
  import('~/components/plan/ResultsList.vue'),
  import('~/components/plan/LightPanel.vue'),
  import('~/components/plan/MethodsPanel.vue'),
  import('~/components/plan/ChecksPanel.vue'),
  import('~/components/plan/ListsPanel.vue'),
  import('~/components/takes/TakeLog.vue'),
  import('~/components/plan/SayLine.vue'),
  import('~/components/ui/PickList.vue'),
  import('~/components/know/EvidenceForm.vue'),
  import('~/components/know/FiringForm.vue'),
  import('~/components/views/EnlargedFrame.vue'),
])
const route = useRoute()
const store = useSetupStore()
const takes = useTakesStore()
const pictures = usePicturesStore()
const view = useViewStore()
const preferences = usePreferencesStore()
const failure = ref('')
const TABS = [
  { id: 'plan', label: planWords('setUpPage.findings') },
  { id: 'figures', label: planWords('setUpPage.figures') },
  { id: 'light', label: planWords('setUpPage.light') },
  { id: 'methods', label: planWords('setUpPage.methods') },
  { id: 'tests', label: planWords('setUpPage.tests') },
  { id: 'lists', label: planWords('setUpPage.lists') },
  { id: 'takes', label: planWords('setUpPage.takes') },
] as const
const PANELS = [
  { id: 'know', label: planWords('setUpPage.whatIKnow') },
  { id: 'all', label: planWords('setUpPage.showAllInputs') },
] as const
/** On a phone one part is shown at a time. */
const PARTS = [
  { id: 'result', label: planWords('setUpPage.dialCard') },
  { id: 'drawing', label: planWords('setUpPage.drawings') },
  { id: 'inputs', label: planWords('setUpPage.inputs') },
] as const
const part = ref<(typeof PARTS)[number]['id']>('result')
/** A link may name the tab it is about. */
const tab = ref<(typeof TABS)[number]['id']>(TABS.find(one => one.id === route.query.tab)?.id ?? 'plan')
const replay = useTemplateRef<{ press: () => void }>('replay')
/** The figure whose why was asked for on the dial card; the count makes the same one open again. */
const why = ref('')
let asked = 0
function askWhy(id: string): void {
  tab.value = 'figures'
  why.value = `${id} ${++asked}`
}

useHead({ title: () => planWords('setUpPage.epiro', { name: store.setup?.name ?? planWords('setUpPage.setUp') }) })

const id = computed(() => String(route.params.id))
/** It is there and cannot be read. */
const unreadable = ref(false)
async function openAll(): Promise<void> {
  unreadable.value = false
  try {
    view.reset()
    // The set-up stands by itself: takes that do not come yet must not take it away.
    void takes.open(id.value)
    void pictures.open(id.value).catch(() => {})
    await store.open(id.value)
    if (store.record)
      noteRecent({ to: `/setups/${id.value}`, label: store.record.setup.name, of: store.record.shootName })
  } catch (error) {
    unreadable.value = error instanceof ApiError && error.status === 422
    if (!unreadable.value) failure.value = openFailure(error)
  }
}
onMounted(openAll)
onBeforeUnmount(() => {
  view.reset()
  takes.close()
  store.close()
})

const saying = ref(false)
const page = computed(() => `/setups/${String(route.params.id)}/card`)
usePageKeys(event => {
  if (pressed(KEYS.undo, event, { undo: store.undo, redo: store.redo })) return
  pressed(KEYS.setup, event, {
    // The drawings have their own digits.
    tab: ({ key, target }) => {
      if ((target as HTMLElement).closest('svg')) return false
      tab.value = TABS[Number(key) - 1]!.id
    },
    replay: () => replay.value?.press(),
    ghosts: () => {
      view.ghosts = !view.ghosts
    },
    picture: () => {
      view.enlarged = true
    },
    view: () => {
      view.fromCamera = !view.fromCamera
    },
    card: () => void navigateTo(page.value),
    say: () => {
      saying.value = true
    },
  })
})

const { copied, copy } = useCopied()
const tabs = computed(() => {
  const counts: Partial<Record<(typeof TABS)[number]['id'], number>> = {
    plan: store.plan?.findings.filter(f => f.severity !== 'note').length,
    takes: takes.takes.length,
  }
  return TABS.map(one => ({ ...one, count: counts[one.id] ?? 0 }))
})
</script>

<template>
  <div class="h-full">
    <LazyPlanSayLine v-if="store.plan" v-model="saying" />
    <Teleport defer to="#header-place">
      <NuxtLink v-if="store.record" to="/" class="hidden truncate text-(--ink-soft) hover:underline md:inline">{{
        store.record.shootName
      }}</NuxtLink>
      <h1 v-if="store.setup" class="truncate font-semibold">{{ store.setup.name }}</h1>
      <PlanSaveStatus v-if="store.setup" />
      <span class="flex">
        <PlanUndoRedo />
        <UButton
          v-if="store.setup"
          size="xs"
          variant="ghost"
          icon="i-lucide-gallery-horizontal-end"
          :label="
            store.plan?.sequence
              ? planWords('setUpPage.pops', { exposures: store.plan.sequence.exposures.length })
              : planWords('setUpPage.sequence')
          "
          :aria-label="planWords('setUpPage.planSequencePops')"
          :ui="{ label: 'max-sm:sr-only' }"
          :to="`/setups/${String(route.params.id)}/sequence`"
        />
        <UButton
          v-if="store.setup"
          size="xs"
          variant="ghost"
          icon="i-lucide-play-circle"
          :label="planWords('setUpPage.run')"
          :to="`/setups/${String(route.params.id)}/run`"
        />
        <UButton
          v-if="store.setup"
          icon="i-lucide-message-square-text"
          size="xs"
          variant="ghost"
          :aria-label="planWords('setUpPage.sayWhatSet')"
          :title="planWords('setUpPage.sayS')"
          @click="saying = true"
        />
        <UButton
          v-if="store.setup"
          icon="i-lucide-download"
          size="xs"
          variant="ghost"
          :aria-label="planWords('setUpPage.exportSetUpFile')"
          @click="saveSetupFile(store.setup)"
        />
        <UButton
          v-if="store.setup"
          icon="i-lucide-clipboard-copy"
          size="xs"
          variant="ghost"
          :aria-label="planWords('setUpPage.copySetUpPaste')"
          @click="copy(setupText(store.setup), planWords('setUpPage.copiedPaste'))"
        />
        <span role="status" class="text-[12px] text-(--ink-soft)">{{ copied }}</span>
      </span>
    </Teleport>

    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">{{ planWords('setUpPage.backShoots') }}</NuxtLink>
    </p>
    <LazyPlanSetupTrouble v-else-if="unreadable || store.failed" :id="id" :failed="store.failed" @mended="openAll" />
    <div v-else-if="store.plan" class="workspace" :class="`shows-${part}`">
      <nav class="parts" :aria-label="planWords('setUpPage.partsSetUp')">
        <button v-for="p in PARTS" :key="p.id" type="button" :aria-pressed="part === p.id" @click="part = p.id">
          {{ p.label }}
        </button>
      </nav>
      <section :aria-label="planWords('setUpPage.inputs')" class="inputs scrolls" tabindex="0">
        <div role="group" :aria-label="planWords('setUpPage.whichInputs')" class="which">
          <button
            v-for="p in PANELS"
            :key="p.id"
            type="button"
            :aria-pressed="preferences.panel === p.id"
            @click="preferences.panel = p.id"
          >
            {{ p.label }}
          </button>
        </div>
        <KnowPanel v-if="preferences.panel === 'know'" :plan="store.plan" @all="preferences.panel = 'all'" />
        <LazyInputsInputPanel v-else />
      </section>
      <section :aria-label="planWords('setUpPage.tablePlanPathChart')" class="rig">
        <ViewsRigAndPath :plan="store.plan" />
      </section>
      <section :aria-label="planWords('setUpPage.playSlowMotion')" class="replay-bar">
        <ViewsReplayBar ref="replay" :plan="store.plan" />
      </section>
      <section :aria-label="planWords('setUpPage.timeStrip')" class="strip">
        <ViewsTimeStrip :plan="store.plan" />
      </section>
      <aside class="side">
        <ViewsPredictedFrame :plan="store.plan" />
        <PlanDialCard :plan="store.plan" :page="page" @why="askWhy" />
        <UiTabList v-model="tab" :tabs="tabs" :label="planWords('setUpPage.detailsSetUp')" panel="side-panel" />
        <div id="side-panel" role="tabpanel" tabindex="0" :aria-labelledby="`tab-${tab}`" class="scrolls min-h-0 pb-4">
          <PlanFindingsList v-if="tab === 'plan'" :plan="store.plan" />
          <LazyPlanResultsList v-else-if="tab === 'figures'" :plan="store.plan" :opened="why" />
          <LazyPlanLightPanel v-else-if="tab === 'light'" :plan="store.plan" />
          <LazyPlanMethodsPanel v-else-if="tab === 'methods' && store.setup" :setup="store.setup" />
          <LazyPlanChecksPanel v-else-if="tab === 'tests'" :plan="store.plan" />
          <LazyPlanListsPanel v-else-if="tab === 'lists' && store.setup" :setup="store.setup" />
          <LazyTakesTakeLog v-else :plan="store.plan" />
        </div>
      </aside>
    </div>
    <p v-else class="p-8 text-(--ink-soft)" role="status">{{ planWords('setUpPage.openingSetUp') }}</p>
  </div>
</template>

<style scoped>
.workspace {
  display: grid;
  height: 100%;
  grid-template: 'inputs rig side' 1fr 'inputs replay side' 25px 'inputs strip side' 212px / 272px minmax(0, 1fr) 300px;
}
.inputs {
  grid-area: inputs;
  border-right: 1px solid var(--hair);
  background: var(--paper);
  min-height: 0;
}
.rig {
  grid-area: rig;
  min-height: 0;
  min-width: 0;
  background: var(--sheet);
}
.strip {
  grid-area: strip;
  border-top: 1px solid var(--hair);
  min-height: 0;
  min-width: 0;
  background: var(--sheet);
}
.replay-bar {
  grid-area: replay;
  border-top: 1px solid var(--hair);
  background: var(--sheet);
  min-width: 0;
}
.side {
  grid-area: side;
  border-left: 1px solid var(--hair);
  padding: 8px 12px 0;
  display: grid;
  grid-template: auto auto auto 1fr / minmax(0, 1fr);
  gap: 10px;
  min-height: 0;
  background: var(--paper);
}
.parts {
  display: none;
}
.which {
  display: grid;
  grid-template-columns: 1fr 1fr;
  position: sticky;
  top: 0;
  z-index: 2;
  background: var(--paper);
  border-bottom: 1px solid var(--hair-strong);
  font-size: 12px;
}
.which button {
  padding: 5px 0;
  cursor: pointer;
  color: var(--ink-soft);
}
.which button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 650;
  box-shadow: inset 0 -2px 0 var(--ink);
}
@media (max-width: 900px) {
  .workspace {
    display: block;
    overflow-y: auto;
  }
  .parts {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    position: sticky;
    top: 0;
    z-index: 2;
    background: var(--paper);
    border-bottom: 1px solid var(--hair-strong);
  }
  .parts button {
    padding: 9px 0;
    font-size: 14px;
    color: var(--ink-soft);
    cursor: pointer;
  }
  .parts button[aria-pressed='true'] {
    color: var(--ink);
    font-weight: 650;
    box-shadow: inset 0 -2px 0 var(--ink);
  }
  .workspace:not(.shows-inputs) .inputs,
  .workspace:not(.shows-drawing) :is(.rig, .strip, .replay-bar),
  .workspace:not(.shows-result) .side {
    display: none;
  }
  .rig {
    height: calc(100dvh - 320px);
    min-height: 400px;
  }
  .strip {
    height: 200px;
  }
  .side {
    display: block;
    border: 0;
  }
  .side > * {
    margin-bottom: 12px;
  }
  .inputs {
    border: 0;
  }
}
</style>
