<script setup lang="ts">
import { planWords } from '~~/shared/texts/pages/plan'

/** Whether the work is saved. */
const store = useSetupStore()
const met = useOnce(() => store.saveState === 'conflict')
const TEXTS = {
  saved: planWords('saveStatus.saved'),
  tried: planWords('saveStatus.previewOnlyViewersCannot'),
  waiting: planWords('saveStatus.saving'),
  saving: planWords('saveStatus.saving'),
  offline: planWords('saveStatus.notSentYetSaved'),
  conflict: planWords('saveStatus.changedElsewhere'),
  refused: planWords('saveStatus.notSaved'),
} as const

const text = computed(() => {
  const { saveState, saveMessage, kept } = store
  if (saveState === 'refused') return `${TEXTS.refused}: ${saveMessage}`
  if (saveState === 'offline' && !kept) return planWords('saveStatus.notSentYetBrowsers')
  return TEXTS[saveState]
})
</script>

<template>
  <span
    role="status"
    class="text-[12px]"
    :class="store.saveState === 'saved' ? 'shrink-0 text-(--ink-soft)' : 'truncate font-semibold'"
    data-testid="save-state"
  >
    {{ text }}
  </span>
  <LazyPlanSaveConflict v-if="met" />
</template>
