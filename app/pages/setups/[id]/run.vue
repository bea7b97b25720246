<script setup lang="ts">
import { CALL_TEXTS, STEP_TEXTS } from '~~/shared/texts/run'
import {
  cautionsOf,
  dialOf,
  freshTakes,
  rolesOf,
  runStateOf,
  sessionSpread,
  settingsOf,
  shoots,
  stepsOf,
  withReading,
} from '~~/core'
import { watchDebounced } from '@vueuse/core'
import type { PlayedSessions, Plan } from '~~/core'
import type { SaidOfTake } from '~~/shared/takes/input'
import type { TakeJudgement } from '~/components/run/JudgeTake.vue'
import type { TakeRecord } from '~/services/api'
import { takesInWorker } from '~/services/dayPlanner'
import { noteArmed } from '~/services/dayEvents'
import { studioInstant } from '~/services/studioClock'
import { endReading, prepareReading } from '~/services/takeReading'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { KEYS } from '~~/shared/texts/keys'
import { runWords } from '~~/shared/texts/pages/run'

/**
 * The dark part of the session: calls in order, the open shutter's clock, verdicts, and the next delay. Red on black.
 */
const route = useRoute()
const store = useSetupStore()
const takes = useTakesStore()
const pictures = usePicturesStore()
const run = useRunStore()
const preferences = usePreferencesStore()
const bench = useBench()
const session = useSessionStore()
const { show } = useNumbers()
const tell = useTold()
const { silent, tick, toggle } = useTicks()
const failure = ref('')
const id = computed(() => String(route.params.id))
useHead({ title: () => runWords('run.runEpiro', { name: store.setup?.name ?? '' }) })

// Safelight while the run is on; afterwards as it was.
preferences.enterDark()

onMounted(async () => {
  try {
    void takes.open(id.value).then(() => void (opened.value = true))
    void pictures.open(id.value).catch(() => {})
    await store.open(id.value)
    if (store.record?.practice) bench.join(id.value)
    run.follow(id.value, ({ takes: changed, setup, pictures: shown }) => {
      if (changed) void takes.refresh().catch(() => {})
      if (shown) void pictures.refresh().catch(() => {})
      // What was planned on another device holds here too.
      if (setup) void store.renew().catch(() => {})
    })
  } catch (error) {
    failure.value = openFailure(error)
  }
})
onBeforeUnmount(() => {
  preferences.leaveDark()
  endReading()
  run.leave()
  takes.close()
  store.close()
})
const clock = (at: number): string => new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })

const setup = computed(() => store.setup)
const plan = computed(() => store.plan)
const acknowledged = computed(
  () =>
    setup.value !== null &&
    cautionsOf(setup.value).every(caution => setup.value!.lists.acknowledged.includes(caution.id)) &&
    setup.value.lists.acknowledged.some(a => a.startsWith('by:')),
)
const steps = computed(() => (setup.value ? stepsOf(setup.value) : []))
const at = computed(() => Math.min(run.state.step, Math.max(0, steps.value.length - 1)))
const step = computed(() => steps.value[at.value])
const roles = computed(() => rolesOf(steps.value))
const listed = computed(() => [
  { value: '', label: 'everyone' },
  ...roles.value.map(value => ({ value, label: value })),
])
const role = ref('')
const mine = (r: string): boolean => role.value === '' || role.value === r

/** Pictures are read where they are judged: what they are compared with is made ready while the first is prepared. */
const judges = computed(() => steps.value.some(({ id: step, role: whose }) => step === 'judge' && mine(whose)))
watch(
  [setup, () => acknowledged.value && judges.value],
  ([now, here]) => {
    if (now && here) prepareReading(now)
  },
  { immediate: true },
)

// ── search ──
const follow = ref(false)
const fired = computed(() => [...takes.takes].reverse())
const state = computed(() =>
  plan.value ? runStateOf(plan.value, freshTakes(plan.value.setup, fired.value), { follow: follow.value }) : null,
)
const delay = computed(() => run.state.delay ?? (plan.value && dialOf(plan.value)?.used) ?? null)
const dial = (to: number): void => run.move({ delay: Number(to.toPrecision(12)) })

// ── clocks ──
const { open, longest, charging, buffer } = useRunClocks(() => plan.value, tick)

