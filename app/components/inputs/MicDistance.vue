<script setup lang="ts">
import { FIELDS, type FigureValue, isTyped, micAt, soundDistance, sourceOf } from '~~/core'
import { SOUND_OF } from '~~/shared/text/dialCard'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** How far a microphone is from what it hears: one entry, which moves it beside the travel. */
const { ask = '' } = defineProps<{ ask?: string }>()
const store = useSetupStore()

const PATH = 'sensor.offset'
const label = computed(() =>
  store.setup ? inputsWords('micDistance.microphone', { source: SOUND_OF[store.setup.sensor.source] }) : '',
)
const value = computed(() => (store.setup ? Number(soundDistance(store.setup).toPrecision(12)) : undefined))
const shown = computed(() => (store.preview ? Number(soundDistance(store.preview).toPrecision(12)) : undefined))
const mark = computed(() => (store.shown ? sourceOf(store.shown, PATH).from : null))
const typed = computed(() => store.shown !== null && isTyped(store.shown, PATH))

function change(next: FigureValue): string {
  const { setup } = store
  if (!setup || typeof next !== 'number') return ''
  const { position, offset } = micAt(setup, next)
  const changes = [
    ...(position === setup.sensor.position ? [] : [{ path: 'sensor.position', value: position }]),
    { path: PATH, value: offset },
  ]
  return store.change(changes)[0]?.reason ?? ''
}
</script>

<template>
  <InputsFieldInput
    :field="FIELDS[PATH]"
    :value="value"
    :shown="shown"
    :path="PATH"
    :label="ask || label"
    :help-text="inputsWords('micDistance.straightFromOneOther')"
    :mark="mark"
    :typed="typed"
    :change="change"
    @undo="store.undo()"
    @redo="store.redo()"
  />
</template>
