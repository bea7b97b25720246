<script setup lang="ts">
import {
  EVIDENCE_FIELDS,
  type Evidence,
  type EvidenceKind,
  type Field,
  type FigureValue,
  type Plan,
  READINGS,
  dialOf,
  edgesOfPicture,
  evidenceOf,
} from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import { knowWords } from '~~/shared/texts/pages/know'

/** Everything that one firing showed, told in one go: its readings share what that firing had of its own. */
const { plan } = defineProps<{ plan: Plan }>()
const emit = defineEmits<{ done: [] }>()
const store = useSetupStore()

const SIDES = [
  { value: 'place', label: knowWords('firingForm.seen') },
  { value: 'short', label: knowWords('firingForm.notThereYet') },
  { value: 'beyond', label: knowWords('firingForm.goneAlready') },
] as const
type Seen = 'place' | 'late' | 'speed' | 'interval'

const moves = computed(() => plan.setup.motion.kind !== 'still')
const side = ref<(typeof SIDES)[number]['value']>('place')
const draft = reactive<Record<Seen | 'delay' | 'at', number | null>>({
  delay: dialOf(plan)?.used ?? null,
  place: null,
  late: null,
  speed: null,
  at: null,
  interval: null,
})
const failure = ref('')

const to = computed<'impact' | 'moment'>(() => (plan.timing.impact === null || !moves.value ? 'moment' : 'impact'))
const rows = computed<{ key: keyof typeof draft; field: Field; label: string }[]>(() => {
  const empty = (kind: EvidenceKind): Field => ({ ...READINGS[kind], nullable: true })
  return [
    { key: 'delay', field: EVIDENCE_FIELDS.delay, label: knowWords('firingForm.dialledDelay') },
    ...(moves.value && side.value === 'place'
      ? [{ key: 'place' as const, field: empty('place'), label: knowWords('firingForm.objectPastEntryFace') }]
      : []),
    { key: 'late', field: empty('late'), label: knowWords('firingForm.latenessPicture') },
    ...(moves.value
      ? [
          { key: 'speed' as const, field: empty('speed'), label: knowWords('firingForm.chronographSpeed') },
          {
            key: 'at' as const,
            field: EVIDENCE_FIELDS.at,
            label: knowWords('firingForm.chronographPositionFromStart'),
          },
        ]
      : []),
    { key: 'interval', field: empty('interval'), label: knowWords('firingForm.recordingFromStart', { to: to.value }) },
  ]
})
function set(key: keyof typeof draft, value: FigureValue): string {
  draft[key] = typeof value === 'number' ? value : null
  return ''
}

/** A name that no firing has yet. */
function freeName(evidence: readonly Evidence[]): string {
  const taken = new Set(evidence.map(entry => entry.firing))
  for (let n = 1; ; n++) if (!taken.has(`firing ${n}`)) return `firing ${n}`
}
/** What was told, each as one reading. */
function told(): (Pick<Evidence, 'kind' | 'value'> & Partial<Evidence>)[] {
  const { delay, place, late, speed, at, interval } = draft
  const edges = edgesOfPicture(plan)
  const kind = side.value
  const where = kind === 'place' ? place : kind === 'short' ? edges.enters : edges.leaves
  return [
    ...(moves.value && where !== null ? [{ kind, value: where, delay }] : []),
    ...(late === null ? [] : [{ kind: 'late' as const, value: late, delay }]),
    ...(speed === null ? [] : [{ kind: 'speed' as const, value: speed, at }]),
    ...(interval === null ? [] : [{ kind: 'interval' as const, value: interval, to: to.value }]),
  ]
}
function add(): void {
  const { setup } = store
  const seen = told()
  if (!setup) return
  if (seen.length === 0) {
    failure.value = knowWords('firingForm.enterLeastOneThing')
    return
  }
  const firing = freeName(setup.evidence)
  const next = seen.reduce(
    (now, entry) => ({ ...now, evidence: [...now.evidence, evidenceOf(now, { ...entry, firing, date: localDay() })] }),
    setup,
  )
  const checked = checkSetup(next)
  if ('mistakes' in checked) {
    failure.value = checked.mistakes[0]?.reason ?? knowWords('firingForm.notRecognisedEnterNumber')
    return
  }
  store.replace(checked.value)
  emit('done')
}
</script>

<template>
  <form class="firing" :aria-label="knowWords('firingForm.whatOneFiringShowed')" @submit.prevent="add">
    <p class="text-[11px] leading-snug text-(--ink-faint)">
      {{ knowWords('firingForm.fillWhatYouHave') }}
    </p>
    <label v-if="moves" class="flex items-baseline gap-2 text-[12px]">
      <span class="flex-1 text-(--ink-soft)">{{ knowWords('firingForm.pictureWas') }}</span>
      <UiPickOne v-model="side" :options="[...SIDES]" class="w-34" data-testid="firing-side" />
    </label>
    <InputsFieldInput
      v-for="row in rows"
      :key="row.key"
      :field="row.field"
      :value="draft[row.key]"
      :path="`firing.${row.key}`"
      :label="row.label"
      :change="value => set(row.key, value)"
    />
    <p v-if="failure" role="alert" class="text-[11px] text-(--bad)">{{ failure }}</p>
    <p class="flex gap-2">
      <UButton type="submit" size="xs" :label="knowWords('firingForm.addFiring')" />
      <UButton size="xs" variant="ghost" :label="knowWords('firingForm.cancel')" @click="emit('done')" />
    </p>
  </form>
</template>

<style scoped>
.firing {
  display: grid;
  gap: 3px;
  border-left: 2px solid var(--hair-strong);
  padding: 4px 0 6px 8px;
  margin: 4px 0;
}
</style>
