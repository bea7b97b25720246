<script setup lang="ts">
import { COUNTED_MENDS, type Contradiction, type Mend, choiceOf, clockText } from '~~/core/day'
import { dayWords } from '~~/shared/texts/pages/day'

/** What stands against the day, each with what would make it, to be pressed. */
const store = useDayStore()
const nameOf = (id: string): string => store.items.find(item => item.id === id)?.setup.name ?? id
const names = (ids: readonly string[]): string => ids.map(nameOf).join(', ')

function sentence({ id, setups, people, prop }: Contradiction): string {
  switch (id) {
    case 'no-window':
      return dayWords('contradictionList.noTimeLeftWhich', { setups: names(setups) })
    case 'person-away':
      return dayWords('contradictionList.cannotThereLongEnough', {
        setups: names(setups),
        people: people.map(store.personOf).join(' and '),
      })
    case 'loud-in-quiet':
      return dayWords('contradictionList.loudOnlyQuietHours', { setups: names(setups) })
    case 'end-past-hire':
      return dayWords('contradictionList.doesNotFitBefore', { setups: names(setups) })
    case 'after-ring':
      return dayWords('contradictionList.eachMustComeBefore', { setups: names(setups) })
    case 'props-over-stock':
      return dayWords('contradictionList.propsMayRunOut', { prop: nameOf(prop ?? '') })
    case 'prop-gone-off':
      return dayWords('contradictionList.propsSpoilBeforeLast', { setups: nameOf(setups[0]!) })
    case 'person-tired':
      return dayWords('contradictionList.moreTakesThanOne', { people: people.map(store.personOf).join(' and ') })
    case 'no-break':
      return dayWords('contradictionList.moreThanSixHours')
  }
}
function mendText({ change, of, to }: Mend): string {
  switch (change) {
    case 'end':
      return dayWords('contradictionList.extendHire', { time: clockText(store.packed(to!)) })
    case 'start':
      return dayWords('contradictionList.moveFirstCall', {
        start: clockText(store.day.start - (store.input.start - to!)),
      })
    case 'hours':
      return dayWords('contradictionList.keepUntil', { name: store.personOf(of!), to: clockText(to!) })
    case 'window':
      return dayWords('contradictionList.allowFiringUntil', { to: clockText(to!) })
    case 'quiet':
      return dayWords('contradictionList.treatQuiet')
    case 'stock':
      return dayWords('contradictionList.bringProps', { to: to! })
    case 'batches':
      return dayWords('contradictionList.makeThemBatches', { to: to! })
    case 'takes':
      return dayWords('contradictionList.findSomeoneWhoCan', { to: to! })
    case 'after':
      return dayWords('contradictionList.letComeAnyOrder', { of: nameOf(of!) })
    case 'break':
      return dayWords('contradictionList.add30MinBreak', { to: clockText(to!) })
  }
}
function mend({ change, of, to }: Mend): void {
  const { day } = store
  if (change === 'end') store.change({ end: store.packed(to!) })
  else if (change === 'start') store.change({ start: day.start - (store.input.start - to!) })
  else if (change === 'hours')
    store.change({
      people: day.people.map(person =>
        person.id === of ? { ...person, hours: [[person.hours[0]![0], to!] as const] } : person,
      ),
    })
  else if (change === 'window')
    store.choose(of!, { windows: choiceOf(day, of!).windows.map(([from]) => [from, to!] as const) })
  else if (change === 'quiet') store.choose(of!, { loud: false })
  else if (change === 'after') store.choose(of!, { after: [] })
  else if (change === 'break') store.change({ breaks: [...day.breaks, { at: Math.round(to!), minutes: 30 }] })
}
</script>

<template>
  <section
    v-if="store.fresh && store.played!.contradictions.length > 0"
    :aria-label="dayWords('contradictionList.whatRulesOut')"
  >
    <h2 class="section-title mb-1">{{ dayWords('contradictionList.whatRulesOut') }}</h2>
    <ul class="grid gap-2 text-[13px]">
      <li v-for="(one, i) in store.played!.contradictions" :key="i" data-testid="contradiction">
        <p class="text-(--bad)">{{ sentence(one) }}.</p>
        <p v-if="one.mends.length > 0" class="mt-1 flex flex-wrap gap-1">
          <UButton
            v-for="way in one.mends"
            :key="way.change + (way.of ?? '')"
            size="xs"
            variant="outline"
            :label="mendText(way)"
            :disabled="COUNTED_MENDS.has(way.change)"
            @click="mend(way)"
          />
        </p>
        <p v-else class="text-(--ink-soft)">{{ dayWords('contradictionList.noSingleChangeFixes') }}</p>
      </li>
    </ul>
  </section>
</template>
