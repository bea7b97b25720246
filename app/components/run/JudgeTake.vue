<script setup lang="ts">
import { type Plan, type ReadNote, SURE_ALONE, contradicted, placeTells, readingAgreement } from '~~/core'
import type { OfRun, TakeReading } from '~~/core/lab'
import { type Cause, SAID_BY_HAND, nextVariant, orderedCauses, variantsOf } from '~~/core/season'
import type { Verdict } from '~~/shared/takes/input'
import type { TakeRecord } from '~/services/api'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { CAUSE_LABELS } from '~~/shared/texts/season'
import { KEYS } from '~~/shared/texts/keys'
import { runWords } from '~~/shared/texts/pages/run'

/** How a take came out, or, of one that is logged, how it truly came out: one key or touch for each verdict. */
export interface TakeJudgement {
  verdict: Verdict
  keeper: boolean
  sharp: boolean | null
  exposed: boolean | null
  clean: boolean | null
  /** Why it was lost, beside its verdict. */
  cause: Cause | null
  alsoCause: Cause | null
  /** Of the prop; null: there is one kind. */
  variant: string | null
  position: number | null
  note: string
  /** What the picture was read as; null: it was not. */
  read: ReadNote | null
}
const {
  plan,
  delay,
  take = null,
  reads = true,
} = defineProps<{
  plan: Plan
  /** s dialled for it; null where nothing is dialled. */
  delay: number | null
  take?: TakeRecord | null
  /** Whether the picture is read on this device: another's may be the one that judges. */
  reads?: boolean
}>()
const emit = defineEmits<{ judge: [TakeJudgement] }>()
const { show } = useNumbers()
const pictures = usePicturesStore()
const takes = useTakesStore()
const preferences = usePreferencesStore()

const VERDICTS = (['early', 'on', 'late', 'missed', 'misfire'] as const satisfies Verdict[]).map(id => ({
  id,
  key: KEYS.judge[id].shown,
}))
const JUDGED = [
  { id: 'keeper', label: runWords('judgeTake.keeper'), key: KEYS.judge.keeper.shown },
  { id: 'sharp', label: runWords('judgeTake.sharp'), key: KEYS.judge.sharp.shown },
  { id: 'exposed', label: runWords('judgeTake.exposed'), key: KEYS.judge.exposed.shown },
  { id: 'clean', label: runWords('judgeTake.clean'), key: KEYS.judge.clean.shown },
] as const
const judged = reactive({
  keeper: take?.keeper ?? false,
  sharp: take?.sharp ?? true,
  exposed: take?.exposed ?? true,
  clean: take?.clean ?? true,
})
const position = ref<number | null>(take?.position ?? null)
const note = ref(take?.note ?? '')
const causes = ref<Cause[]>([take?.cause, take?.alsoCause].filter(cause => cause != null))
/** Two causes at most: a third takes the place of the first. */
function toggleCause(cause: Cause): void {
  causes.value = causes.value.includes(cause)
    ? causes.value.filter(one => one !== cause)
    : [...causes.value.slice(-1), cause]
}
const variants = computed(() => variantsOf(plan.setup))
const variant = ref(take ? take.variant : nextVariant(variants.value, takes.takes.filter(one => one.variant).length))
function otherVariant(): void {
  const at = variants.value.indexOf(variant.value ?? '')
  variant.value = variants.value[(at + 1) % variants.value.length] ?? null
}

// ── what the picture was read as ──
/** The picture of the take that is judged; null: none has come. */
const picture = computed(() => {
  if (take) return pictures.ofTake.get(take.id)?.[0] ?? null
  const newest = pictures.latest
  return newest && (newest.takeId === null || !takes.takes.some(one => one.id === newest.takeId)) ? newest : null
})
/** Which take of the run the picture is of, and what the log says of those before it. */
function ofRun(): OfRun | null {
  if (delay === null || !picture.value) return null
  const told = takes.takes.flatMap(one =>
    (pictures.ofTake.get(one.id) ?? []).map(({ id }) => [id, one.verdict] as const),
  )
  return { id: picture.value.id, delay, logged: Object.fromEntries(told) }
}
const { reading, busy, failed } = useTakeReading(
  () => plan,
  () => (reads ? picture.value : null),
  ofRun,
)
const agreement = computed(() => readingAgreement(takes.takes))
function fill(): void {
  const read = reading.value
  if (!read) return
  const off = read.stops === null || Math.abs(read.stops) < 0.5 ? 0 : read.stops
  judged.exposed = off === 0
  judged.clean = read.double === null
  const says: (Cause | null)[] = [read.double === null ? null : 'double', off === 0 ? null : off < 0 ? 'dark' : 'burnt']
  causes.value = says.filter(cause => cause !== null)
  const inFrame = read.past !== null && Math.abs(read.past) < plan.optics.fieldWidth / 2
  position.value = inFrame && read.verdict !== 'misfire' ? Number(read.past!.toFixed(4)) : null
}
function takeIt(): void {
  const verdict = reading.value?.verdict
  if (!verdict) return
  fill()
  judge(verdict, true)
}
watch(reading, read => {
  if (read?.verdict && read.sure >= SURE_ALONE && preferences.autoLog && !take) takeIt()
})

/** A verdict against its own mark, to be asked about: what was called, and what the mark says. */
const asked = ref<{ called: Verdict; says: Verdict } | null>(null)
watch(position, () => {
  asked.value = null
})

