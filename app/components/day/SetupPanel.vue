<script setup lang="ts">
import { type DayValue, VALUES, choiceOf, clockText, studioRules } from '~~/core/day'
import { dayItemOf } from '~~/core/day/shootDay'
import { dayWords } from '~~/shared/texts/pages/day'

/** What the day knows of one set-up: its minutes, when it may be fired, whom it needs. */
const { id } = defineProps<{ id: string }>()
const store = useDayStore()
const { show } = useNumbers()
const item = computed(() => store.items.find(one => one.id === id))
const choice = computed(() => choiceOf(store.day, id))
const ruled = computed(() =>
  item.value
    ? dayItemOf(
        item.value,
        { ...choice.value, build: null, test: null, strike: null, take: null },
        store.dark,
        store.studio,
        { client: store.day.client },
      )
    : null,
)
/** Minutes that the studio's own log has drawn away from the rule. */
const rules = computed(() => (item.value ? studioRules(item.value, store.studio) : null))
const session = useSessionStore()
const follow = useDayFollowStore()
/** By a finger a drag scrolls: these move the set-up. */
const MOVES = [
  [-1, 'Earlier', 'i-lucide-arrow-up'],
  [1, 'Later', 'i-lucide-arrow-down'],
] as const
const place = computed(() => store.order?.rows.findIndex(one => one.id === id) ?? -1)
const begun = computed(() => follow.rows.some(one => one.id === id))
const row = computed(() => store.order?.rows.find(one => one.id === id))
const played = computed(() => {
  const at = store.played?.rows.findIndex(one => one.id === id) ?? -1
  return store.fresh && at >= 0 ? store.played!.played.rows[at]! : null
})
const VALUE_LABELS: Record<DayValue, string> = {
  must: dayWords('setupPanel.mustHave'),
  wanted: dayWords('setupPanel.wanted'),
  nice: dayWords('setupPanel.niceHave'),
}
const window = computed(() => choice.value.windows[0] ?? null)
const setWindow = (from: number | null, to: number | null): string =>
  from === null || to === null
    ? store.choose(id, { windows: [] })
    : store.choose(id, { windows: [[from, to], ...choice.value.windows.slice(1)] })
const SUN = [
  ['from', 'From, ° (90 east)'],
  ['to', 'To, ° (180 south)'],
  ['above', dayWords('setupPanel.leastHigh')],
] as const
const sunText = computed(() => {
  const stretches = store.sunned[id]?.filter(([from]) => from < Math.max(24 * 60, store.day.end))
  if (stretches === undefined) return dayWords('setupPanel.enterLocationUnderRoom')
  if (stretches.length === 0) return dayWords('setupPanel.sunNeverThereDay')
  return dayWords('setupPanel.sunThere', {
    stretches: stretches
      .map(([from, to]) => dayWords('setupPanel.to2', { from: clockText(from), to: clockText(to) }))
      .join(', '),
  })
})
const toggle = (list: readonly string[], one: string): string[] =>
  list.includes(one) ? list.filter(other => other !== one) : [...list, one]
</script>

