<script setup lang="ts">
import { type NumberField, type Plan, contradicted, dialOf, fieldAt, settingsOf } from '~~/core'
import { takeSchema } from '~~/shared/schemas/records'
import { VERDICTS, type Verdict, takeInputOf } from '~~/shared/takes/input'
import { check } from '~~/shared/schemas/validate'
import type { TakeRecord } from '~/services/api'
import { studioInstant } from '~/services/studioClock'
import { formatEntry, parseField } from '~~/shared/units'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { takesWords } from '~~/shared/texts/pages/takes'

/** Logs a take against this set-up, or puts right one that was logged. */
const { plan, take = null } = defineProps<{ plan: Plan; take?: TakeRecord | null }>()
const emit = defineEmits<{ done: [] }>()
const takes = useTakesStore()
const preferences = usePreferencesStore()

const delayField = fieldAt('delay') as NumberField
const offsetField = fieldAt('moment.offset') as NumberField
const lengthText = (metres: number | null): string =>
  metres === null ? '' : formatEntry(metres, 'length', { system: preferences.system, unit: 'mm' }, true)

const delay = ref(take ? formatEntry(take.delay, 'time', {}, true) : '')
const verdict = ref<Verdict>(take?.verdict ?? 'on')
const keeper = ref(take?.keeper ?? false)
const position = ref(lengthText(take?.position ?? null))
const note = ref(take?.note ?? '')
const errors = ref<Record<string, string>>({})
const busy = ref(false)
/** Kept until the take is in, so that a second try sends the same take. */
let key = crypto.randomUUID() as string

if (!take)
  watch(
    () => dialOf(plan)?.used ?? null,
    used => {
      delay.value = used === null ? '' : formatEntry(used, 'time', {}, false)
    },
    { immediate: true },
  )

async function submit(): Promise<void> {
  errors.value = {}
  const usedDelay = parseField(delay.value, { ...delayField, nullable: false, min: -10 }, preferences.system)
  const measured = parseField(position.value, { ...offsetField, nullable: true }, preferences.system)
  if ('error' in usedDelay) errors.value.delay = usedDelay.error
  if ('error' in measured) errors.value.position = measured.error
  if ('error' in usedDelay || 'error' in measured) return
  const says = contradicted(plan, { verdict: verdict.value, position: measured.value })
  if (says) {
    errors.value.position = takesWords('takeForm.markTakeButVerdict', {
      says: VERDICT_LABELS[says].toLowerCase(),
      verdict: VERDICT_LABELS[verdict.value].toLowerCase(),
    })
    return
  }
  const seen = {
    delay: usedDelay.value,
    verdict: verdict.value,
    keeper: keeper.value,
    position: measured.value,
    note: note.value,
  }
  const fired = take
    ? takeInputOf(take)
    : {
        key,
        planned: dialOf(plan)?.wanted ?? null,
        sharp: null,
        exposed: null,
        clean: null,
        cause: null,
        alsoCause: null,
        variant: null,
        said: null,
        settings: settingsOf(plan.setup),
        firedAt: studioInstant(),
      }
  const checked = check(takeSchema, { ...fired, ...seen })
  if ('mistakes' in checked) {
    for (const mistake of checked.mistakes) errors.value[mistake.field] = mistake.reason
    return
  }
  busy.value = true
  try {
    if (take) await takes.amend(take, checked.value)
    else await takes.log(checked.value)
    key = crypto.randomUUID()
    position.value = note.value = ''
    keeper.value = false
    emit('done')
  } catch {
    errors.value.form = takesWords('takeForm.takeCouldNotSaved')
  }
  busy.value = false
}
</script>

<template>
  <form class="grid grid-cols-2 gap-x-3 gap-y-2" @submit.prevent="submit">
    <UFormField :label="takesWords('takeForm.delayUsed')" name="delay" :error="errors.delay ?? false">
      <UInput v-model="delay" size="sm" class="w-full" />
    </UFormField>
    <UFormField
      :label="takesWords('takeForm.distancePastMark')"
      name="position"
      :hint="takesWords('takeForm.ifSeen')"
      :error="errors.position ?? false"
    >
      <UInput v-model="position" size="sm" class="w-full" :placeholder="takesWords('takeForm.mm')" />
    </UFormField>
    <fieldset class="col-span-2">
      <legend class="mb-1 text-xs font-medium">{{ takesWords('takeForm.verdict') }}</legend>
      <div class="flex flex-wrap">
        <label v-for="v in VERDICTS" :key="v" class="verdict" :class="{ chosen: verdict === v }">
          <input v-model="verdict" type="radio" name="verdict" :value="v" class="sr-only" />{{ VERDICT_LABELS[v] }}
        </label>
      </div>
    </fieldset>
    <UFormField :label="takesWords('takeForm.note')" name="note" class="col-span-2" :error="errors.note ?? false">
      <UInput v-model="note" size="sm" class="w-full" />
    </UFormField>
    <label class="flex items-center gap-2 text-[12px]"
      ><input v-model="keeper" type="checkbox" class="tick" /> {{ takesWords('takeForm.keeper') }}</label
    >
    <UButton
      type="submit"
      :label="take ? takesWords('takeForm.saveCorrection') : takesWords('takeForm.logTake')"
      class="justify-center"
      :loading="busy"
    />
    <p v-if="errors.form" role="alert" class="col-span-2 text-[12px] text-(--bad)">
      {{ errors.form }}
    </p>
  </form>
</template>

<style scoped>
.verdict {
  border: 1px solid var(--hair-strong);
  padding: 3px 8px;
  font-size: 12px;
  cursor: pointer;
  margin-left: -1px;
}
.verdict.chosen {
  background: var(--ink);
  color: var(--sheet);
  border-color: var(--ink);
}
.verdict:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
}
</style>
