<script setup lang="ts">
import { type RuledMinutes, clockText, minutesOf } from '~~/core/day'
import { dayWords } from '~~/shared/texts/pages/day'

/** A time of day or some minutes, typed; what is wrong stands beside it. */
const {
  value,
  label,
  as = 'minutes',
  assumed = null,
  from = null,
  change,
  bare = false,
  quiet = false,
  disabled = false,
} = defineProps<{
  value: number | null
  label: string
  as?: 'minutes' | 'clock' | 'count' | 'degrees'
  /** What the rule gives while nobody has said anything. */
  assumed?: number | null
  /** Where that comes from; null: from a rule of thumb. */
  from?: Pick<RuledMinutes, 'of' | 'typed'> | null
  /** Takes a value; gives what is wrong with it, empty where nothing is. */
  change: (value: number | null) => string | Promise<string>
  bare?: boolean
  /** Without a mark of where its figure comes from. */
  quiet?: boolean
  disabled?: boolean
}>()
const WRONG = {
  clock: dayWords('minuteInput.timeSuch0930'),
  minutes: dayWords('minuteInput.minutesSuch12'),
  count: dayWords('minuteInput.numberSuch20'),
  degrees: dayWords('minuteInput.degreesSuch90'),
}
const id = useId()
const error = ref('')
const textOf = (minutes: number | null): string =>
  minutes === null ? '' : as === 'clock' ? clockText(minutes) : String(Number(minutes.toFixed(2)))
const text = ref(textOf(value))
watch(
  () => value,
  now => {
    text.value = textOf(now)
    error.value = ''
  },
)
async function take(): Promise<void> {
  const typed = text.value.trim()
  if (typed === textOf(value)) return
  if (typed === '' && as !== 'clock') {
    error.value = await change(null)
    return
  }
  const minutes = as === 'clock' ? minutesOf(typed.padStart(5, '0')) : Number(typed.replace(',', '.'))
  if (minutes === null || !Number.isFinite(minutes)) {
    error.value = WRONG[as]
    return
  }
  error.value = await change(minutes)
}
</script>

<template>
  <div class="grid gap-0.5">
    <label :for="id" class="text-[12px] text-(--ink-soft)" :class="{ 'sr-only': bare }">{{ label }}</label>
    <UInput
      :id="id"
      v-model="text"
      size="xs"
      :class="as === 'clock' ? 'w-16' : 'w-14'"
      :placeholder="assumed === null ? (as === 'count' ? dayWords('minuteInput.takes') : '') : textOf(assumed)"
      :aria-invalid="error !== ''"
      :disabled="disabled"
      @change="take"
      @keydown.enter="take"
    />
    <span v-if="value === null && assumed !== null && !quiet" class="text-[11px] text-(--ink-faint)">{{
      from && from.of > 0
        ? dayWords('minuteInput.measured', { of: from.of })
        : from?.typed
          ? dayWords('minuteInput.yours')
          : dayWords('minuteInput.assumed')
    }}</span>
    <span v-if="error" role="alert" class="text-[11px] text-(--bad)">{{ error }}</span>
  </div>
</template>
