<script setup lang="ts">
import { type Plan, ROLES, type Role, cautionsOf, fieldAt, freshTakes, placeTells, runStateOf, stepsOf } from '~~/core'
import type { Verdict } from '~~/shared/schemas/records'
import { parseField } from '~~/shared/units'
import { ApiError } from '~/services/api'

/** The dark part of the session: calls in order, the open shutter's clock, verdicts, and the next delay. Red on black. */
const route = useRoute()
const store = useSetupStore()
const takes = useTakesStore()
const run = useRunStore()
const preferences = usePreferencesStore()
const { parts, show } = useNumbers()
const { silent, tick, toggle } = useTicks()
const failure = ref('')
const id = computed(() => String(route.params.id))
useHead({ title: () => `Run: ${store.setup?.name ?? ''} · Epiro` })

// Safelight while the run is on; afterwards as it was.
const lookBefore = preferences.look
preferences.look = 'safelight'

onMounted(async () => {
  try {
    await Promise.all([store.open(id.value), takes.open(id.value)])
    run.follow(id.value, ({ takes: changed, setup }) => {
      if (changed) void takes.refresh().catch(() => {})
      // What was planned on another device holds here too, unless something of ours waits to be sent.
      if (setup && store.saveState === 'saved' && store.record && !recentlySaved()) void store.open(id.value).catch(() => {})
    })
  }
  catch (error) { failure.value = error instanceof ApiError && error.status === 404 ? 'There is no such set-up in this studio.' : 'The set-up could not be opened.' }
})
onBeforeUnmount(() => {
  preferences.look = lookBefore
  run.leave()
  store.close()
})
let savedAt = 0
watch(() => store.saveState, (state) => { if (state === 'saved') savedAt = Date.now() })
const recentlySaved = (): boolean => Date.now() - savedAt < 1500

const setup = computed(() => store.setup)
const plan = computed(() => store.plan)
const acknowledged = computed(() => setup.value !== null && cautionsOf(setup.value).every(caution => setup.value!.lists.acknowledged.includes(caution.id)) && setup.value.lists.acknowledged.some(a => a.startsWith('by:')))
const steps = computed(() => (setup.value ? stepsOf(setup.value) : []))
const at = computed(() => Math.min(run.state.step, Math.max(0, steps.value.length - 1)))
const step = computed(() => steps.value[at.value])
const role = ref<Role | ''>('')
const mine = (r: Role): boolean => role.value === '' || role.value === r

// ── search ──
const recent = ref(false)
const fired = computed(() => [...takes.takes].reverse())
const state = computed(() => (plan.value ? runStateOf(plan.value, freshTakes(plan.value.setup, fired.value), recent.value ? { recent: 4 } : {}) : null))
const delay = computed(() => run.state.delay ?? plan.value?.timing.used ?? null)
const differs = computed(() => state.value?.proposal != null && delay.value !== null && Math.abs(state.value.proposal.delay - delay.value) > 1e-9)
const dial = (to: number): void => run.move({ delay: Number(to.toPrecision(12)) })
const typed = ref('')
const typedError = ref('')
function dialTyped(): void {
  const field = fieldAt('delay')
  if (field?.type !== 'number' || typed.value.trim() === '') return
  const parsed = parseField(typed.value, { ...field, nullable: false }, preferences.system)
  typedError.value = 'error' in parsed ? parsed.error : ''
  if ('error' in parsed || parsed.value === null) return
  dial(parsed.value)
  typed.value = ''
}

// ── clocks ──
const actedAt = ref<number | null>(null)
const recycle = computed(() => Math.max(0, ...(setup.value?.flashes.map(flash => flash.recycleTime) ?? [])))
const now = useNowWhile(() => run.state.openedAt !== null || (actedAt.value !== null && Date.now() - actedAt.value < recycle.value * 1000 + 500))
const open = computed(() => (run.state.openedAt === null ? null : Math.max(0, (now.value - Date.parse(run.state.openedAt)) / 1000)))
/** s that the room may shine in before it shows. */
const longest = computed(() => (plan.value ? plan.value.setup.picture.shutter * 2 ** (plan.value.setup.picture.ambientLimit - plan.value.exposure.ambient) : Infinity))
const charging = computed(() => (actedAt.value === null ? 0 : Math.max(0, recycle.value - (now.value - actedAt.value) / 1000)))
watch(() => (open.value === null ? -1 : Math.floor(open.value)), (second, before) => { if (second > 0 && second !== before) tick(second >= longest.value) })

