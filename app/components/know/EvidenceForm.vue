<script setup lang="ts">
import {
  EVENTS,
  EVIDENCE_FIELDS,
  EVIDENCE_KINDS,
  type Evidence,
  type EvidenceKind,
  type Field,
  type FigureValue,
  type NumberField,
  READINGS,
  type Plan,
  assess,
  dialOf,
  edgesOfPicture,
  evidenceOf,
  meteredStops,
  offPlan,
  readingError,
  sensorOf,
} from '~~/core'
import { labelOf } from '~~/shared/texts/fields'
import { checkSetup } from '~~/shared/schemas/setup'
import { watchDebounced } from '@vueuse/core'
import { EVENT_TEXT, EVIDENCE_TEXT } from '~~/shared/texts/knowledge'
import { knowWords } from '~~/shared/texts/pages/know'

/** Says what was seen: what, how much, at which delay, how well it was read. */
const { plan } = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ done: [] }>()
const store = useSetupStore()

const still = computed(() => plan.setup.motion.kind === 'still')
/** Whether curtains run through the light: only then can they leave a part dark. */
const curtains = computed(() => plan.setup.camera.shutterKind === 'focal-plane' && plan.setup.method !== 'open-shutter')
const kinds = computed(() =>
  EVIDENCE_KINDS.filter(
    kind =>
      kind !== 'found' &&
      (kind !== 'light' || plan.setup.flashes.length > 0) &&
      (kind !== 'dark' || (curtains.value && plan.setup.flashes.length > 0)) &&
      (kind !== 'blocked' || (plan.setup.trigger === 'sensor' && sensorOf(plan.setup).crossed)) &&
      (!still.value || !['place', 'beyond', 'short', 'speed', 'blocked'].includes(kind)),
  ),
)
const kind = ref<EvidenceKind>(still.value || plan.setup.moment.reference !== 'travel' ? 'late' : 'place')
const draft = ref<Partial<Evidence>>({})
const failure = ref('')
watch(
  kind,
  () => {
    draft.value = {
      delay: dialOf(plan)?.used ?? null,
      from: 'start',
      to: plan.timing.impact === null ? 'moment' : 'impact',
    }
    failure.value = ''
  },
  // What was said of a kind is put in after its fields were made anew.
  { immediate: true, flush: 'sync' },
)
const withDelay = computed(() => ['place', 'beyond', 'short', 'late'].includes(kind.value))
/** Not there yet, or gone already, needs no distance: then it is the edge of the picture. */
const edge = computed(() => {
  const edges = edgesOfPicture(plan)
  return kind.value === 'short' ? edges.enters : kind.value === 'beyond' ? edges.leaves : null
})
/** What a flash meter gave for the light, instead of stops. */
const meter = reactive<{ aperture: number | null; iso: number }>({ aperture: null, iso: plan.setup.picture.iso })
/** The plan without what was seen of it: a reading is told against that. */
const bare = computed(() => assess({ ...plan.entered, evidence: [] }))
/** Stops against correct, as a frame shows it. */
const correct = ref<number | null>(null)
const CORRECT: NumberField = { type: 'number', quantity: 'stops', min: -12, max: 12, nullable: true }
function setCorrect(value: FigureValue): string {
  correct.value = typeof value === 'number' ? value : null
  if (correct.value !== null)
    set('value', Number(offPlan(bare.value, draft.value.light ?? 0, correct.value).toFixed(2)))
  return ''
}
const METER: Record<'aperture' | 'iso', NumberField> = {
  aperture: { type: 'number', quantity: 'aperture', min: 0.5, max: 256, nullable: true },
  iso: { type: 'number', quantity: 'iso', min: 6, max: 102_400 },
}
const METER_LABELS = { aperture: knowWords('evidenceForm.flashMeterGives'), iso: 'at' } as const
function setMeter(key: 'aperture' | 'iso', value: FigureValue): string {
  if (key === 'iso') meter.iso = Number(value)
  else meter.aperture = typeof value === 'number' ? value : null
  if (meter.aperture !== null)
    set('value', Number(meteredStops(bare.value, draft.value.light ?? 0, meter.aperture, meter.iso).toFixed(2)))
  return ''
}
const rows = computed<{ key: keyof Evidence; field: Field; label: string; assumed?: number; assumedAs?: string }[]>(
  () => {
    const value = draft.value.value
    return [
      {
        key: 'value',
        field: { ...READINGS[kind.value], nullable: edge.value !== null },
        label: labelOf(READINGS[kind.value]),
        ...(edge.value === null ? {} : { assumed: edge.value, assumedAs: knowWords('evidenceForm.edgePicture') }),
      },
      ...(withDelay.value
        ? [
            {
              key: 'delay' as const,
              field: EVIDENCE_FIELDS.delay,
              label:
                plan.timing.lead === null
                  ? knowWords('evidenceForm.dialledDelay')
                  : knowWords('evidenceForm.pressAfterMoment'),
            },
          ]
        : []),
      ...(kind.value === 'speed'
        ? [{ key: 'at' as const, field: EVIDENCE_FIELDS.at, label: knowWords('evidenceForm.measuringPointFromStart') }]
        : []),
      {
        key: 'error' as const,
        field: { ...READINGS[kind.value], min: 1e-9, nullable: true },
        label: knowWords('evidenceForm.readingUncertainty'),
        ...(typeof value === 'number' ? { assumed: readingError(kind.value, value) } : {}),
      },
    ]
  },
)
function set(key: keyof Evidence, value: FigureValue): string {
  draft.value = { ...draft.value, [key]: value }
  return ''
}

