<script setup lang="ts">
import { COUNTED_MENDS, type Contradiction, type Mend, choiceOf, clockText } from '~~/core/day'

/** What stands against the day, each with what would make it, to be pressed. */
const store = useDayStore()
const nameOf = (id: string): string => store.items.find(item => item.id === id)?.setup.name ?? id
const names = (ids: readonly string[]): string => ids.map(nameOf).join(', ')

function sentence({ id, setups, people, prop }: Contradiction): string {
  switch (id) {
    case 'no-window':
      return `${names(setups)}: no time is left in which it can be fired`
    case 'person-away':
      return `${names(setups)}: ${people.map(store.personOf).join(' and ')} cannot be there long enough`
    case 'loud-in-quiet':
      return `${names(setups)} is loud, and only quiet hours are left for it`
    case 'end-past-hire':
      return `${names(setups)} does not fit before the end of the hire`
    case 'after-ring':
      return `${names(setups)}: each must come before another of them`
    case 'props-over-stock':
      return `${nameOf(prop ?? '')}: props may run out`
    case 'prop-gone-off':
      return `${nameOf(setups[0]!)}: its props spoil before the last take`
    case 'person-tired':
      return `${people.map(store.personOf).join(' and ')}: more takes than one person can do in a day`
    case 'no-break':
      return 'More than six hours without a break'
  }
}
function mendText({ change, of, to }: Mend): string {
  switch (change) {
    case 'end':
      return `Extend the hire to ${clockText(store.packed(to!))}`
    case 'start':
      return `Move the first call to ${clockText(store.day.start - (store.input.start - to!))}`
    case 'hours':
      return `Keep ${store.personOf(of!)} until ${clockText(to!)}`
    case 'window':
      return `Allow firing until ${clockText(to!)}`
    case 'quiet':
      return 'Treat it as quiet'
    case 'stock':
      return `Bring ${to} props`
    case 'batches':
      return `Make them in ${to} batches`
    case 'takes':
      return `Find someone who can do ${to} takes`
    case 'after':
      return `Let ${nameOf(of!)} come in any order`
    case 'break':
      return `Add a 30 min break at ${clockText(to!)}`
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
  <section v-if="store.fresh && store.played!.contradictions.length > 0" aria-label="What rules it out">
    <h2 class="section-title mb-1">What rules it out</h2>
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
        <p v-else class="text-(--ink-soft)">No single change fixes this: leave it for another day.</p>
      </li>
    </ul>
  </section>
</template>
