<script setup lang="ts">
import { clockText, minutesOf } from '~~/core/day'

/** A time of day or some minutes, typed; what is wrong stands beside it. */
const {
  value,
  label,
  as = 'minutes',
  assumed = null,
  from = 0,
  change,
  bare = false,
} = defineProps<{
  value: number | null
  label: string
  as?: 'minutes' | 'clock'
  /** What the rule gives while nobody has said anything. */
  assumed?: number | null
  /** How many timed ones that comes from; 0: from the rule alone. */
  from?: number
  /** Takes a value; gives what is wrong with it, empty where nothing is. */
  change: (value: number | null) => string
  bare?: boolean
}>()
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
function take(): void {
  const typed = text.value.trim()
  if (typed === textOf(value)) return
  if (typed === '' && as === 'minutes') {
    error.value = change(null)
    return
  }
  const minutes = as === 'clock' ? minutesOf(typed.padStart(5, '0')) : Number(typed.replace(',', '.'))
  if (minutes === null || !Number.isFinite(minutes)) {
    error.value = as === 'clock' ? 'A time such as 09:30' : 'Minutes, such as 12'
    return
  }
  error.value = change(minutes)
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
      :placeholder="assumed === null ? '' : textOf(assumed)"
      :aria-invalid="error !== ''"
      @change="take"
      @keydown.enter="take"
    />
    <span v-if="value === null && assumed !== null" class="text-[11px] text-(--ink-faint)">{{
      from > 0 ? `measured, ${from}` : 'assumed'
    }}</span>
    <span v-if="error" role="alert" class="text-[11px] text-(--bad)">{{ error }}</span>
  </div>
</template>
