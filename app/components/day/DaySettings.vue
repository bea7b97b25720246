<script setup lang="ts">
import type { DayPerson } from '~~/core/day'
import { dayWords } from '~~/shared/texts/pages/day'

/** Hours, breaks, quiet hours and people of the day. */
const store = useDayStore()
const day = computed(() => store.day)
const name = ref('')
function addPerson(): void {
  const typed = name.value.trim()
  if (typed === '') return
  const id = `${typed.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${day.value.people.length + 1}`
  store.change({ people: [...day.value.people, { id, name: typed, role: '', hours: [], most: null }] })
  name.value = ''
}
const withPerson = (id: string, change: Partial<DayPerson>): string =>
  store.change({ people: day.value.people.map(person => (person.id === id ? { ...person, ...change } : person)) })
const setHours = (person: DayPerson, from: number | null, to: number | null): string =>
  withPerson(person.id, { hours: from === null || to === null ? [] : [[from, to]] })
const setQuiet = (from: number | null, to: number | null): string =>
  store.change({ quiet: from === null || to === null ? [] : [[from, to]] })
const quiet = computed(() => day.value.quiet[0] ?? null)
/** Whether the sun is the light of a set-up: then where the place is matters. */
const sunLit = computed(() => Object.values(day.value.setups).some(({ sun }) => sun !== null))
const degrees = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')))
</script>

