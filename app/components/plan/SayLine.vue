<script setup lang="ts">
import { dialOf, plan as planOf } from '~~/core'
import { figuresOf, followed, withSaid } from '~~/shared/say/apply'
import { heard } from '~~/shared/say/read'
import { checkSetup } from '~~/shared/schemas/setup'
import { localDay } from '~/utils/day'
import { planWords } from '~~/shared/texts/pages/plan'

/** One line in which a set-up is said as one speaks of it; what each phrase sets stands below before it is taken. */
const open = defineModel<boolean>({ required: true })
const store = useSetupStore()
const { show } = useNumbers()
const text = ref('')
const wrong = ref('')
const EXAMPLE = planWords('sayLine.f8Iso400')

const told = computed(() => (store.setup && text.value.trim() !== '' ? heard(store.setup, text.value) : null))
const after = computed(() =>
  store.setup && told.value && told.value.said.length > 0 ? withSaid(store.setup, told.value.said, localDay()) : null,
)
const chips = computed(() =>
  store.setup && after.value
    ? told.value!.said.map(said => ({ phrase: said.phrase, figures: figuresOf(store.setup!, after.value!, said) }))
    : [],
)
const others = computed(() => (store.setup && after.value ? followed(store.setup, after.value, told.value!.said) : []))

/** What it comes to: the delay and the chance of a keeper, before and after. */
const effect = computed(() => {
  if (!after.value || !store.setup) return null
  try {
    const [before, then] = [planOf(store.setup), planOf(after.value)]
    const delay = (one: typeof before): string => {
      const dial = dialOf(one)
      return dial ? show(dial.used, 'time', { figures: 4 }) : 'none'
    }
    // What rules a keeper out is said, not a chance that cannot come.
    const chance = (one: typeof before): string =>
      one.keeper.stop === null ? show(one.keeper.chance, 'share', { figures: 2 }) : planWords('sayLine.noneStands')
    return { delay: [delay(before), delay(then)], chance: [chance(before), chance(then)] }
  } catch {
    return null
  }
})

watch([after, open], () => {
  store.preview = open.value ? after.value : null
})
watch(open, () => {
  text.value = ''
  wrong.value = ''
})

function take(): void {
  if (!told.value || told.value.asks.length > 0 || told.value.said.length === 0) return
  const checked = checkSetup(after.value)
  if ('mistakes' in checked) {
    wrong.value = checked.mistakes.map(({ reason }) => reason).join('; ')
    return
  }
  store.replace(checked.value)
  open.value = false
}
/** A choice of a question takes the place of the phrase it is about. */
function choose(phrase: string, choice: string): void {
  text.value = text.value.replace(phrase, choice.replace(/ \(light (\d+)\)$/, ''))
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="planWords('sayLine.say')"
    :description="planWords('sayLine.typeSetUpYou')"
    :ui="{ content: 'max-w-2xl top-24 translate-y-0', overlay: 'bg-transparent' }"
  >
    <template #body>
      <form class="grid gap-3" @submit.prevent="take">
        <UInput
          v-model="text"
          autofocus
          size="lg"
          :aria-label="planWords('sayLine.whatSet')"
          :placeholder="EXAMPLE"
          :maxlength="1000"
          autocomplete="off"
          data-testid="say"
        />
        <ul v-if="chips.length > 0" class="grid gap-1 text-[13px]" :aria-label="planWords('sayLine.whatSets')">
          <li v-for="(chip, i) in chips" :key="i" class="flex flex-wrap items-baseline gap-x-2" data-testid="said">
            <UBadge color="neutral" variant="subtle" :label="chip.phrase" class="whitespace-normal" />
            <span v-for="figure in chip.figures" :key="figure.path">
              {{ figure.name }}:
              <template v-if="figure.was === figure.is">{{ planWords('sayLine.already', { is: figure.is }) }}</template>
              <template v-else
                ><span class="text-(--ink-soft)">{{ figure.was }}</span
                >{{ figure.was ? ' → ' : '' }}<strong>{{ figure.is }}</strong></template
              >
            </span>
            <span v-if="chip.figures.length === 0" class="text-(--ink-soft)">{{ planWords('sayLine.asItIs') }}</span>
          </li>
        </ul>
        <p v-if="others.length > 0" class="text-[12px] text-(--ink-soft)">
          {{
            planWords('sayLine.followsFrom', {
              others: others
                .slice(0, 6)
                .map(one => `${one.name} ${one.is}`)
                .join(', '),
              others2: others.length > 6 ? planWords('sayLine.more', { others: others.length - 6 }) : '',
            })
          }}
        </p>
        <p v-if="effect" class="text-[13px]" data-testid="say-effect">
          {{ planWords('sayLine.delay', { delay: effect.delay[0]! }) }} <strong>{{ effect.delay[1] }}</strong>
          {{ planWords('sayLine.chanceKeeper', { chance: effect.chance[0]! }) }} <strong>{{ effect.chance[1] }}</strong>
        </p>
        <div v-for="(ask, i) in told?.asks ?? []" :key="i" role="alert" class="text-[13px]" data-testid="say-ask">
          <p class="text-(--bad)">{{ ask.question }}</p>
          <p v-if="ask.choices.length > 0" class="mt-1 flex flex-wrap gap-1">
            <UButton
              v-for="choice in ask.choices"
              :key="choice"
              size="xs"
              variant="outline"
              :label="choice"
              @click="choose(ask.phrase, choice)"
            />
          </p>
        </div>
        <p v-if="wrong" role="alert" class="text-[13px] text-(--bad)">{{ wrong }}</p>
        <p class="flex justify-end">
          <UButton
            type="submit"
            :label="
              chips.length > 1 ? planWords('sayLine.setThese', { chips: chips.length }) : planWords('sayLine.set')
            "
            :disabled="chips.length === 0 || (told?.asks.length ?? 0) > 0"
          />
        </p>
      </form>
    </template>
  </UModal>
</template>