/** What the bench is told as a step is left; true where there is no bench, or it heard. */
function tellBench(leaving: string): boolean {
  if (!store.record?.practice || !setup.value) return true
  const { sensor, controller } = setup.value
  switch (leaving) {
    case 'open':
      return bench.say('SHUTTER OPEN')
    case 'arm':
      return bench.say(
        `SET delay ${delay.value ?? 0}`,
        ...(sensor.threshold === null ? [] : [`SET threshold ${sensor.threshold}`]),
        `SET hold-off ${controller.holdOff}`,
        'ARM',
      )
    case 'act':
      return bench.say(
        ...(setup.value.trigger === 'sensor' ? [] : [`SET delay ${delay.value ?? 0}`]),
        'ACT',
        ...(setup.value.method === 'open-shutter' ? [] : ['SAFE']),
      )
    case 'close':
      return bench.say('SHUTTER CLOSE', 'SAFE')
    default:
      return true
  }
}

/** What the plan says will not work: named before anything is armed, until somebody says to go on all the same. */
const gravest = computed(() => plan.value?.findings.filter(finding => finding.severity === 'error') ?? [])
const allTheSame = ref('')
const stopsNow = computed(() => {
  const names = gravest.value.map(finding => finding.id).join()
  return names !== '' && names !== allTheSame.value && (step.value?.id === 'arm' || step.value?.id === 'ready')
    ? gravest.value
    : []
})
const goOn = (): void => {
  allTheSame.value = gravest.value.map(finding => finding.id).join()
}

/** Ends a take at whatever step, in a safe order: first what could fire, then the light. */
function abort(): void {
  if (store.record?.practice) bench.say('SAFE', 'SHUTTER CLOSE')
  logged.value = abortCalls.value
  run.move({ step: 0, openedAt: null, actedAt: null })
}
const abortCalls = computed(() =>
  [
    runWords('run.stoppedFirstHandsOff'),
    runWords('run.controllerSafe'),
    ...(setup.value && shoots(setup.value.action.kind) ? [runWords('run.unloadCall')] : []),
    ...(setup.value?.method === 'open-shutter' ? [runWords('run.shutterClosed')] : []),
    runWords('run.thenLights'),
  ].join(', '),
)

const warning = useTemplateRef('warning')
function next(): void {
  const leaving = step.value?.id
  if (leaving === undefined || leaving === 'judge') return
  // The key that goes on asks first: what the plan says is read, and pressed away, before anything is armed.
  if (stopsNow.value.length > 0) {
    warning.value?.focus()
    return
  }
  logged.value = ''
  if (!tellBench(leaving)) {
    logged.value = runWords('run.benchDidNotGet')
    return
  }
  if (leaving === 'reset') {
    begin()
    return
  }
  if (leaving === 'arm' && session.isCrew && !store.record?.practice)
    void noteArmed(session.key, id.value, studioInstant())
  run.move({
    step: at.value + 1,
    ...(leaving === 'open'
      ? { openedAt: studioInstant() }
      : leaving === 'close'
        ? { openedAt: null }
        : leaving === 'act'
          ? { actedAt: studioInstant() }
          : {}),
  })
}
function begin(): void {
  done.value = []
  run.move({ step: 0, openedAt: null, actedAt: null })
}
const back = (): void => run.move({ step: Math.max(0, at.value - 1) })

// ── verdict ──
const done = ref<string[]>([])
const logged = ref('')
/** Takes logged on this device since the run was opened: all others are somebody else's. */
const own = new Set<string>()
const opened = ref(false)
watch(
  () => takes.takes[0],
  (newest, before) => {
    if (!newest || !opened.value || own.has(newest.key) || newest.number <= (before?.number ?? 0)) return
    const verdict = VERDICT_LABELS[newest.verdict].toLowerCase()
    const kept = newest.keeper ? ', keeper' : ''
    logged.value = runWords('run.take2', {
      newest: takeMark(newest),
      by: newest.by ?? runWords('run.anotherDevice'),
      verdict,
      kept,
    })
  },
)

