<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import { LAB_TOOLS } from '~~/core/lab'
import { type ShootRecord, api } from '~/services/api'
import { labWords } from '~~/shared/texts/pages/lab'

/** The Lab: measuring with the files that a studio has anyway. */
const lab = useLabStore()
const store = useSetupStore()
const takes = useTakesStore()
const kit = useKitStore()
const route = useRoute()
const router = useRouter()
useHead({ title: labWords('labPage.labEpiro') })

const shoots = shallowRef<ShootRecord[]>([])
const setupId = ref(typeof route.query.setup === 'string' ? route.query.setup : '')
/** Asked for as an exercise: the address forgets it once a tool is chosen. */
const exercise = route.query.exercise !== undefined
const failure = ref('')
async function openSetup(): Promise<void> {
  failure.value = ''
  store.close()
  takes.close()
  if (setupId.value === '') return
  try {
    await store.open(setupId.value)
    void takes.open(setupId.value)
    lab.takeKnown()
  } catch {
    failure.value = labWords('labPage.setUpCouldNot')
    setupId.value = ''
  }
}
onMounted(async () => {
  lab.choose(typeof route.query.tool === 'string' ? route.query.tool : lab.toolId)
  try {
    shoots.value = await api.allShoots()
    await kit.load()
  } catch {
    failure.value = labWords('labPage.setUpsKitCould')
  }
  await openSetup()
  // A tool is seen at work before anybody gives it a file; what was wrong with one given meanwhile stays in sight.
  if (exercise || (lab.files.length === 0 && lab.busy === '' && lab.trouble.length === 0))
    await lab.loadSample(exercise)
})
async function choose(id: string): Promise<void> {
  lab.choose(id)
  await lab.loadSample()
}
onBeforeUnmount(() => {
  takes.close()
  store.close()
})
watch([setupId, () => lab.toolId], ([setup, tool]) => {
  void router.replace({ query: { tool, ...(setup ? { setup } : {}) } })
})

const zoom = ref(1)
const at = ref({ x: 0.5, y: 0.5 })
const stops = ref(false)
const marksOf = (index: number) => (lab.reading?.marks ?? []).filter(mark => mark.file === index)
const shown = computed(() => lab.files.slice(0, 12))
const GROUPS = [
  { title: labWords('labPage.frames'), takes: 'frame' },
  { title: labWords('labPage.sound'), takes: 'sound' },
  { title: labWords('labPage.light'), takes: 'trace' },
] as const
</script>