// ── said in one line ──
const line = ref('')
const unheard = ref('')
/** Fills the fields by what was said. */
async function hear(): Promise<void> {
  const text = line.value.trim()
  unheard.value = ''
  if (text === '') return
  const { heardSeen } = await import('~~/shared/say/seen')
  if (text !== line.value.trim()) return
  const heard = heardSeen(plan.setup, text)
  if ('why' in heard) {
    unheard.value =
      heard.why === 'limits'
        ? knowWords('evidenceForm.sayLimits', { phrase: heard.phrase, reason: heard.reason })
        : knowWords(heard.why === 'unit' ? 'evidenceForm.sayUnit' : 'evidenceForm.sayNothing')
    return
  }
  if (!kinds.value.includes(heard.kind)) {
    unheard.value = knowWords('evidenceForm.sayNotHere', { name: EVIDENCE_TEXT[heard.kind].name })
    return
  }
  const { kind: said, value, ...rest } = heard
  kind.value = said
  draft.value = { ...draft.value, ...rest, ...(value === null ? {} : { value }) }
}
watchDebounced(line, () => void hear(), { debounce: 250 })

async function add(): Promise<void> {
  await hear()
  const { setup } = store
  const { value: typed, error, ...rest } = draft.value
  const value = typeof typed === 'number' ? typed : (edge.value ?? undefined)
  if (!setup || unheard.value !== '') return
  if (typeof value !== 'number') {
    failure.value = knowWords('evidenceForm.enterReading')
    return
  }
  const entry = evidenceOf(setup, {
    ...rest,
    delay: withDelay.value ? (rest.delay ?? null) : null,
    kind: kind.value,
    value,
    ...(typeof error === 'number' ? { error } : {}),
    date: localDay(),
  })
  const checked = checkSetup({ ...setup, evidence: [...setup.evidence, entry] })
  if ('mistakes' in checked) {
    failure.value = checked.mistakes[0]?.reason ?? knowWords('evidenceForm.notRecognisedEnterNumber')
    return
  }
  store.replace(checked.value)
  emit('done')
}
</script>

<template>
  <form class="seen-form" :aria-label="knowWords('evidenceForm.newMeasurement')" @submit.prevent="add">
    <UInput
      v-model="line"
      size="sm"
      class="w-full"
      autocomplete="off"
      :aria-label="knowWords('evidenceForm.say')"
      :placeholder="knowWords('evidenceForm.sayExample')"
      :maxlength="200"
      data-testid="say-seen"
    />
    <p v-if="unheard" role="alert" class="text-[11px] text-(--bad)" data-testid="say-unheard">{{ unheard }}</p>
    <label class="flex items-baseline gap-2 text-[12px]">
      <span class="flex-1 text-(--ink-soft)">{{ knowWords('evidenceForm.measured') }}</span>
      <UiPickOne
        v-model="kind"
        :options="kinds.map(k => ({ value: k, label: EVIDENCE_TEXT[k].name }))"
        class="w-42"
        data-testid="evidence-kind"
      />
    </label>
    <p class="text-[10.5px] text-(--ink-faint)">{{ EVIDENCE_TEXT[kind].help }}</p>
    <template v-if="kind === 'interval'">
      <label v-for="end in ['from', 'to'] as const" :key="end" class="flex items-baseline gap-2 text-[12px]">
        <span class="flex-1 text-(--ink-soft)">{{
          end === 'from' ? knowWords('evidenceForm.from') : knowWords('evidenceForm.to')
        }}</span>
        <UiPickOne
          v-model="draft[end]"
          :options="EVENTS.map(name => ({ value: name, label: EVENT_TEXT[name] }))"
          class="w-42"
        />
      </label>
    </template>
    <label v-if="kind === 'light'" class="flex items-baseline gap-2 text-[12px]">
      <span class="flex-1 text-(--ink-soft)">{{ knowWords('evidenceForm.light') }}</span>
      <UiPickOne
        v-model="draft.light"
        :options="plan.setup.flashes.map(({ name }, i) => ({ value: i, label: name }))"
        class="w-42"
      />
    </label>
    <InputsFieldInput
      v-for="row in rows"
      :key="`${kind}-${row.key}`"
      :field="row.field"
      :value="(draft[row.key] as FigureValue) ?? null"
      :path="`seen.${row.key}`"
      :label="row.label"
      :assumed="row.assumed ?? null"
      :assumed-as="row.assumedAs ?? knowWords('evidenceForm.typicalReadingError')"
      :change="value => set(row.key, value)"
    />
    <template v-if="kind === 'light'">
      <InputsFieldInput
        :field="CORRECT"
        :value="correct"
        path="seen.correct"
        :label="knowWords('evidenceForm.againstCorrectExposure')"
        :change="setCorrect"
      />
      <InputsFieldInput
        v-for="(field, key) in METER"
        :key="key"
        :field="field"
        :value="meter[key]"
        :path="`seen.meter.${key}`"
        :label="METER_LABELS[key]"
        :change="value => setMeter(key, value)"
      />
    </template>
    <p v-if="failure" role="alert" class="text-[11px] text-(--bad)">{{ failure }}</p>
    <p class="flex gap-2">
      <UButton type="submit" size="xs" :label="knowWords('evidenceForm.add')" />
      <UButton size="xs" variant="ghost" :label="knowWords('evidenceForm.cancel')" @click="emit('done')" />
    </p>
  </form>
</template>

<style scoped>
.seen-form {
  display: grid;
  gap: 3px;
  border-left: 2px solid var(--hair-strong);
  padding: 4px 0 6px 8px;
  margin: 4px 0;
}
</style>