/** What the run says of the take at hand; nothing where another delay is dialled than it proposes. */
const many = shallowRef<PlayedSessions | null>(null)
/** Takes that sessions from here would need, played once before the first take; null: not yet. */
const sessions = shallowRef<SaidOfTake['takes']>(null)
// Once what is dialled and what was logged is at rest: each playing takes a second of a core.
watchDebounced(
  () => (takes.takes.length === 0 ? store.setup : null),
  async setup => {
    if (!setup) return
    const played = await takesInWorker(setup).catch(() => [])
    if (played.length > 0) sessions.value = sessionSpread(played)
  },
  { immediate: true, debounce: 1500 },
)
function saidNow(): SaidOfTake | null {
  const proposed = state.value?.proposal?.delay ?? null
  const away = proposed !== null && delay.value !== null && Math.abs(proposed - delay.value) > 1e-6
  if (many.value === null || away) return null
  const error = state.value?.proposal?.posterior.uncertainty ?? null
  return {
    chance: Number(many.value.keeper.toFixed(4)),
    delay: proposed,
    error: error === null ? null : Number(error.toPrecision(3)),
    takes: takes.takes.length === 0 ? sessions.value : null,
  }
}

let judging = false
async function judge(judgement: TakeJudgement): Promise<void> {
  // One press, one take.
  if (!plan.value || judging) return
  judging = true
  await keep(plan.value, judgement)
  judging = false
}
async function keep(planned: Plan, { read, ...judgement }: TakeJudgement): Promise<void> {
  const settings = settingsOf(planned.setup)
  try {
    const key = crypto.randomUUID()
    own.add(key)
    await takes.log({
      key,
      delay: delay.value ?? 0,
      planned: dialOf(planned)?.wanted ?? null,
      ...judgement,
      said: saidNow(),
      settings: read ? withReading(settings, read) : settings,
      // A picture is known by the time the action was let go, not by that of the verdict.
      firedAt: run.state.actedAt ?? studioInstant(),
    })
  } catch {
    logged.value = runWords('run.takeCouldNotSaved')
    return
  }
  logged.value = runWords('run.takeSaved', { verdict: VERDICT_LABELS[judgement.verdict].toLowerCase() })
  run.move({ step: steps.value.findIndex(s => s.id === 'reset'), openedAt: null })
}

const unsent = computed(() => unsentText(takes.unsent, pictures.unsent))

/** The take that an added picture is of: the one just logged; before its verdict, whichever its time fits. */
const pictured = computed(() => {
  const newest = takes.takes[0]
  return step.value?.id === 'reset' && newest ? newest.id : null
})
async function addPictures(files: File[]): Promise<void> {
  const wrong = await pictures.add(files, pictured.value)
  logged.value =
    wrong.length > 0
      ? wrong.join('; ')
      : pictures.unsent > 0
        ? runWords('run.pictureSavedDeviceSent')
        : runWords('run.pictureAdded')
}

/** A take that is being put right. */
const amended = shallowRef<TakeRecord | null>(null)
const righting = useTemplateRef('righting')
/** On a phone the list of takes is far below. */
function putRight(take: TakeRecord): void {
  amended.value = take
  void nextTick(() => {
    righting.value?.focus({ preventScroll: true })
    righting.value?.scrollIntoView({ block: 'start' })
  })
}
async function amend({ read: _, ...judgement }: TakeJudgement): Promise<void> {
  const take = amended.value
  if (!take) return
  try {
    await takes.amend(take, { delay: take.delay, ...judgement })
  } catch {
    logged.value = runWords('run.couldNotSavedDevice')
    return
  }
  logged.value = runWords('run.takeCorrected', {
    take: takeMark(take),
    verdict: VERDICT_LABELS[judgement.verdict].toLowerCase(),
  })
  amended.value = null
}

const whileRunning = (act: () => void) => (): unknown => (amended.value ? false : act())
const blocked = (act: () => void) => (): unknown => (!amended.value && stopsNow.value.length > 0 ? act() : false)
usePageKeys(event => {
  if (!acknowledged.value) return
  const last = takes.takes[0]
  const onButton = (event.target as HTMLElement).closest('button, a, input, svg') !== null
  const stoppable = at.value > 0 && step.value?.id !== 'judge' && step.value?.id !== 'reset'
  const { proposal } = state.value ?? {}
  pressed(KEYS.run, event, {
    next: onButton ? () => false : whileRunning(next),
    back: whileRunning(back),
    stop: stoppable ? whileRunning(abort) : () => false,
    goOn: blocked(goOn),
    fix: blocked(() => void navigateTo(`/setups/${id.value}`)),
    dial: proposal ? whileRunning(() => dial(proposal.delay)) : () => false,
    correct: last ? whileRunning(() => putRight(last)) : () => false,
    cancel: () => {
      if (!amended.value) return false
      amended.value = null
    },
  })
})
</script>

