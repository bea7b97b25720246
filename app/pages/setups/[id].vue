<script setup lang="ts">
import { ApiError } from '~/services/api'
import { saveSetupFile } from '~/services/setupFile'

const route = useRoute()
const store = useSetupStore()
const takes = useTakesStore()
const failure = ref('')
const tab = ref<'plan' | 'figures' | 'methods' | 'takes'>('plan')
const TABS = [{ id: 'plan', label: 'Findings' }, { id: 'figures', label: 'Figures' }, { id: 'methods', label: 'Methods' }, { id: 'takes', label: 'Takes' }] as const

useHead({ title: () => `${store.setup?.name ?? 'Set-up'} · Epiro` })

onMounted(async () => {
  try {
    const id = String(route.params.id)
    await Promise.all([store.open(id), takes.open(id)])
  }
  catch (error) {
    failure.value = error instanceof ApiError && error.status === 404 ? 'There is no such set-up in this studio.' : 'The set-up could not be opened.'
  }
})
onBeforeUnmount(() => store.close())

function key(event: KeyboardEvent): void {
  const typing = (event.target as HTMLElement).closest('input, textarea, [contenteditable]')
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || typing) return
  event.preventDefault()
  if (event.shiftKey) store.redo()
  else store.undo()
}
const counts = computed(() => ({ plan: store.plan?.findings.filter(f => f.severity !== 'note').length ?? 0, figures: 0, methods: 0, takes: takes.takes.length }))
</script>

<template>
  <div class="h-full" @keydown="key">
    <Teleport defer to="#header-place">
      <NuxtLink v-if="store.record" to="/" class="hidden truncate text-(--ink-soft) hover:underline md:inline">{{ store.record.shootName }}</NuxtLink>
      <h1 v-if="store.setup" class="truncate font-semibold">{{ store.setup.name }}</h1>
      <PlanSaveStatus v-if="store.setup" />
      <span class="flex">
        <UButton icon="i-lucide-undo-2" size="xs" variant="ghost" aria-label="Undo" :disabled="!store.canUndo" @click="store.undo()" />
        <UButton icon="i-lucide-redo-2" size="xs" variant="ghost" aria-label="Redo" :disabled="!store.canRedo" @click="store.redo()" />
        <UButton v-if="store.setup" icon="i-lucide-download" size="xs" variant="ghost" aria-label="Export the set-up file" @click="saveSetupFile(store.setup)" />
      </span>
    </Teleport>

    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">Back to the shoots</NuxtLink>
    </p>
    <div v-else-if="store.plan" class="workspace">
      <section aria-label="Inputs" class="inputs scrolls" tabindex="0">
        <InputsInputPanel />
      </section>
      <section aria-label="Table plan and path chart" class="rig">
        <ViewsRigAndPath :plan="store.plan" />
      </section>
      <section aria-label="Time strip" class="strip">
        <ViewsTimeStrip :plan="store.plan" />
      </section>
      <aside class="side">
        <ViewsPredictedFrame :plan="store.plan" />
        <PlanDialCard :plan="store.plan" />
        <div role="tablist" aria-label="Findings, figures, methods and takes" class="tabs">
          <button
            v-for="t in TABS" :id="`tab-${t.id}`" :key="t.id" role="tab" type="button" :aria-selected="tab === t.id" aria-controls="side-panel" @click="tab = t.id"
          >
            {{ t.label }}<span v-if="counts[t.id] > 0" class="ml-1 text-(--ink-faint)">{{ counts[t.id] }}</span>
          </button>
        </div>
        <div id="side-panel" role="tabpanel" tabindex="0" :aria-labelledby="`tab-${tab}`" class="scrolls min-h-0 pb-4">
          <PlanFindingsList v-if="tab === 'plan'" :plan="store.plan" />
          <PlanResultsList v-else-if="tab === 'figures'" :plan="store.plan" />
          <PlanMethodsPanel v-else-if="tab === 'methods' && store.setup" :setup="store.setup" />
          <TakesTakeLog v-else :plan="store.plan" />
        </div>
      </aside>
    </div>
    <p v-else class="p-8 text-(--ink-soft)" role="status">
      Opening the set-up
    </p>
  </div>
</template>

<style scoped>
.workspace { display: grid; height: 100%; grid-template: "inputs rig side" 1fr "inputs strip side" 190px / 272px 1fr 300px; }
.inputs { grid-area: inputs; border-right: 1px solid var(--hair); background: var(--paper); min-height: 0; }
.rig { grid-area: rig; min-height: 0; min-width: 0; background: var(--sheet); }
.strip { grid-area: strip; border-top: 1px solid var(--hair); min-height: 0; min-width: 0; background: var(--sheet); }
.side { grid-area: side; border-left: 1px solid var(--hair); padding: 8px 12px 0; display: grid; grid-template-rows: auto auto auto 1fr; gap: 10px; min-height: 0; background: var(--paper); }
.tabs { display: flex; gap: 14px; border-bottom: 1px solid var(--ink); }
.tabs button { font-size: 12px; padding: 2px 0 4px; cursor: pointer; color: var(--ink-soft); }
.tabs button[aria-selected="true"] { font-weight: 650; color: var(--ink); box-shadow: 0 2px 0 var(--ink); }
@media (max-width: 900px) {
  .workspace { display: block; overflow-y: auto; }
  .rig { height: 520px; }
  .strip { height: 200px; }
  .side { display: block; border: 0; }
  .side > * { margin-bottom: 12px; }
  .inputs { border: 0; }
}
</style>