function next(): void {
  const leaving = step.value?.id
  if (leaving === 'open') run.move({ openedAt: new Date().toISOString() })
  if (leaving === 'close') run.move({ openedAt: null })
  if (leaving === 'act') actedAt.value = Date.now()
  if (leaving === 'judge') return
  if (leaving === 'reset') { begin(); return }
  run.move({ step: at.value + 1 })
}
function begin(): void {
  done.value = []
  run.move({ step: 0, openedAt: null })
}
const back = (): void => run.move({ step: Math.max(0, at.value - 1) })

// ── verdict ──
const VERDICTS: { id: Verdict, label: string, key: string }[] = [
  { id: 'early', label: 'Early', key: 'e' }, { id: 'on', label: 'On', key: 'o' }, { id: 'late', label: 'Late', key: 'l' }, { id: 'missed', label: 'Not in frame', key: 'n' }, { id: 'misfire', label: 'Misfire', key: 'm' },
]
const JUDGED = [{ id: 'keeper', label: 'Keeper', key: 'k' }, { id: 'sharp', label: 'Sharp', key: 's' }, { id: 'exposed', label: 'Exposed', key: 'x' }, { id: 'clean', label: 'Clean', key: 'c' }] as const
const judged = reactive({ keeper: false, sharp: true, exposed: true, clean: true })
const position = ref<number | null>(null)
const note = ref('')
const done = ref<string[]>([])
const logged = ref('')

let judging = false
async function judge(verdict: Verdict): Promise<void> {
  // One press, one take.
  if (!plan.value || judging) return
  judging = true
  await keep(plan.value, verdict)
  judging = false
}
async function keep(planned: Plan, verdict: Verdict): Promise<void> {
  const misfire = verdict === 'misfire'
  try {
    await takes.log({
      key: crypto.randomUUID(), delay: delay.value ?? 0, planned: planned.timing.wanted, verdict, keeper: judged.keeper && verdict === 'on', position: misfire ? null : position.value, note: note.value.trim(),
      sharp: misfire ? null : judged.sharp, exposed: misfire ? null : judged.exposed, clean: misfire ? null : judged.clean, firedAt: new Date().toISOString(),
    })
  }
  catch {
    logged.value = 'This device could not keep the take: press again.'
    return
  }
  logged.value = `Take kept: ${VERDICTS.find(v => v.id === verdict)!.label.toLowerCase()}`
  Object.assign(judged, { keeper: false, sharp: true, exposed: true, clean: true })
  position.value = null
  note.value = ''
  run.move({ step: steps.value.findIndex(s => s.id === 'reset'), openedAt: null })
}

usePageKeys((event) => {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || !acknowledged.value) return
  if ((event.key === ' ' || event.key === 'Enter') && !target.closest('button, a, input, svg')) { event.preventDefault(); next(); return }
  if (event.key === 'Backspace') { event.preventDefault(); back(); return }
  if (event.key === 'd' && state.value?.proposal) { dial(state.value.proposal.delay); return }
  if (step.value?.id !== 'judge') return
  const verdict = VERDICTS.find(v => v.key === event.key)
  const flag = JUDGED.find(j => j.key === event.key)
  if (verdict) void judge(verdict.id)
  else if (flag) judged[flag.id] = !judged[flag.id]
})

const used = computed(() => takes.takes.filter(take => take.verdict !== 'misfire').length)
const left = computed(() => Math.max(0, (setup.value?.goal.stock ?? 0) - used.value))
const last = computed(() => takes.takes[0] ?? null)
/** What is otherwise than in the last take: one thing at a time. */
const changed = computed(() => (last.value === null || delay.value === null ? '' : Math.abs(last.value.delay - delay.value) > 1e-9 ? `delay ${show(last.value.delay, 'time', { figures: 4 })} → ${show(delay.value, 'time', { figures: 4 })}` : 'nothing since the last take'))
</script>