<template>
  <div class="lab">
    <nav :aria-label="labWords('labPage.tools')" class="tools">
      <h1 class="text-xl font-semibold">{{ labWords('labPage.lab') }}</h1>
      <template v-for="group in GROUPS" :key="group.title">
        <h2 class="mt-3 text-[12px] text-(--ink-soft)">{{ group.title }}</h2>
        <button
          v-for="tool in LAB_TOOLS.filter(one => one.takes === group.takes)"
          :key="tool.id"
          type="button"
          class="tool"
          :class="{ here: tool.id === lab.toolId }"
          :aria-current="tool.id === lab.toolId ? 'true' : undefined"
          @click="choose(tool.id)"
        >
          {{ LAB.tell(tool.title) }}
        </button>
      </template>
      <p class="mt-4 text-[12px] text-(--ink-soft)">
        {{ labWords('labPage.filesReadDeviceNot') }}
      </p>
    </nav>
    <section :aria-label="labWords('labPage.whatShows')" class="scrolls min-w-0 px-4 py-3">
      <header class="max-w-3xl pb-2">
        <h2 class="text-lg font-semibold">{{ LAB.tell(lab.tool.title) }}</h2>
        <p class="text-[13px] text-(--ink-soft)">{{ LAB.tell(lab.tool.text) }}</p>
        <p v-if="lab.tool.parts" class="text-[13px] text-(--ink-soft)">
          {{
            labWords('labPage.first', {
              parts: lab.tool.parts.map(part => LAB.tell(part)).join(labWords('labPage.then')),
            })
          }}
        </p>
      </header>
      <LabFileDrop />
      <div v-if="lab.tool.takes === 'frame' && shown.length > 0" class="flex items-baseline gap-3 pt-2 text-[12px]">
        <label class="flex items-center gap-2">
          {{ labWords('labPage.closer') }}
          <input v-model.number="zoom" type="range" min="1" max="8" step="0.5" :aria-label="labWords('labPage.zoom')" />
        </label>
        <label class="flex items-center gap-1"
          ><input v-model="stops" type="checkbox" class="tick" /> {{ labWords('labPage.falseColour') }}</label
        >
        <span v-if="stops" class="text-(--ink-soft)">
          {{ labWords('labPage.darkLightUnder6') }}
        </span>
        <span v-else class="text-(--ink-soft)">{{ labWords('labPage.doubleClickShowSame') }}</span>
      </div>
      <div
        class="grid gap-4 pt-3"
        :class="{ 'grid-cols-2': lab.tool.takes === 'frame' && shown.length > 1 }"
        data-testid="lab-files-shown"
      >
        <template v-for="(file, i) in shown" :key="file.file">
          <LabFrameView
            v-if="file.kind === 'frame'"
            :file="file"
            :marks="marksOf(i)"
            :zoom="zoom"
            :at="at"
            :stops="stops"
            @mark="(id, place) => lab.mark(id, i, place)"
            @look="at = $event"
          />
          <LabTraceView v-else :file="file" :marks="marksOf(i)" @mark="(id, place) => lab.mark(id, i, place)" />
        </template>
      </div>
      <p v-if="lab.files.length > shown.length" class="text-[13px] text-(--ink-soft)">
        {{ labWords('labPage.moreFilesAlsoRead', { files: lab.files.length - shown.length }) }}
      </p>
      <p v-if="lab.files.length > 0 && lab.files.length < lab.tool.least" role="status" class="text-[13px]">
        {{
          labWords('labPage.filesNeededSoFar', {
            least: lab.tool.least,
            files:
              lab.files.length === 1 ? labWords('labPage.one') : labWords('labPage.are', { files: lab.files.length }),
          })
        }}
      </p>
    </section>
    <aside class="scrolls side" :aria-label="labWords('labPage.settingsReading')">
      <label class="grid gap-1 text-[13px]">
        {{ labWords('labPage.setUp') }}
        <UiPickOne
          v-model="setupId"
          :options="[
            { value: '', label: 'none' },
            ...shoots.flatMap(({ name: group, setups }) =>
              setups.map(({ id: value, name: label }) => ({ value, label, group })),
            ),
          ]"
          class="max-w-full"
          data-testid="lab-setup"
          :data-setup="setupId"
          @update:model-value="openSetup"
        />
      </label>
      <p v-if="failure" role="alert" class="text-[13px] text-(--bad)">{{ failure }}</p>
      <LabToolSettings />
      <LabReadingPanel />
      <LabGivePanel :setup-id="setupId" />
    </aside>
  </div>
</template>

<style scoped>
.lab {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr) 350px;
  height: 100%;
}
.tools {
  border-right: 1px solid var(--hair);
  padding: 12px;
  overflow-y: auto;
}
.tool {
  display: block;
  width: 100%;
  text-align: left;
  padding: 2px 6px;
  font-size: 14px;
  border-left: 2px solid transparent;
  cursor: pointer;
}
.tool.here {
  border-left-color: var(--ink);
  font-weight: 620;
}
.side {
  border-left: 1px solid var(--hair);
  padding: 12px 14px;
  display: grid;
  gap: 14px;
  align-content: start;
}
@media (max-width: 900px) {
  .lab {
    display: block;
    overflow-y: auto;
  }
  .tools {
    border: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 4px;
  }
  .tools h2 {
    margin: 0;
    width: 100%;
  }
  .tool {
    width: auto;
  }
  .side {
    border: 0;
  }
}
</style>