<template>
  <section :aria-label="dayWords('daySettings.day')" class="grid gap-3 text-[13px]">
    <div class="flex flex-wrap gap-4">
      <DayMinuteInput
        :label="dayWords('daySettings.firstCall')"
        as="clock"
        :value="day.start"
        :change="v => store.change({ start: v! })"
      />
      <DayMinuteInput
        :label="dayWords('daySettings.endHire')"
        as="clock"
        :value="day.end"
        :change="v => store.change({ end: v! })"
      />
    </div>
    <fieldset class="grid gap-1">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('daySettings.breaks') }}</legend>
      <div v-for="(rest, i) in day.breaks" :key="i" class="flex items-start gap-2">
        <DayMinuteInput
          bare
          :label="dayWords('daySettings.break', { i: i + 1 })"
          as="clock"
          :value="rest.at"
          :change="v => store.change({ breaks: day.breaks.map((one, k) => (k === i ? { ...one, at: v! } : one)) })"
        />
        <DayMinuteInput
          bare
          :label="dayWords('daySettings.breakMinutes', { i: i + 1 })"
          :value="rest.minutes"
          :change="
            v => store.change({ breaks: day.breaks.map((one, k) => (k === i ? { ...one, minutes: v ?? 30 } : one)) })
          "
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="dayWords('daySettings.removeBreak', { i: i + 1 })"
          @click="store.change({ breaks: day.breaks.filter((_, k) => k !== i) })"
        />
      </div>
      <div>
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-plus"
          :label="dayWords('daySettings.addBreak')"
          @click="store.change({ breaks: [...day.breaks, { at: 960, minutes: 15 }] })"
        />
      </div>
    </fieldset>
    <fieldset class="flex flex-wrap items-end gap-2">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('daySettings.quietHoursNothingLoud') }}</legend>
      <DayMinuteInput
        bare
        :label="dayWords('daySettings.quietFrom')"
        as="clock"
        :value="quiet?.[0] ?? null"
        :change="v => setQuiet(v, Math.max(quiet?.[1] ?? 0, (v ?? 0) + 60))"
      />
      <DayMinuteInput
        bare
        :label="dayWords('daySettings.quietUntil')"
        as="clock"
        :value="quiet?.[1] ?? null"
        :change="v => setQuiet(quiet?.[0] ?? day.start, v)"
      />
      <UButton
        v-if="quiet"
        size="xs"
        variant="ghost"
        :label="dayWords('daySettings.none')"
        @click="setQuiet(null, null)"
      />
    </fieldset>
    <fieldset class="grid gap-1">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('daySettings.peopleSetUpsNeed') }}</legend>
      <div v-for="person in day.people" :key="person.id" class="flex flex-wrap items-start gap-2">
        <span class="w-24 truncate pt-1">{{ person.name }}</span>
        <DayMinuteInput
          bare
          :label="dayWords('daySettings.from', { name: person.name })"
          as="clock"
          :value="person.hours[0]?.[0] ?? null"
          :change="v => setHours(person, v, Math.max(person.hours[0]?.[1] ?? day.end, (v ?? 0) + 15))"
        />
        <DayMinuteInput
          bare
          :label="dayWords('daySettings.until', { name: person.name })"
          as="clock"
          :value="person.hours[0]?.[1] ?? null"
          :change="v => setHours(person, person.hours[0]?.[0] ?? day.start, v)"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="dayWords('daySettings.remove', { name: person.name })"
          @click="store.change({ people: day.people.filter(one => one.id !== person.id) })"
        />
        <div class="flex basis-full items-start gap-2 pl-26">
          <UInput
            size="xs"
            class="w-34"
            :model-value="person.role"
            :aria-label="dayWords('daySettings.whatDoes', { name: person.name })"
            :placeholder="dayWords('daySettings.role')"
            maxlength="40"
            @change="event => withPerson(person.id, { role: (event.target as HTMLInputElement).value.trim() })"
          />
          <DayMinuteInput
            bare
            as="count"
            :label="dayWords('daySettings.takesCanDoDay', { name: person.name })"
            :value="person.most ?? null"
            :change="v => withPerson(person.id, { most: v })"
          />
        </div>
      </div>
      <form class="flex gap-2" @submit.prevent="addPerson">
        <UInput
          v-model="name"
          size="xs"
          class="w-32"
          :aria-label="dayWords('daySettings.namePerson')"
          :placeholder="dayWords('daySettings.name')"
          maxlength="80"
        />
        <UButton
          type="submit"
          size="xs"
          variant="ghost"
          icon="i-lucide-plus"
          :label="dayWords('daySettings.addPerson')"
        />
      </form>
    </fieldset>
    <label class="grid text-[12px] text-(--ink-soft)"
      >{{ dayWords('daySettings.timeZone') }}
      <UiZoneInput size="xs" :value="day.zone" :placeholder="store.zone" :change="zone => store.change({ zone })" />
    </label>
    <div><DayRulesPanel /></div>
    <fieldset class="grid gap-1">
      <legend class="text-[12px] text-(--ink-soft)">{{ dayWords('daySettings.room') }}</legend>
      <UCheckbox
        :label="dayWords('daySettings.clientLooksEveryTake')"
        :model-value="day.client"
        @update:model-value="store.change({ client: !day.client })"
      />
      <UCheckbox
        :label="dayWords('daySettings.canBlackedOut')"
        :model-value="day.blackedOut"
        @update:model-value="store.change({ blackedOut: !day.blackedOut })"
      />
      <div v-if="!day.blackedOut || sunLit" class="flex flex-wrap items-end gap-2">
        <label class="grid text-[12px] text-(--ink-soft)"
          >{{ dayWords('daySettings.latitudeNorth') }}
          <UInput
            size="xs"
            class="w-20"
            :model-value="day.latitude === null ? '' : String(day.latitude)"
            @change="event => store.change({ latitude: degrees((event.target as HTMLInputElement).value) })"
        /></label>
        <label class="grid text-[12px] text-(--ink-soft)"
          >{{ dayWords('daySettings.longitudeEast') }}
          <UInput
            size="xs"
            class="w-20"
            :model-value="day.longitude === null ? '' : String(day.longitude)"
            @change="event => store.change({ longitude: degrees((event.target as HTMLInputElement).value) })"
        /></label>
      </div>
      <p v-if="!day.blackedOut" class="text-[12px] text-(--ink-soft)">
        {{ store.dark ? dayWords('daySettings.openShutterSetUps') : dayWords('daySettings.enterLocationOpenShutter') }}
      </p>
    </fieldset>
  </section>
</template>
