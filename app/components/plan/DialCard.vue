<script setup lang="ts">
import { type Matter, type Plan, type Setup, assumedOf } from '~~/core'
import { PROPS_ROW, assumedText, dialCardRows, dialCardText } from '~~/shared/text/dialCard'
import { keeperText } from '~~/shared/text/keeper'
import { planWords } from '~~/shared/texts/pages/plan'

/** What to set on each device: the two heroes large, the rest in rows; as text, as a page to print, or on the phone. */
const { plan, page = '' } = defineProps<{ plan: Plan; page?: string }>()
const emit = defineEmits<{ why: [id: string] }>()
const store = useSetupStore()
const preferences = usePreferencesStore()
const { parts, show } = useNumbers()
const tell = useTold()

const setup = computed(() => plan.setup)
const logged = useLogged()
/** What takes say the delay should be, where they say anything: as a place of the dial. */
const learnt = useLearntPlace(() => plan)
const byHand = computed(() => plan.timing.lead !== null)
const said = (place: number): number => (byHand.value ? -place : place)
/** What is turned: a delay, or by hand how long before the moment to press; as learnt until one is dialled. */
const turned = computed(() =>
  learnt.value && !own.value ? said(learnt.value.place) : (plan.timing.used ?? plan.timing.lead),
)
const suggests = computed(
  () => learnt.value !== null && (!own.value || Math.abs(said(learnt.value.place) - (turned.value ?? 0)) > 1e-9),
)
const useLearnt = (): unknown =>
  learnt.value && store.change([{ path: byHand.value ? 'hand.lead' : 'delay', value: said(learnt.value.place) }])
const delay = computed(() =>
  turned.value === null ? null : parts(show(turned.value, 'time', { figures: plan.timing.lead === null ? 5 : 2 })),
)
const heading = computed(() => {
  if (learnt.value && !own.value)
    return planWords('dialCard.learntFrom', {
      noun: byHand.value ? planWords('dialCard.pressBeforeMoment') : planWords('dialCard.delay2'),
      takes: takesText(learnt.value.takes),
    })
  if (plan.timing.lead !== null)
    return setup.value.hand.lead === null ? planWords('dialCard.plannedPressLead') : planWords('dialCard.setPressLead')
  return setup.value.delay === null ? planWords('dialCard.plannedDelay') : planWords('dialCard.dialledDelay')
})
const own = computed(() => setup.value.delay !== null || (plan.timing.lead !== null && setup.value.hand.lead !== null))
const { many, stale, trouble } = useHowMany(
  () => plan.setup,
  () => logged.value,
)
const takesText = (count: number): string => `${count} ${count === 1 ? 'take' : 'takes'}`
/** The one headline: by first order, and said so, until the sessions are played; what leaves no keeper in its place. */
const keeper = computed(() => keeperText(plan, many.value, preferences.system))
const stop = computed(() => plan.findings.find(finding => finding.id === plan.keeper.stop) ?? null)
const rows = computed(() => dialCardRows(plan, preferences.system, many.value))
const late = (label: string): boolean => stale.value && label === PROPS_ROW

const matters = useCalm<Setup, Matter[]>(() => plan.entered, assumedOf, [])
const assumed = computed(() => assumedText(plan.entered, matters.value))

const { copied, copy } = useCopied()
</script>