<template>
  <div class="scrolls h-full bg-(--sheet)">
    <Teleport defer to="#header-place">
      <NuxtLink v-if="setup" :to="`/setups/${id}`" class="truncate text-(--ink-soft) hover:underline">{{
        setup.name
      }}</NuxtLink>
      <h1 class="font-semibold">{{ runWords('run.run') }}</h1>
    </Teleport>
    <p v-if="failure || store.failed" role="alert" class="p-8">
      {{ failure || planFailure(store.failed) }}
      <NuxtLink to="/" class="underline">{{ runWords('run.backShoots') }}</NuxtLink>
    </p>
    <RunCautionsGate v-else-if="setup && !acknowledged" :setup="setup" />
    <div v-else-if="plan && setup && step" class="run">
      <section class="calls" :aria-label="runWords('run.steps')">
        <div class="flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px] whitespace-nowrap">
          <label for="role">{{ runWords('run.myRole') }}</label>
          <UiPickOne id="role" v-model="role" :options="listed" />
          <UButton variant="link" @click="toggle">
            {{ silent ? runWords('run.turnTicks') : runWords('run.turnTicksOff') }}
          </UButton>
          <NuxtLink v-if="session.isLead" :to="`/devices?to=/setups/${id}/run`" class="underline max-sm:hidden">{{
            runWords('run.addPhone')
          }}</NuxtLink>
        </div>
        <p v-if="!session.isCrew" role="note" class="text-[13px]">{{ runWords('run.youWatchingCrewRuns') }}</p>
        <p role="status" class="text-[13px]" data-testid="unsent">
          {{ unsent || (run.lostAt === null ? runWords('run.allSent') : '') }}
          <template v-if="run.lostAt !== null">
            {{ runWords('run.offlineSinceTakesKept', { lostAt: clock(run.lostAt) }) }}
          </template>
        </p>
        <ol class="mt-2">
          <li
            v-for="(s, i) in steps"
            :key="s.id"
            class="step"
            :class="{ here: i === at, done: i < at, other: !mine(s.role) }"
            :aria-current="i === at ? 'step' : undefined"
          >
            <span class="flex-1">{{ CALL_TEXTS[s.call] }}</span><span class="text-[11px]">{{ s.role }}</span>
          </li>
        </ol>
        <LazyRunDayInRun v-if="store.record && !store.record.practice" :shoot-id="store.record.shootId" class="mt-4" />
      </section>

      <section
        v-if="amended"
        ref="righting"
        tabindex="-1"
        class="now outline-none"
        :aria-label="runWords('run.take', { number: amended.number })"
      >
        <p class="call small">{{ runWords('run.correctTake', { amended: takeMark(amended) }) }}</p>
        <p class="text-[15px]">
          {{
            runWords('run.loggedWhatWasReally', {
              delay: show(amended.delay, 'time', { figures: 5 }),
              verdict: VERDICT_LABELS[amended.verdict].toLowerCase(),
              noun: amended.keeper ? runWords('run.keeper') : '',
            })
          }}
        </p>
        <RunJudgeTake :key="amended.key" :plan="plan" :delay="amended.delay" :take="amended" @judge="amend" />
        <button type="button" class="run-button" @click="amended = null">
          {{ runWords('run.cancelCorrection') }} <kbd>{{ runWords('run.esc') }}</kbd>
        </button>
      </section>
      <section v-else class="now" :aria-label="runWords('run.now')" aria-live="polite">
        <p class="text-[13px]">{{ step.role }}{{ mine(step.role) ? '' : runWords('run.notYou') }}</p>
        <p class="call" :class="{ small: step.id === 'judge' || step.id === 'reset' }" data-testid="call">
          {{ CALL_TEXTS[step.call] }}
        </p>
        <p class="text-[15px]" :class="{ hidden: step.id === 'judge' }">
          {{ STEP_TEXTS[step.text] }}
        </p>
        <RunTakeClocks :open="open" :longest="longest" :charging="charging" :buffer="buffer" />

        <RunLatestPicture v-if="step.id === 'reset'" :plan="plan" />
        <PicturesAddPictures
          v-if="session.isCrew && (step.id === 'reset' || step.id === 'judge')"
          worded
          :take="pictured ?? ''"
          :label="runWords('run.addPicture')"
          @files="addPictures"
        />
        <template v-if="step.id === 'judge'">
          <RunJudgeTake :plan="plan" :delay="delay" :reads="judges" @judge="judge" />
        </template>
        <template v-else>
          <ul v-if="step.id === 'reset'" class="text-left text-[15px]">
            <li v-for="item in setup.lists.reset" :key="item.text">
              <label class="flex items-center gap-2 py-1"
                ><input v-model="done" type="checkbox" class="tick size-5!" :value="item.text" /> {{ item.text }}</label
              >
            </li>
          </ul>
          <div v-if="stopsNow.length > 0" role="alert" class="grid gap-2 text-left" data-testid="open-stops">
            <p class="text-[15px] font-semibold">{{ runWords('run.accordingPlanWillNot') }}</p>
            <ul class="grid gap-1 text-[15px]">
              <li v-for="finding in stopsNow" :key="finding.id">{{ tell(finding.title, finding.figures) }}</li>
            </ul>
            <div class="flex flex-wrap gap-2">
              <button ref="warning" type="button" class="run-button" @click="goOn">
                {{ runWords('run.continueAnyway') }} <kbd>y</kbd>
              </button>
              <NuxtLink :to="`/setups/${id}`" class="run-button">{{ runWords('run.fixSetUp') }} <kbd>e</kbd></NuxtLink>
            </div>
          </div>
          <div v-else class="flex gap-2">
            <button type="button" class="run-button flex-1" @click="next">
              {{ step.id === 'reset' ? runWords('run.again') : runWords('run.done') }}
              <kbd>{{ runWords('run.space') }}</kbd>
            </button>
            <button v-if="at > 0" type="button" class="run-button back" @click="back">
              {{ runWords('run.back') }}
            </button>
            <button v-if="at > 0 && step.id !== 'reset'" type="button" class="run-button back" @click="abort">
              {{ runWords('run.stop') }} <kbd>q</kbd>
            </button>
          </div>
        </template>
        <p role="status" class="text-[13px]">
          {{ logged }}
        </p>
        <RunBenchBar
          v-if="store.record?.practice"
          :setup="setup"
          :connected="bench.connected.value"
          :lines="bench.lines.value"
          @say="bench.say($event)"
          @threshold="store.change([{ path: 'sensor.threshold', value: $event }])"
        />
        <NuxtLink v-if="store.record?.practice" :to="`/practice/${id}`" class="text-left text-[13px] underline">{{
          runWords('run.exerciseProgress')
        }}</NuxtLink>
        <TakesWaitingTakes v-if="takes.refused.length > 0 || takes.ofOthers > 0" />
        <PicturesWaitingPictures />
      </section>

      <RunNextDelay
        v-model:follow="follow"
        v-model:many="many"
        :plan="plan"
        :state="state"
        :delay="delay"
        @dial="dial"
        @amend="putRight"
      >
        <RunByFeel v-if="plan.setup.trigger !== 'sensor'" :plan="plan" :state="state" />
      </RunNextDelay>
    </div>
    <p v-else class="p-8" role="status">{{ runWords('run.openingRun') }}</p>
  </div>