<template>
  <div class="scrolls h-full bg-(--sheet)">
    <Teleport defer to="#header-place">
      <NuxtLink v-if="setup" :to="`/setups/${id}`" class="truncate text-(--ink-soft) hover:underline">{{ setup.name }}</NuxtLink>
      <h1 class="font-semibold">
        Run
      </h1>
    </Teleport>
    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">Back to the shoots</NuxtLink>
    </p>
    <RunCautionsGate v-else-if="setup && !acknowledged" :setup="setup" />
    <div v-else-if="plan && setup && step" class="run">
      <section class="calls" aria-label="Steps">
        <div class="flex items-center gap-2 text-[13px]">
          <label for="role">I am</label>
          <select id="role" v-model="role" class="border-b border-(--hair-strong)">
            <option value="">
              everyone
            </option>
            <option v-for="r in ROLES" :key="r" :value="r">
              {{ r }}
            </option>
          </select>
          <button type="button" class="underline" @click="toggle">
            {{ silent ? 'ticks off' : 'ticks on' }}
          </button>
        </div>
        <p role="status" class="text-[13px]" data-testid="unsent">
          {{ takes.unsent > 0 ? `${takes.unsent} not sent yet, kept on this device` : run.connected ? 'all sent' : 'no connection' }}
        </p>
        <ol class="mt-2">
          <li v-for="(s, i) in steps" :key="s.id" class="step" :class="{ here: i === at, done: i < at, other: !mine(s.role) }" :aria-current="i === at ? 'step' : undefined">
            <span class="flex-1">{{ s.call }}</span><span class="text-[11px]">{{ s.role }}</span>
          </li>
        </ol>
      </section>

      <section class="now" aria-label="Now" aria-live="polite">
        <p class="text-[13px]">
          {{ step.role }}{{ mine(step.role) ? '' : ', not you' }}
        </p>
        <p class="call" data-testid="call">
          {{ step.call }}
        </p>
        <p class="text-[15px]">
          {{ step.text }}
        </p>
        <div class="clocks">
          <div v-if="open !== null">
            <p class="text-[12px]">
              shutter open
            </p>
            <p class="clock" :class="{ over: open > longest }" data-testid="open">
              {{ open.toFixed(1) }}<span class="unit-small"> s</span>
            </p>
            <p class="text-[12px]">
              {{ longest > 600 ? 'the room will not show' : `room shows after ${show(longest, 'time')}` }}
            </p>
          </div>
          <div v-if="charging > 0">
            <p class="text-[12px]">
              flashes ready in
            </p>
            <p class="clock">
              {{ charging.toFixed(1) }}<span class="unit-small"> s</span>
            </p>
          </div>
        </div>

        <template v-if="step.id === 'judge'">
          <div class="flags">
            <button v-for="j in JUDGED" :key="j.id" type="button" class="flag" :aria-pressed="judged[j.id]" @click="judged[j.id] = !judged[j.id]">
              {{ j.label }} <kbd>{{ j.key }}</kbd>
            </button>
          </div>
          <template v-if="placeTells(plan)">
            <RunPositionScale v-model="position" :plan="plan" />
            <p class="flex items-baseline gap-2 text-[13px]">
              past the mark: {{ position === null ? 'not marked' : show(position, 'length', { unit: 'mm' }) }}
              <button v-if="position !== null" type="button" class="underline" @click="position = null">
                clear
              </button>
            </p>
          </template>
          <label class="flex items-baseline gap-2 text-[13px]">Note <input v-model="note" class="note flex-1" maxlength="1000"></label>
          <div class="verdicts">
            <button v-for="v in VERDICTS" :key="v.id" type="button" class="run-button" @click="judge(v.id)">
              {{ v.label }} <kbd>{{ v.key }}</kbd>
            </button>
          </div>
        </template>
        <template v-else>
          <ul v-if="step.id === 'reset'" class="text-left text-[15px]">
            <li v-for="item in setup.lists.reset" :key="item.text">
              <label class="flex items-center gap-2 py-1"><input v-model="done" type="checkbox" class="tick size-5!" :value="item.text"> {{ item.text }}</label>
            </li>
          </ul>
          <div class="flex gap-2">
            <button type="button" class="run-button flex-1" @click="next">
              {{ step.id === 'reset' ? 'Again' : 'Done' }} <kbd>space</kbd>
            </button>
            <button v-if="at > 0" type="button" class="run-button back" @click="back">
              Back
            </button>
          </div>
        </template>
        <p role="status" class="text-[13px]">
          {{ logged }}
        </p>
        <p v-for="queued in takes.refused" :key="queued.take.key" role="alert" class="text-[13px]">
          Kept here, refused by the server: {{ queued.refused }}
        </p>
      </section>

      <section class="dial" aria-label="Next delay">
        <p class="text-[12px]">
          dialled{{ changed ? `; changed: ${changed}` : '' }}
        </p>
        <p class="clock" data-testid="dialled">
          {{ delay === null ? 'none' : parts(show(delay, 'time', { figures: 5 }))[0] }}<span class="unit-small"> {{ delay === null ? '' : parts(show(delay, 'time', { figures: 5 }))[1] }}</span>
        </p>
        <template v-if="state?.proposal">
          <button type="button" class="run-button w-full" :disabled="!differs" data-testid="proposal" @click="dial(state.proposal.delay)">
            {{ differs ? 'Dial' : 'Keep' }} {{ show(state.proposal.delay, 'time', { figures: 5 }) }} <kbd>d</kbd>
          </button>
          <p class="text-[13px]" data-testid="why">
            {{ show(state.proposal.keep, 'share') }} chance of a keeper: {{ state.proposal.reason }}. Ladder: {{ show(state.ladder, 'time', { figures: 4 }) }}
            <button type="button" class="underline" @click="dial(state.ladder)">
              dial that
            </button>
          </p>
          <p v-if="state.drift" class="text-[13px]">
            The takes wander, {{ show(Math.abs(state.drift.perTake), 'time', { figures: 2 }) }} {{ state.drift.perTake > 0 ? 'later' : 'sooner' }} each.
          </p>
          <label v-if="state.drift || recent" class="flex items-center gap-2 text-[13px]"><input v-model="recent" type="checkbox" class="tick"> go by the last four takes</label>
        </template>
        <form class="flex items-baseline gap-2 text-[13px]" @submit.prevent="dialTyped">
          <label for="typed">Other</label><input id="typed" v-model="typed" class="note flex-1" placeholder="18.2 ms" autocomplete="off">
        </form>
        <p v-if="typedError" role="alert" class="text-[12px]">
          {{ typedError }}
        </p>
        <dl class="tally">
          <dt>Keepers</dt><dd>{{ takes.takes.filter(t => t.keeper).length }} of {{ setup.goal.keepers }}</dd>
          <dt>Takes</dt><dd>{{ takes.takes.length }}</dd>
          <dt>Props left</dt><dd data-testid="left">
            {{ left }}
          </dd>
          <dt>Takes still needed at {{ show(setup.goal.confidence, 'share') }}</dt><dd>{{ state?.needed ?? 'beyond count' }}</dd>
        </dl>
        <RunResultsChart v-if="state?.fit" :fit="state.fit" :plan="plan" />
        <ol class="text-[13px]" aria-label="Takes">
          <li v-for="take in takes.takes.slice(0, 6)" :key="take.key" class="flex gap-2 border-t border-(--hair) py-0.5" data-testid="run-take">
            <span class="w-6">{{ take.number }}</span><span class="w-18">{{ show(take.delay, 'time', { figures: 4 }) }}</span><span class="flex-1">{{ take.verdict }}{{ take.keeper ? ', keeper' : '' }}</span>
            <span>{{ take.position === null ? '' : show(take.position, 'length', { unit: 'mm' }) }}</span>
          </li>
        </ol>
      </section>
    </div>
    <p v-else class="p-8" role="status">
      Opening the run
    </p>
  </div>
