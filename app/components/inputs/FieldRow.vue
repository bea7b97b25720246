<script setup lang="ts">
import {
  type FigureValue,
  assumedAt,
  canBeMarked,
  errorPathOf,
  fieldAt,
  heldAt,
  isChoice,
  isTyped,
  sourceOf,
  valueAt,
} from '~~/core'
import { labelOf } from '~~/shared/texts/fields'

/** A field of the set-up at hand, by its path. */
const {
  path,
  label = '',
  helpText = undefined,
} = defineProps<{
  path: string
  label?: string
  /** A line of help of its own, or none where it stands beside. */
  helpText?: string | undefined
}>()
const store = useSetupStore()

const field = computed(() => fieldAt(path)!)
const value = computed(() => (store.setup ? (valueAt(store.setup, path) as FigureValue) : undefined))
const shown = computed(() => (store.preview ? (valueAt(store.preview, path) as FigureValue) : undefined))
const assumed = computed(() => (store.shown ? assumedAt(store.shown, path) : null))
const mark = computed(() => (store.shown && canBeMarked(path) ? sourceOf(store.shown, path).from : null))
const typed = computed(() => store.shown !== null && isTyped(store.shown, path))
/** What was seen makes of it. */
const held = computed(() => (store.plan ? heldAt(store.plan.entered, store.plan.setup, path) : null))
const change = (next: FigureValue): string => store.change([{ path, value: next }])[0]?.reason ?? ''
</script>

<template>
  <InputsFieldInput
    :field="field"
    :value="value"
    :shown="shown"
    :path="path"
    :help-text="helpText"
    :label="label || labelOf(field)"
    :assumed="assumed"
    :mark="mark"
    :typed="typed"
    :held="held"
    :change="change"
    @undo="store.undo()"
    @redo="store.redo()"
  />
  <KnowKnownBy v-if="errorPathOf(path)" :path="path" />
  <InputsFollowedLine v-if="isChoice(path)" :path="path" />
</template>
