<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import type { Field, FigureSource, FigureValue, NumberField } from '~~/core'
import { format, formatEntry, parseField } from '~~/shared/units'
import { choiceLabel } from '~~/shared/texts/choices'
import { helpOf } from '~~/shared/texts/fields'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/**
 * One field of any kind with its label: typed in the words of the trade, told in place what is wrong. Shared by set-up
 * and kit.
 */
const {
  field,
  value,
  label,
  path,
  change,
  shown = undefined,
  bare = false,
  helpText = undefined,
  typed = true,
  assumed = null,
  assumedAs = 'assumed',
  mark = null,
  held = null,
} = defineProps<{
  field: Field
  value: FigureValue | undefined
  label: string
  path: string
  /** Takes a new value; gives what is wrong with it, empty where nothing is. */
  change: (value: FigureValue) => string
  /** A line of help of its own; else that of the field. */
  helpText?: string | undefined
  /** Shown in place of the value while something is tried. */
  shown?: FigureValue | undefined
  /** What the sums go by while nothing is entered; null: they go by nothing. */
  assumed?: number | null
  /** How that is called: assumed, or worked out from the rest. */
  assumedAs?: string
  /** Where the figure comes from; null: that is not asked of it. */
  mark?: FigureSource | null
  /** What was seen makes of it, with its standard deviation, SI. */
  held?: { value: number; sigma: number } | null
  /** Whether somebody entered it: then it stands as typed, else with sensible digits. */
  typed?: boolean
  /** Without a label of its own to be seen, as in a table. */
  bare?: boolean
}>()
const emit = defineEmits<{ undo: []; redo: [] }>()

const preferences = usePreferencesStore()
const id = useId()
const shownValue = computed(() => (shown === undefined ? value : shown))
const previewed = computed(() => shown !== undefined && !Object.is(shown, value))

/** A time typed in a field of milliseconds is shown by its size; a length keeps the field's unit. */
function unitFor(f: NumberField, v: number): string {
  if (f.quantity !== 'time') return f.unit!
  return Math.abs(v) >= 1 ? 's' : Math.abs(v) >= 1e-3 ? 'ms' : v === 0 ? f.unit! : 'µs'
}
function textOf(v: unknown): string {
  if (field.type !== 'number') return String(v ?? '')
  return v === null || v === undefined
    ? ''
    : formatEntry(
        v as number,
        field.quantity,
        {
          system: field.marked ? 'metric' : preferences.system,
          ...(field.unit ? { unit: unitFor(field, v as number) } : {}),
        },
        typed,
      )
}

const text = ref('')
const error = ref('')
/** How it was read, where that is otherwise than it stands. */
const read = ref('')
const editing = ref(false)
watch(
  [shownValue, () => preferences.system, () => typed],
  () => {
    if (!editing.value) {
      text.value = textOf(shownValue.value)
      error.value = ''
    }
  },
  { immediate: true },
)

function commit(): void {
  editing.value = false
  take()
  // The new value comes back from above; and what is shown may have changed under the typing, by a fix tried or
  // pressed.
  void nextTick(() => {
    if (error.value === '') text.value = textOf(shownValue.value)
  })
}

function take(): void {
  if (field.type === 'text') {
    if (field.required && text.value.trim() === '') {
      error.value = inputsWords('fieldInput.missing', { label })
      return
    }
    error.value =
      text.value.length > field.maxLength
        ? inputsWords('fieldInput.mostCharacters', { maxLength: field.maxLength })
        : ''
    if (error.value === '' && text.value.trim() !== value) error.value = change(text.value.trim())
    return
  }
  if (field.type !== 'number') return
  if (text.value === textOf(value)) {
    error.value = ''
    return
  }
  const parsed = parseField(text.value, field, preferences.system)
  if ('error' in parsed) {
    error.value = parsed.error
    return
  }
  error.value = ''
  read.value = parsed.read ?? ''
  // The same figure typed where nobody had is said by somebody now.
  if (parsed.value !== value || !typed) error.value = change(parsed.value)
}

/** With nothing typed here, undo is the set-up's: the browser's own would reach into other fields. */
function undoKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || text.value !== textOf(shownValue.value))
    return
  event.preventDefault()
  editing.value = false
  if (event.shiftKey) emit('redo')
  else emit('undo')
}

/** Nothing is assumed without a mark. */
const assumption = computed(() =>
  assumed === null || field.type !== 'number' || shownValue.value !== null
    ? ''
    : textOf(Number(assumed.toPrecision(3))),
)

