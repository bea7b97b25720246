<script setup lang="ts">
import type { Plan } from '~~/core'
import { fieldAt, settingsOf } from '~~/core'
import { VERDICTS, type Verdict, takeSchema } from '~~/shared/schemas/records'
import { check } from '~~/shared/schemas/validate'
import { formatExact, parseField } from '~~/shared/units'
import { VERDICT_LABELS } from '~/text/choices'

/** Log a take against this set-up, and the takes so far. */
const { plan } = defineProps<{ plan: Plan }>()
const takes = useTakesStore()
const pictures = usePicturesStore()
const preferences = usePreferencesStore()
const { show } = useNumbers()

const delayField = fieldAt('delay') as import('~~/core').NumberField
const offsetField = fieldAt('moment.offset') as import('~~/core').NumberField

const delay = ref('')
const verdict = ref<Verdict>('on')
const keeper = ref(false)
const position = ref('')
const note = ref('')
const errors = ref<Record<string, string>>({})
const busy = ref(false)
/** Kept until the take is in, so that a second try sends the same take. */
let key = crypto.randomUUID() as string

watch(() => plan.timing.used, (used) => { delay.value = used === null ? '' : formatExact(used, 'time') }, { immediate: true })

const wrongPictures = ref<string[]>([])
async function attach(take: string, files: File[]): Promise<void> { wrongPictures.value = await pictures.add(files, take) }

async function log(): Promise<void> {
  errors.value = {}
  const usedDelay = parseField(delay.value, { ...delayField, nullable: false }, preferences.system)
  const measured = parseField(position.value, { ...offsetField, nullable: true }, preferences.system)
  if ('error' in usedDelay) errors.value.delay = usedDelay.error
  if ('error' in measured) errors.value.position = measured.error
  if ('error' in usedDelay || 'error' in measured) return
  const checked = check(takeSchema, {
    key, delay: usedDelay.value, verdict: verdict.value, keeper: keeper.value, position: measured.value, note: note.value,
    planned: plan.timing.wanted, sharp: null, exposed: null, clean: null, settings: settingsOf(plan.setup), firedAt: new Date().toISOString(),
  })
  if ('mistakes' in checked) {
    for (const mistake of checked.mistakes) errors.value[mistake.field] = mistake.reason
    return
  }
  busy.value = true
  try {
    await takes.log(checked.value)
    key = crypto.randomUUID()
    position.value = ''
    note.value = ''
    keeper.value = false
  }
  catch {
    errors.value.form = 'This browser could not keep the take. Press again; it is kept once.'
  }
  busy.value = false
}
</script>

<template>
  <section aria-labelledby="take-log" class="grid grid-cols-[minmax(0,1fr)] gap-2">
    <RunLearnPanel :plan="plan" />
    <h2 id="take-log" class="section-title">
      Log a take
    </h2>
    <form class="grid grid-cols-2 gap-x-3 gap-y-2" @submit.prevent="log">
      <UFormField label="Delay used" name="delay" :error="errors.delay ?? false">
        <UInput v-model="delay" size="sm" class="w-full" />
      </UFormField>
      <UFormField label="Past the mark" name="position" hint="if seen" :error="errors.position ?? false">
        <UInput v-model="position" size="sm" class="w-full" placeholder="mm" />
      </UFormField>
      <fieldset class="col-span-2">
        <legend class="mb-1 text-xs font-medium">
          Verdict
        </legend>
        <div class="flex flex-wrap">
          <label v-for="v in VERDICTS" :key="v" class="verdict" :class="{ chosen: verdict === v }">
            <input v-model="verdict" type="radio" name="verdict" :value="v" class="sr-only">{{ VERDICT_LABELS[v] }}
          </label>
        </div>
      </fieldset>
      <UFormField label="Note" name="note" class="col-span-2" :error="errors.note ?? false">
        <UInput v-model="note" size="sm" class="w-full" />
      </UFormField>
      <label class="flex items-center gap-2 text-[12px]"><input v-model="keeper" type="checkbox" class="tick"> Keeper</label>
      <UButton type="submit" label="Log take" class="justify-center" :loading="busy" />
      <p v-if="errors.form" role="alert" class="col-span-2 text-[12px] text-(--bad)">
        {{ errors.form }}
      </p>
    </form>

    <h2 class="section-title mt-2">
      Takes<span v-if="takes.unsent > 0" role="status" class="font-normal"> · {{ takes.unsent }} not sent yet, kept on this device</span>
    </h2>
    <p v-if="takes.takes.length === 0" class="text-[12px] text-(--ink-soft)">
      None yet. Fire one, look where the object was, and log the delay with what you saw.
    </p>
    <p v-for="wrong in wrongPictures" :key="wrong" role="alert" class="text-[12px] text-(--bad)">
      {{ wrong }}
    </p>
    <table v-if="takes.takes.length > 0" class="w-full text-[12px]">
      <thead class="text-left text-(--ink-soft)">
        <tr>
          <th class="font-normal">
            No.
          </th><th class="text-right font-normal">
            Delay
          </th><th class="pl-3 font-normal">
            Verdict
          </th><th class="text-right font-normal">
            Past mark
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="take in takes.takes" :key="take.id" class="border-t border-(--hair) align-top" data-testid="take">
          <td>{{ take.number }}</td>
          <td class="text-right">
            {{ show(take.delay, 'time', { figures: 4 }) }}
          </td>
          <td class="pl-3">
            {{ VERDICT_LABELS[take.verdict] }}{{ take.keeper ? ', keeper' : '' }}
            <p v-if="take.note" class="narrow text-(--ink-faint)">
              {{ take.note }}
            </p>
            <span v-if="pictures.ofTake.has(take.id)" class="mt-1 flex flex-wrap gap-1">
              <a v-for="picture in pictures.ofTake.get(take.id)" :key="picture.id" class="block h-[40px] w-[60px]" :href="`/api/pictures/${picture.id}/full`" target="_blank" :aria-label="`Picture ${picture.name} of take ${take.number}`"><PicturesPictureView :id="picture.id" size="thumb" fit="cover" alt="" /></a>
            </span>
          </td>
          <td class="text-right">
            {{ take.position === null ? '–' : show(take.position, 'length', { unit: 'mm' }) }}
            <PicturesAddPictures v-if="take.id !== take.key" :take="take.id" :label="`Add pictures to take ${take.number}`" @files="attach(take.id, $event)" />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.verdict { border: 1px solid var(--hair-strong); padding: 3px 8px; font-size: 12px; cursor: pointer; margin-left: -1px; }
.verdict.chosen { background: var(--ink); color: var(--sheet); border-color: var(--ink); }
.verdict:focus-within { outline: 2px solid var(--ink); outline-offset: 1px; }
</style>
