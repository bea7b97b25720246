<script setup lang="ts">
import { type Plan, type PlayedSessions, type RunState, coarseStepOf, fieldAt } from '~~/core'
import { takePace, timeLeft } from '~~/core/day'
import { parseField } from '~~/shared/units'
import type { TakeRecord } from '~/services/api'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { PROPOSAL_TEXTS } from '~~/shared/texts/run'
import { runWords } from '~~/shared/texts/pages/run'

/** What is dialled, what to dial next and why, and how the run stands. */
const { plan, state, delay } = defineProps<{ plan: Plan; state: RunState | null; delay: number | null }>()
const follow = defineModel<boolean>('follow', { required: true })
const emit = defineEmits<{ dial: [number]; amend: [TakeRecord] }>()
const takes = useTakesStore()
const pictures = usePicturesStore()
const preferences = usePreferencesStore()
const { parts, show } = useNumbers()

const differs = computed(
  () => state?.proposal != null && delay !== null && Math.abs(state.proposal.delay - delay) > 1e-9,
)
const typed = ref('')
const typedError = ref('')
/** What is dialled instead starts from what is dialled now. */
function startTyping(event: FocusEvent): void {
  if (typed.value === '' && delay !== null) typed.value = show(said(delay), 'time', { figures: 5 })
  void nextTick(() => (event.target as HTMLInputElement).select())
}
function dialTyped(): void {
  const field = fieldAt('delay')
  if (field?.type !== 'number' || typed.value.trim() === '') return
  const parsed = parseField(typed.value, { ...field, nullable: false }, preferences.system)
  typedError.value = 'error' in parsed ? parsed.error : ''
  if ('error' in parsed || parsed.value === null) return
  emit('dial', said(parsed.value))
  typed.value = ''
}

/** What is turned as it is said: by hand, how long before the moment is pressed. */
const byHand = computed(() => plan.timing.lead !== null)
const said = (place: number): number => (byHand.value ? -place : place)
const logged = computed(() => [...takes.takes].reverse())
/** What the sessions come to, for what is said of the take at hand. */
const told = defineModel<PlayedSessions | null>('many', { default: null })
const { many, stale, trouble } = useHowMany(
  () => plan.setup,
  () => logged.value,
)
watch([many, stale], ([now, old]) => {
  told.value = old ? null : now
})
const coarse = computed(() => coarseStepOf(plan))
const goal = computed(() => plan.setup.goal)
const used = computed(() => takes.takes.filter(take => take.verdict !== 'misfire').length)
const left = computed(() => Math.max(0, goal.value.stock - used.value))
const wanted = computed(() => goal.value.keepers - takes.takes.filter(take => take.keeper).length)
/** What is still needed in minutes, by how quickly takes follow one another here. */
const minutes = computed(() => {
  if (many.value === null) return null
  const pace = takePace(
    plan.setup,
    takes.takes.slice(0, 40).map(take => Date.parse(take.firedAt)),
  )
  return timeLeft(many.value, wanted.value, pace)
})
const last = computed(() => takes.takes[0] ?? null)
/** What is otherwise than in the last take: one thing at a time. */
const changed = computed(() =>
  last.value === null || delay === null
    ? ''
    : Math.abs(last.value.delay - delay) > 1e-9
      ? runWords('nextDelay.delay', {
          delay: show(last.value.delay, 'time', { figures: 4 }),
          delay2: show(delay, 'time', { figures: 4 }),
        })
      : runWords('nextDelay.nothingSinceLastTake'),
)
</script>