/** Told where it is another figure than the one entered. */
const heldText = computed(() => {
  if (held === null || field.type !== 'number') return ''
  const { quantity } = field
  const said = (v: number, figures: number): string =>
    format(v, quantity, {
      system: preferences.system,
      figures,
      ...(field.unit && quantity !== 'time' ? { unit: field.unit } : {}),
    })
  return inputsWords('fieldInput.measured', { held: said(held.value, 4), sigma: said(held.sigma, 2) })
})

/** A line for who does not know the word, shown while the row is at hand. */
const help = computed(() => helpText ?? helpOf(field))
/** It stays while what was pressed below it is let go: gone at once, that would have moved from under the pointer. */
const helped = ref(false)
const { start: helpLater, stop: helpStays } = useTimeoutFn(() => (helped.value = false), 300, { immediate: false })
function atHand(): void {
  helpStays()
  helped.value = true
}
const described = computed(() => {
  if (error.value) return `${id}-error`
  const parts = [help.value && !bare ? `${id}-help` : '', assumption.value && assumedAs ? `${id}-assumed` : '']
  return parts.filter(Boolean).join(' ') || undefined
})

const options = computed(() =>
  field.type === 'choice' ? field.options.map(o => ({ label: choiceLabel(path, o), value: o })) : [],
)
</script>

<template>
  <div class="field-row" :class="{ previewed }" @focusin="atHand" @focusout="helpLater">
    <KnowSourceMark v-if="mark && !bare" :from="heldText ? 'measured' : mark" />
    <label :for="id" :class="bare ? 'sr-only' : 'min-w-0 flex-1 leading-tight text-(--ink-soft)'">{{ label }}</label>
    <UiPickOne
      v-if="field.type === 'choice'"
      :id="id"
      :model-value="String(shownValue)"
      :options="options"
      :data-path="path"
      :aria-describedby="described"
      class="w-34 justify-end"
      @update:model-value="change"
    />
    <USwitch
      v-else-if="field.type === 'flag'"
      :id="id"
      size="sm"
      :aria-label="label"
      :model-value="Boolean(shownValue)"
      @update:model-value="change($event as boolean)"
    />
    <input
      v-else
      :id="id"
      v-model="text"
      class="field-input tabular"
      :class="{ 'field-wrong': error, 'field-text': field.type === 'text' }"
      autocomplete="off"
      spellcheck="false"
      :data-path="path"
      :placeholder="assumption"
      :aria-invalid="error ? true : undefined"
      :aria-describedby="described"
      @keydown="undoKey"
      @focus="
        () => {
          editing = true
          read = ''
        }
      "
      @input="editing = true"
      @blur="commit"
      @keydown.enter.prevent="
        () => {
          commit()
          editing = true
        }
      "
      @keydown.esc="
        () => {
          text = textOf(value)
          error = ''
        }
      "
    />
    <p v-if="help && !bare" v-show="helped" :id="`${id}-help`" class="help">{{ help }}</p>
    <p v-if="read && !error" role="status" class="basis-full text-right text-[11px] text-(--ink-soft)">
      {{ read }}
    </p>
    <span
      v-if="assumption && assumedAs"
      :id="`${id}-assumed`"
      class="assumed"
      :title="inputsWords('fieldInput.nothingEntered')"
      ><span class="sr-only">{{ assumption }}, </span>{{ assumedAs }}</span
    >
    <p v-if="heldText" class="held" data-testid="held">{{ heldText }}</p>
    <p v-if="error" :id="`${id}-error`" role="alert" class="basis-full text-right text-[11px] text-(--bad)">
      {{ error }}
    </p>
  </div>
</template>

<style scoped>
.field-row {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 8px;
  font-size: 12px;
  min-height: 24px;
  padding: 1px 0;
}
.field-input {
  width: 8.5rem;
  text-align: right;
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--hair);
  padding: 1px 2px;
  color: var(--ink);
  font-weight: 520;
  outline: none;
}
.field-input:hover {
  border-bottom-color: var(--hair-strong);
}
.field-input:focus {
  border-bottom-color: var(--ink);
  box-shadow: 0 1px 0 var(--ink);
}
.field-input::placeholder {
  color: var(--ink-soft);
  opacity: 1;
  font-style: italic;
}
.assumed {
  flex-basis: 100%;
  text-align: right;
  font-size: 10px;
  line-height: 1;
  color: var(--ink-faint);
}
.help {
  flex-basis: 100%;
  font-size: 10.5px;
  line-height: 1.2;
  color: var(--ink-faint);
}
.held {
  flex-basis: 100%;
  text-align: right;
  font-size: 11px;
  line-height: 1.1;
  font-weight: 560;
}
.field-text {
  text-align: left;
}
.field-wrong {
  border-bottom-color: var(--bad);
  color: var(--bad);
}
.previewed .field-input {
  background: color-mix(in srgb, var(--light-fill) 35%, transparent);
}
</style>