<template>
  <section v-if="item && ruled" :aria-label="item.setup.name" class="grid gap-3 text-[13px]">
    <h2 class="flex items-center gap-2 font-semibold">
      <NuxtLink :to="`/setups/${id}`" class="underline decoration-(--hair-strong) underline-offset-3">{{
        item.setup.name
      }}</NuxtLink>
      <template v-if="row && session.isCrew && !begun">
        <UButton
          v-for="[by, label, icon] in MOVES"
          :key="by"
          size="md"
          variant="ghost"
          :icon="icon"
          :aria-label="`${label}: ${item.setup.name}`"
          @click="store.move(id, place + by)"
        />
      </template>
    </h2>
    <p v-if="row">
      {{
        dayWords('setupPanel.changeFromFired', {
          from: clockText(row.from),
          fires: clockText(row.fires),
          ends: clockText(row.ends),
        })
      }}<template v-if="row.wait > 0">
        {{ dayWords('setupPanel.afterMinWaiting', { wait: Math.round(row.wait) }) }}</template
      >.
      <template v-if="played?.done">
        {{ dayWords('setupPanel.nineDaysTenDone', { p90: clockText(played.done.p90) })
        }}<template v-if="played.window < 0.995">
          {{ dayWords('setupPanel.allFitsDays', { window: show(played.window, 'share', { figures: 2 }) }) }}</template
        >.
      </template>
    </p>
    <p v-else class="text-(--bad)">{{ dayWords('setupPanel.doesNotFitInto') }}</p>
    <div class="grid grid-cols-4 gap-2">
      <DayMinuteInput
        :label="dayWords('setupPanel.buildMin')"
        :value="choice.build"
        :assumed="ruled.build"
        :from="rules!.build"
        :change="v => store.choose(id, { build: v })"
      />
      <DayMinuteInput
        :label="dayWords('setupPanel.testsMin')"
        :value="choice.test"
        :assumed="ruled.test"
        :from="rules!.test"
        :change="v => store.choose(id, { test: v })"
      />
      <DayMinuteInput
        :label="dayWords('setupPanel.takeMin')"
        :value="choice.take"
        :assumed="ruled.take"
        :from="rules!.take"
        :change="v => store.choose(id, { take: v })"
      />
      <DayMinuteInput
        :label="dayWords('setupPanel.strikeMin')"
        :value="choice.strike"
        :assumed="ruled.strike"
        :from="rules!.strike"
        :change="v => store.choose(id, { strike: v })"
      />
    </div>
    <div class="flex flex-wrap items-end gap-3">
      <DayMinuteInput
        :label="dayWords('setupPanel.stopAfterMin')"
        :value="choice.most"
        :change="v => store.choose(id, { most: v ?? 90 })"
      />
      <label class="grid gap-0.5 text-[12px] text-(--ink-soft)"
        >{{ dayWords('setupPanel.priority') }}
        <UiPickOne
          :model-value="choice.value"
          :options="VALUES.map(value => ({ value, label: VALUE_LABELS[value] }))"
          class="min-w-28"
          @update:model-value="value => store.choose(id, { value })"
      /></label>
    </div>
    <fieldset class="flex flex-wrap items-start gap-3">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('setupPanel.propMadeBeforehand') }}</legend>
      <DayMinuteInput
        :label="dayWords('setupPanel.takesMakeMin')"
        :value="choice.ahead"
        :change="v => store.choose(id, { ahead: v })"
      />
      <DayMinuteInput
        :label="dayWords('setupPanel.staysGoodMin')"
        :value="choice.keeps"
        :change="v => store.choose(id, { keeps: v })"
      />
    </fieldset>
    <fieldset class="flex flex-wrap items-end gap-2">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('setupPanel.firedOnlyBetween') }}</legend>
      <DayMinuteInput
        bare
        :label="dayWords('setupPanel.from')"
        as="clock"
        :value="window?.[0] ?? null"
        :change="v => setWindow(v, window?.[1] ?? store.day.end)"
      />
      <DayMinuteInput
        bare
        :label="dayWords('setupPanel.to')"
        as="clock"
        :value="window?.[1] ?? null"
        :change="v => setWindow(window?.[0] ?? store.day.start, v)"
      />
      <UButton
        v-if="window"
        size="xs"
        variant="ghost"
        :label="dayWords('setupPanel.anyTime')"
        @click="setWindow(null, null)"
      />
    </fieldset>
    <fieldset class="grid gap-1">
      <legend class="sr-only">{{ dayWords('setupPanel.sun') }}</legend>
      <UCheckbox
        :label="dayWords('setupPanel.litSun')"
        :model-value="choice.sun !== null"
        @update:model-value="store.choose(id, { sun: choice.sun ? null : { from: 90, to: 270, above: 5 } })"
      />
      <div v-if="choice.sun" class="flex flex-wrap items-start gap-3">
        <DayMinuteInput
          v-for="[part, label] in SUN"
          :key="part"
          as="degrees"
          :label="label"
          :value="choice.sun[part]"
          :change="v => store.choose(id, { sun: { ...choice.sun!, [part]: v ?? 0 } })"
        />
      </div>
      <p v-if="choice.sun" class="text-[12px] text-(--ink-soft)" data-testid="sun">{{ sunText }}</p>
    </fieldset>
    <fieldset v-if="store.day.people.length > 0" class="flex flex-wrap gap-x-4 gap-y-1">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('setupPanel.whoMustThere') }}</legend>
      <UCheckbox
        v-for="person in store.day.people"
        :key="person.id"
        :label="person.name"
        :model-value="choice.needs.includes(person.id)"
        @update:model-value="store.choose(id, { needs: toggle(choice.needs, person.id) })"
      />
    </fieldset>
    <fieldset v-if="store.items.length > 1" class="flex flex-wrap gap-x-4 gap-y-1">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('setupPanel.onlyAfter') }}</legend>
      <UCheckbox
        v-for="other in store.items.filter(one => one.id !== id)"
        :key="other.id"
        :label="other.setup.name"
        :model-value="choice.after.includes(other.id)"
        @update:model-value="store.choose(id, { after: toggle(choice.after, other.id) })"
      />
    </fieldset>
    <p class="flex flex-wrap gap-x-4">
      <UCheckbox
        :label="dayWords('setupPanel.loudNotQuietHours')"
        :model-value="choice.loud ?? ruled.loud"
        @update:model-value="store.choose(id, { loud: !(choice.loud ?? ruled.loud) })"
      />
      <UCheckbox
        :label="dayWords('setupPanel.notDay')"
        :model-value="choice.leftOut"
        @update:model-value="store.choose(id, { leftOut: !choice.leftOut })"
      />
    </p>
    <p class="text-[12px] text-(--ink-soft)">
      {{
        dayWords('setupPanel.wantedMinutesMarkedAssumed', {
          keepers: item.setup.goal.keepers,
          noun: item.setup.goal.keepers === 1 ? dayWords('setupPanel.keeper') : dayWords('setupPanel.keepers'),
        })
      }}
    </p>
  </section>
</template>