function judge(verdict: Verdict, sure = false): void {
  const says = sure ? null : contradicted(plan, { verdict, position: position.value })
  asked.value = says ? { called: verdict, says } : null
  if (asked.value) return
  const misfire = verdict === 'misfire'
  const keeper = judged.keeper && verdict === 'on'
  const [cause, alsoCause] = keeper || misfire ? [null, null] : orderedCauses(causes.value)
  emit('judge', {
    verdict,
    keeper,
    cause,
    alsoCause,
    variant: variant.value,
    position: misfire ? null : position.value,
    note: note.value.trim(),
    sharp: misfire ? null : judged.sharp,
    exposed: misfire ? null : judged.exposed,
    clean: misfire ? null : judged.clean,
    read: reading.value && noteOf(reading.value),
  })
}
const noteOf = ({ verdict, sure, past, stops }: TakeReading): ReadNote => ({
  verdict,
  sure: Number(sure.toFixed(3)),
  past: past === null ? null : Number(past.toFixed(5)),
  stops: stops === null ? null : Number(stops.toFixed(2)),
})
function unmark(verdict: Verdict): void {
  position.value = null
  judge(verdict, true)
}
/** Which of the two holds where a verdict and its mark say different things. */
function answer(which: 'marked' | 'called'): void {
  if (!asked.value) return
  if (which === 'marked') judge(asked.value.says, true)
  else unmark(asked.value.called)
}
const flip = (flag: keyof typeof judged) => (): void => {
  judged[flag] = !judged[flag]
}
usePageKeys(event => {
  pressed(KEYS.judge, event, {
    early: () => judge('early'),
    on: () => judge('on'),
    late: () => judge('late'),
    missed: () => judge('missed'),
    misfire: () => judge('misfire'),
    keeper: flip('keeper'),
    sharp: flip('sharp'),
    exposed: flip('exposed'),
    clean: flip('clean'),
    cause: ({ key }) => !judged.keeper && toggleCause(SAID_BY_HAND[Number(key) - 1]!),
    variant: () => variants.value.length > 0 && otherVariant(),
    take: takeIt,
    fill,
  })
})
</script>

<template>
  <div class="grid gap-2.5">
    <!-- While it is read, what is read: a large one would keep the machine from it. -->
    <RunLatestPicture
      v-model:position="position"
      :plan="plan"
      :take="take?.id ?? null"
      :size="busy ? 'small' : 'full'"
      markable
    />
    <RunTakeProposal
      :plan="plan"
      :reading="reading"
      :busy="busy"
      :failed="failed"
      :agreement="agreement"
      @take="takeIt"
      @fill="fill"
    />
    <RunFlagRow
      :flags="JUDGED.map(({ id, label, key }) => ({ id, label, key, on: judged[id] }))"
      @press="id => (judged[id] = !judged[id])"
    />
    <RunFlagRow
      v-if="!judged.keeper"
      small
      :label="runWords('judgeTake.whyNoKeeper')"
      :flags="
        SAID_BY_HAND.map((id, i) => ({ id, label: CAUSE_LABELS[id], key: String(i + 1), on: causes.includes(id) }))
      "
      @press="toggleCause"
    />
    <RunFlagRow
      v-if="variants.length > 0"
      small
      :label="runWords('judgeTake.variantProp')"
      :flags="variants.map(id => ({ id, label: id, on: variant === id }))"
      @press="id => (variant = id)"
    >
      <kbd class="self-center">v</kbd>
    </RunFlagRow>
    <template v-if="placeTells(plan)">
      <RunPositionScale v-model="position" :plan="plan" />
      <p class="flex items-baseline gap-2 text-[13px]">
        {{
          runWords('judgeTake.pastMark', {
            position: position === null ? runWords('judgeTake.notMarked') : show(position, 'length', { unit: 'mm' }),
          })
        }}
        <UButton v-if="position !== null" variant="link" @click="position = null">
          {{ runWords('judgeTake.clear') }}
        </UButton>
      </p>
    </template>
    <div
      v-if="asked"
      role="alert"
      class="grid gap-2 border border-(--hair-strong) p-2 text-[14px]"
      data-testid="contradiction"
    >
      <p>
        {{
          runWords('judgeTake.pastMarkButYou', {
            position: show(position ?? 0, 'length', { unit: 'mm' }),
            says: VERDICT_LABELS[asked.says].toLowerCase(),
            called: VERDICT_LABELS[asked.called].toLowerCase(),
          })
        }}
      </p>
      <RunFlagRow
        class="justify-start!"
        :flags="[
          { id: 'marked', label: runWords('judgeTake.keepMark', { verdict: VERDICT_LABELS[asked.says] }) },
          { id: 'called', label: runWords('judgeTake.removeMark', { verdict: VERDICT_LABELS[asked.called] }) },
        ]"
        @press="answer"
      />
    </div>
    <label class="flex items-baseline gap-2 text-[13px]"
      >{{ runWords('judgeTake.note') }} <UInput v-model="note" variant="none" class="min-w-0 flex-1" maxlength="1000"
    /></label>
    <div class="verdicts">
      <button
        v-for="v in VERDICTS"
        :key="v.id"
        type="button"
        class="run-button"
        :aria-pressed="take ? take.verdict === v.id : undefined"
        @click="judge(v.id)"
      >
        {{ VERDICT_LABELS[v.id] }} <kbd>{{ v.key }}</kbd>
      </button>
    </div>
  </div>
</template>

<style scoped>
.verdicts {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
.verdicts .run-button[aria-pressed='true'] {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
kbd {
  font-size: 11px;
  font-family: inherit;
}
@media (max-width: 640px) {
  .verdicts {
    gap: 6px;
  }
  .verdicts .run-button {
    padding: 14px 4px;
    font-size: 17px;
  }
  kbd {
    display: none;
  }
}
</style>
