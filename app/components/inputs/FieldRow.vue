<script setup lang="ts">
import { type Change, type NumberField, fieldAt, valueAt } from '~~/core'
import { formatExact, parseField } from '~~/shared/units'
import { choiceLabel } from '~/text/choices'

const { path, label = '' } = defineProps<{ path: string, label?: string }>()

const store = useSetupStore()
const preferences = usePreferencesStore()
const id = useId()

const field = computed(() => fieldAt(path)!)
const value = computed(() => (store.setup ? valueAt(store.setup, path) : undefined))
const shownValue = computed(() => (store.shown ? valueAt(store.shown, path) : undefined))
const name = computed(() => label || field.value.label)
const previewed = computed(() => store.preview !== null && !Object.is(shownValue.value, value.value))

function textOf(v: unknown): string {
  const f = field.value
  if (f.type !== 'number') return String(v ?? '')
  return v === null || v === undefined ? '' : formatExact(v as number, f.quantity, { system: preferences.system, ...(f.unit ? { unit: unitFor(f, v as number) } : {}) })
}

/** A time typed in a field of milliseconds is shown by its size; a length keeps the field's unit. */
function unitFor(f: NumberField, v: number): string {
  if (f.quantity !== 'time') return f.unit!
  return Math.abs(v) >= 1 ? 's' : Math.abs(v) >= 1e-3 ? 'ms' : v === 0 ? f.unit! : 'µs'
}

const text = ref('')
const error = ref('')
const editing = ref(false)
watch([shownValue, () => preferences.system], () => {
  if (!editing.value) { text.value = textOf(shownValue.value); error.value = '' }
}, { immediate: true })

function commit(): void {
  editing.value = false
  take()
  // What is shown may have changed under the typing, by a fix tried or pressed.
  if (error.value === '') text.value = textOf(shownValue.value)
}

function take(): void {
  const f = field.value
  if (f.type === 'text') {
    if (f.required && text.value.trim() === '') { error.value = `${f.label} is missing`; return }
    error.value = text.value.length > f.maxLength ? `At most ${f.maxLength} characters` : ''
    if (error.value === '' && text.value.trim() !== value.value) store.change([{ path, value: text.value.trim() }])
    return
  }
  if (f.type !== 'number') return
  if (text.value === textOf(value.value)) { error.value = ''; return }
  const parsed = parseField(text.value, f, preferences.system)
  if ('error' in parsed) { error.value = parsed.error; return }
  error.value = ''
  if (parsed.value !== value.value) error.value = store.change([{ path, value: parsed.value }])[0]?.reason ?? ''
}

/** With nothing typed here, undo is the set-up's: the browser's own would reach into other fields. */
function undoKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || text.value !== textOf(shownValue.value)) return
  event.preventDefault()
  editing.value = false
  if (event.shiftKey) store.redo()
  else store.undo()
}

function choose(next: unknown): void {
  store.change([{ path, value: next as Change['value'] }])
}

const options = computed(() => (field.value.type === 'choice' ? field.value.options.map(o => ({ label: choiceLabel(path, o), value: o })) : []))
</script>

<template>
  <div class="field-row" :class="{ previewed }">
    <label :for="id" class="min-w-0 flex-1 leading-tight text-(--ink-soft)">{{ name }}</label>
    <USelect
      v-if="field.type === 'choice'" :id="id" :model-value="String(shownValue)" :items="options" size="xs" variant="none" class="w-34 justify-end"
      :ui="{ base: 'border-b border-(--hair) ps-1' }" @update:model-value="choose"
    />
    <USwitch v-else-if="field.type === 'flag'" :id="id" size="sm" :model-value="Boolean(shownValue)" @update:model-value="choose" />
    <input
      v-else :id="id" v-model="text" class="field-input tabular" :class="{ 'field-wrong': error }" autocomplete="off" spellcheck="false" :data-path="path"
      :aria-invalid="error ? true : undefined" :aria-describedby="error ? `${id}-error` : undefined"
      @keydown="undoKey"
      @focus="editing = true" @input="editing = true" @blur="commit" @keydown.enter.prevent="commit(); editing = true" @keydown.esc="text = textOf(value); error = ''"
    >
    <p v-if="error" :id="`${id}-error`" role="alert" class="basis-full text-right text-[11px] text-(--bad)">
      {{ error }}
    </p>
  </div>
</template>

<style scoped>
.field-row { display: flex; flex-wrap: wrap; align-items: baseline; gap: 0 8px; font-size: 12px; min-height: 24px; padding: 1px 0; }
.field-input { width: 8.5rem; text-align: right; background: transparent; border: 0; border-bottom: 1px solid var(--hair); padding: 1px 2px; color: var(--ink); font-weight: 520; outline: none; }
.field-input:hover { border-bottom-color: var(--hair-strong); }
.field-input:focus { border-bottom-color: var(--ink); box-shadow: 0 1px 0 var(--ink); }
.field-wrong { border-bottom-color: var(--bad); color: var(--bad); }
.previewed .field-input { background: color-mix(in srgb, var(--light-fill) 35%, transparent); }
</style>