</template>

<style scoped>
.run {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr) 330px;
  gap: 0 26px;
  padding: 16px 20px;
  min-height: 100%;
}
.step {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: 17px;
  padding: 4px 8px;
  border-left: 3px solid transparent;
}
.step.here {
  border-left-color: var(--ink);
  font-weight: 650;
  background: var(--ui-bg-elevated);
}
.step.done {
  color: var(--ink-faint);
  text-decoration: line-through;
  font-weight: 400;
}
.step.other {
  font-stretch: 78%;
  font-size: 15px;
}
.now {
  scroll-margin-top: 60px;
  display: grid;
  gap: 10px;
  align-content: start;
  text-align: center;
}
.call {
  font-size: 74px;
  line-height: 1.02;
  font-weight: 620;
  font-stretch: 84%;
  letter-spacing: -0.01em;
}
.call.small {
  font-size: 40px;
}
.back {
  border-color: var(--hair-strong);
  min-width: 84px;
}
kbd {
  font-size: 11px;
  font-family: inherit;
}
@media (max-width: 900px) {
  .run {
    display: flex;
    flex-direction: column;
    gap: 14px;
    padding: 10px 12px;
  }
  .calls ol {
    display: none;
  }
  .call {
    font-size: 54px;
  }
  .call.small {
    font-size: 30px;
  }
}
</style>
