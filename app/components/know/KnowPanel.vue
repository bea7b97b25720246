<script setup lang="ts">
import { MATTERS, type Matter, type Plan, RECIPE, type Setup, fieldAt, mattersOf, sourceOf } from '~~/core'
import { fieldName } from '~~/shared/text/fieldName'
import { figurePaths, openPaths } from '~/components/inputs/sections'
import { knowWords } from '~~/shared/texts/pages/know'

/** What is known, what was seen, and what is assumed and matters; the rest is folded under one line. */
const { plan } = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ all: [] }>()
const store = useSetupStore()
const { show } = useNumbers()

/** Rows that are open, questions and all, by default. */
const MOST_ROWS = 16

const setup = computed(() => store.setup)
const open = computed(() => new Set(setup.value ? figurePaths(setup.value) : []))
const asks = computed(() => {
  const { value } = setup
  if (!value) return []
  const rows = new Set(openPaths(value))
  return RECIPE[value.recipe].asks.filter(path => rows.has(path))
})
const matters = useCalm<Setup | null, Matter[]>(
  () => setup.value,
  now =>
    now
      ? mattersOf(
          now,
          figurePaths(now).filter(path => sourceOf(now, path).from === 'assumed'),
        )
      : [],
  [],
)
/** Figures that somebody knows, outside the questions. */
const known = computed(() =>
  [...open.value].filter(
    path =>
      !asks.value.includes(path) &&
      setup.value !== null &&
      sourceOf(setup.value, path).from !== 'assumed' &&
      fieldAt(path)?.type === 'number',
  ),
)
const assumed = computed(() => matters.value.filter(row => !asks.value.includes(row.path)))
const shown = computed(() =>
  assumed.value.filter(row => row.most > MATTERS).slice(0, Math.max(0, MOST_ROWS - asks.value.length)),
)
const folded = computed(() => assumed.value.filter(row => !shown.value.includes(row)))
const most = computed(() => folded.value[0]?.most ?? 0)
const labelOf = (path: string): string => (setup.value ? fieldName(setup.value, path) : path)
</script>

<template>
  <div class="grid gap-0 px-3 pb-8" data-testid="know">
    <h2 class="section-title mt-2 mb-1">{{ knowWords('knowPanel.whatYouKnow') }}</h2>
    <KnowAskRow v-for="path in asks" :key="path" :path="path" />
    <KnowEvidenceList :plan="plan" />
    <KnowLearntElsewhere />
    <template v-if="shown.length > 0">
      <h2 class="section-title mt-3 mb-1">{{ knowWords('knowPanel.worthCheckingAssumedThey') }}</h2>
      <InputsFieldRow v-for="row in shown" :key="row.path" :path="row.path" :label="labelOf(row.path)" />
    </template>
    <details v-if="known.length > 0" class="mt-3">
      <summary class="cursor-pointer text-[12px] text-(--ink-soft)">
        {{ knowWords('knowPanel.moreInputs', { known: known.length }) }}
      </summary>
      <InputsFieldRow v-for="path in known" :key="path" :path="path" :label="labelOf(path)" />
    </details>
    <p class="mt-3 text-[12px] text-(--ink-soft)" data-testid="folded">
      {{
        knowWords('knowPanel.moreAssumedNoneChanges', {
          folded: folded.length,
          noun: folded.length === 1 ? knowWords('knowPanel.is') : knowWords('knowPanel.are'),
          most: show(Math.max(0.001, Math.ceil(most * 1000) / 1000), 'share'),
        })
      }}
      <UButton variant="link" @click="emit('all')">{{ knowWords('knowPanel.showAllInputs') }}</UButton>
    </p>
    <KnowMeasureNext :plan="plan" />
  </div>
</template>