</template>

<style scoped>
.run { display: grid; grid-template-columns: 210px minmax(0, 1fr) 330px; gap: 0 26px; padding: 16px 20px; min-height: 100%; }
.step { display: flex; gap: 8px; align-items: baseline; font-size: 17px; padding: 4px 8px; border-left: 3px solid transparent; }
.step.here { border-left-color: var(--ink); font-weight: 650; background: var(--ui-bg-elevated); }
.step.done { color: var(--ink-faint); text-decoration: line-through; font-weight: 400; }
.step.other { font-stretch: 78%; font-size: 15px; }
.now { display: grid; gap: 10px; align-content: start; text-align: center; }
.call { font-size: 74px; line-height: 1.02; font-weight: 620; font-stretch: 84%; letter-spacing: -0.01em; }
.clocks { display: flex; justify-content: center; gap: 40px; min-height: 20px; }
.clock { font-size: 50px; line-height: 1; font-weight: 560; font-stretch: 86%; }
.clock.over { text-decoration: underline; }
.verdicts { display: grid; grid-template-columns: repeat(3, 1fr); gap: 8px; }
.flags { display: flex; flex-wrap: wrap; gap: 6px; justify-content: center; }
.flag { border: 1px solid var(--hair-strong); padding: 6px 12px; font-size: 15px; cursor: pointer; }
.flag[aria-pressed="true"] { background: var(--ink); color: #000; }
.note { background: transparent; border: 0; border-bottom: 1px solid var(--hair-strong); color: var(--ink); outline: none; padding: 2px; min-width: 0; }
.note::placeholder { color: var(--ink-faint); opacity: 1; }
.back { border-color: var(--hair-strong); min-width: 84px; }
.dial { display: grid; gap: 8px; align-content: start; }
.tally { display: grid; grid-template-columns: 1fr auto; gap: 1px 10px; font-size: 14px; }
.tally dd { text-align: right; font-weight: 600; }
kbd { font-size: 11px; font-family: inherit; }
@media (max-width: 900px) {
  .run { display: flex; flex-direction: column; gap: 14px; padding: 10px 12px; }
  .calls ol { display: none; }
  .call { font-size: 54px; }
}
</style>