<template>
  <section aria-labelledby="dial-card" class="grid gap-2">
    <h2 id="dial-card" class="section-title flex items-center justify-between">
      <span>{{ planWords('dialCard.dialCard') }}</span>
      <span class="flex items-center font-normal">
        <span role="status" class="text-[11px]">{{ copied }}</span>
        <UButton
          icon="i-lucide-clipboard-copy"
          size="xs"
          variant="ghost"
          :aria-label="planWords('dialCard.copyDialCardText')"
          @click="copy(dialCardText(plan, preferences.system, many))"
        />
        <UButton
          v-if="page"
          icon="i-lucide-printer"
          size="xs"
          variant="ghost"
          :aria-label="planWords('dialCard.openDialCardPrint')"
          :to="page"
        />
      </span>
    </h2>
    <!-- As high whatever stands in it, so that nothing moves under the pointer while a fix is tried. -->
    <div class="headline">
      <div>
        <p class="text-[11px] text-(--ink-soft)">
          {{ heading }}
        </p>
        <p class="number-big" data-testid="delay">
          <button
            v-if="delay"
            type="button"
            class="hero"
            :title="planWords('dialCard.whyDelay')"
            @click="emit('why', 'delay')"
          >
            {{ delay[0] }}<span class="unit-small"> {{ delay[1] }}</span>
          </button>
          <template v-else> {{ planWords('dialCard.none') }} </template>
        </p>
        <p v-if="suggests" class="text-[11px]" data-testid="learnt-delay">
          <template v-if="own">
            {{
              planWords('dialCard.say', {
                takes: takesText(learnt!.takes),
                place: show(said(learnt!.place), 'time', { figures: 5 }),
              })
            }}
          </template>
          <template v-else-if="plan.timing.used !== null">
            {{ planWords('dialCard.planned', { used: show(plan.timing.used, 'time', { figures: 4 }) }) }}
          </template>
          <UButton variant="link" @click="useLearnt">{{ planWords('dialCard.dial') }}</UButton>
        </p>
        <UButton
          variant="link"
          class="text-[11px]"
          :class="{ invisible: !own }"
          @click="
            store.change([
              { path: 'delay', value: null },
              { path: 'hand.lead', value: null },
            ])
          "
        >
          {{
            planWords('dialCard.usePlanned', {
              noun: plan.timing.lead === null ? planWords('dialCard.delay') : planWords('dialCard.pressLead'),
            })
          }}
        </UButton>
      </div>
      <div class="text-right">
        <p class="text-[11px] text-(--ink-soft)">{{ planWords('dialCard.chanceKeeperTake') }}</p>
        <p v-if="stop" class="stop" data-testid="keep">
          <span class="sr-only">{{ planWords('dialCard.none2') }} </span>{{ tell(stop.title, stop.figures) }}
        </p>
        <template v-else>
          <p class="number-big" data-testid="keep">
            <button
              type="button"
              class="hero"
              :class="{ stale }"
              :title="planWords('dialCard.whyChance')"
              @click="emit('why', 'keeper')"
            >
              <span v-if="!many" class="unit-small">{{ planWords('dialCard.about') }} </span>{{ parts(keeper.chance)[0]
              }}<span class="unit-small"> {{ parts(keeper.chance)[1] }}</span>
            </button>
          </p>
          <p class="text-[11px] text-(--ink-soft)" data-testid="later">
            {{ keeper.later && planWords('dialCard.onceDelayFound', { later: keeper.later }) }}
          </p>
        </template>
      </div>
    </div>
    <dl v-if="!stop" class="parts" :aria-label="planWords('dialCard.whatChanceMade')" data-testid="keeper-parts">
      <div v-for="part in keeper.parts" :key="part.label">
        <dt>
          {{ part.label }}<template v-if="part.from">, {{ part.from }}</template>
        </dt>
        <dd :class="{ stale }">{{ part.value }}</dd>
      </div>
    </dl>
    <p v-else class="parts" aria-hidden="true">&nbsp;</p>
    <dl class="dial">
      <template v-for="[label, value] in rows" :key="label">
        <dt>{{ label }}</dt>
        <dd :class="{ stale: late(label), props: label === PROPS_ROW }">
          {{ label === PROPS_ROW && trouble ? trouble : value }}
        </dd>
      </template>
    </dl>
    <p v-if="assumed" class="text-[11px] leading-snug text-(--ink-soft)" data-testid="assumed-figures">
      {{ planWords('dialCard.worthCheckingStillAssumed', { assumed }) }}
    </p>
  </section>
</template>

<style scoped>
.dial {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1px 10px;
  font-size: 12px;
}
.dial dt {
  color: var(--ink-soft);
}
.dial dd {
  text-align: right;
  font-weight: 520;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 0 10px;
  font-size: 11px;
  color: var(--ink-soft);
}
.parts div {
  display: flex;
  gap: 4px;
}
.parts dd {
  font-weight: 560;
}
.headline {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: start;
  gap: 0 12px;
  min-height: 88px;
}
.dial dd.props {
  min-height: 2lh;
}
.stop {
  max-width: 11.5rem;
  font-weight: 600;
  font-size: 13px;
  line-height: 1.2;
  color: var(--bad);
}
.hero {
  cursor: pointer;
}
.stale {
  color: var(--ink-faint);
}
.hero:hover {
  box-shadow: 0 2px 0 var(--hair-strong);
}
</style>