<template>
  <section class="dial" :aria-label="byHand ? runWords('nextDelay.nextPressLead') : runWords('nextDelay.nextDelay')">
    <p class="text-[12px]">
      {{ byHand ? runWords('nextDelay.pressLead') : runWords('nextDelay.dialled')
      }}{{ changed ? runWords('nextDelay.changed', { changed }) : '' }}
    </p>
    <p class="clock" data-testid="dialled">
      {{ delay === null ? runWords('nextDelay.none') : parts(show(said(delay), 'time', { figures: 5 }))[0]
      }}<span class="unit-small"> {{ delay === null ? '' : parts(show(said(delay), 'time', { figures: 5 }))[1] }}</span>
    </p>
    <template v-if="state?.proposal">
      <button
        type="button"
        class="run-button w-full"
        :disabled="!differs"
        data-testid="proposal"
        @click="emit('dial', state.proposal.delay)"
      >
        {{ differs ? runWords('nextDelay.dial') : runWords('nextDelay.keep') }}
        {{ show(said(state.proposal.delay), 'time', { figures: 5 }) }} <kbd>d</kbd>
      </button>
      <p class="text-[13px]" data-testid="why">
        {{
          runWords('nextDelay.timeThereSteppingHand', {
            keep: show(state.proposal.keep, 'share'),
            reason: PROPOSAL_TEXTS[state.proposal.reason],
            bracketing: show(said(state.bracketing), 'time', { figures: 4 }),
          })
        }}
        <UButton variant="link" @click="emit('dial', state.bracketing)">
          {{ runWords('nextDelay.dial2') }}
        </UButton>
      </p>
      <p v-if="coarse" class="text-[13px]" data-testid="coarse">
        {{
          runWords('nextDelay.stepsCostTakesNearest', {
            step: show(coarse.step, 'time'),
            cost: show(coarse.cost, 'share'),
            off: show(coarse.off, 'time'),
          })
        }}
      </p>
      <p v-if="state.drift" class="text-[13px]">
        {{
          runWords('nextDelay.takesDriftEachTime', {
            perTake: show(Math.abs(state.drift.perTake), 'time', { figures: 2 }),
            noun: state.drift.perTake > 0 ? runWords('nextDelay.later') : runWords('nextDelay.earlier'),
          })
        }}
      </p>
      <label v-if="state.drift || follow" class="flex items-center gap-2 text-[13px]"
        ><input v-model="follow" type="checkbox" class="tick" />
        {{ runWords('nextDelay.followDriftRecentTakes') }}</label
      >
    </template>
    <slot />
    <form class="flex items-baseline gap-2 text-[13px]" @submit.prevent="dialTyped">
      <label for="typed">{{ runWords('nextDelay.other') }}</label><UInput
        id="typed"
        v-model="typed"
        variant="none"
        class="min-w-0 flex-1"
        :placeholder="runWords('nextDelay.182Ms')"
        autocomplete="off"
        @focus="startTyping"
      />
    </form>
    <p v-if="typedError" role="alert" class="text-[12px]">
      {{ typedError }}
    </p>
    <dl class="tally">
      <dt>{{ runWords('nextDelay.keepers') }}</dt>
      <dd>
        {{ runWords('nextDelay.of', { takes: takes.takes.filter(t => t.keeper).length, keepers: goal.keepers }) }}
      </dd>
      <dt>{{ runWords('nextDelay.takes') }}</dt>
      <dd>{{ takes.takes.length }}</dd>
      <dt>{{ runWords('nextDelay.propsLeft') }}</dt>
      <dd data-testid="left">
        {{ left }}
      </dd>
      <dt>{{ runWords('nextDelay.chanceKeeperTake') }}</dt>
      <dd :class="{ stale }">{{ many === null ? '…' : show(many.keeper, 'share') }}</dd>
      <dt>{{ runWords('nextDelay.takesStillNeededSure', { confidence: show(goal.confidence, 'share') }) }}</dt>
      <dd :class="{ stale }" data-testid="needed">
        {{ many === null ? trouble || '…' : (many.props ?? runWords('nextDelay.tooManyCount')) }}
      </dd>
      <template v-if="minutes">
        <dt>{{ runWords('nextDelay.timeStillNeeded') }}</dt>
        <dd :class="{ stale }" data-testid="time-left">
          {{
            runWords('nextDelay.aboutMinNineTimes', { half: Math.ceil(minutes.half), nine: Math.ceil(minutes.nine) })
          }}
        </dd>
      </template>
    </dl>
    <RunResultsChart v-if="state?.fit" :fit="state.fit" :plan="plan" />
    <ol class="text-[13px]" :aria-label="runWords('nextDelay.takes')">
      <li
        v-for="take in takes.takes.slice(0, 6)"
        :key="take.key"
        class="border-t border-(--hair)"
        data-testid="run-take"
      >
        <button type="button" class="taken" :title="runWords('nextDelay.correctTake')" @click="emit('amend', take)">
          <span class="w-6">{{ takeMark(take) }}</span><span class="w-18">{{
            show(said(take.delay), 'time', { figures: 4 })
          }}</span
          ><span class="flex-1"
            >{{ VERDICT_LABELS[take.verdict].toLowerCase() }}{{ take.keeper ? runWords('nextDelay.keeper') : '' }}</span
          >
          <span v-if="pictures.ofTake.has(take.id)" :title="runWords('nextDelay.hasPicture')"
            >▪<span class="sr-only">{{ runWords('nextDelay.hasPicture') }}</span></span
          >
          <span>{{ take.position === null ? '' : show(take.position, 'length', { unit: 'mm' }) }}</span><span
            class="sr-only"
            >{{ runWords('nextDelay.correctTake') }}</span
          >
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.dial {
  display: grid;
  gap: 8px;
  align-content: start;
}
.clock {
  font-size: 50px;
  line-height: 1;
  font-weight: 560;
  font-stretch: 86%;
}
.tally {
  display: grid;
  grid-template-columns: minmax(8.5rem, 1fr) minmax(0, auto);
  gap: 1px 10px;
  font-size: 14px;
}
.tally dd {
  text-align: right;
  font-weight: 600;
}
.taken {
  display: flex;
  gap: 8px;
  width: 100%;
  text-align: left;
  padding: 3px 0;
  cursor: pointer;
}
.taken:hover {
  text-decoration: underline;
  text-underline-offset: 3px;
}
@media (max-width: 640px) {
  .taken {
    padding: 9px 0;
  }
}
.stale {
  color: var(--ink-faint);
}
kbd {
  font-size: 11px;
  font-family: inherit;
}
</style>
