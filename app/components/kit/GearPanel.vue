<script setup lang="ts">
import { GEAR_EVENTS, type GearEventKind } from '~~/core/season'
import { GEAR_EVENT_LABELS } from '~~/shared/texts/gear'
import { kitWords } from '~~/shared/texts/pages/kit'

/** What a piece of gear has shown, and what was done to it: noted, and taken back. */
const { id } = defineProps<{ id: string }>()
const store = useGearStore()
const failure = ref('')
const busy = ref(false)
const kind = ref<GearEventKind>('repaired')
const date = ref(localDay())
const note = ref('')
const gear = computed(() => store.byId.get(id) ?? null)
const isFlash = computed(() => gear.value?.item.kind === 'flash')
const TITLES = {
  gear: kitWords('gearPanel.whatTakesHaveShown'),
  flash: kitWords('gearPanel.whatReadingsHaveShown'),
} as const

async function run(what: () => Promise<void>): Promise<void> {
  failure.value = ''
  busy.value = true
  try {
    await what()
  } catch (error) {
    failure.value = (error as Error).message
  }
  busy.value = false
}
onMounted(() => run(store.load))
const add = (): Promise<void> =>
  run(async () => {
    await store.note(id, { kind: kind.value, date: date.value, note: note.value.trim() })
    note.value = ''
  })
const kinds = GEAR_EVENTS.map(value => ({ value, label: GEAR_EVENT_LABELS[value] }))
</script>

<template>
  <section aria-labelledby="gear-shown" class="grid grid-cols-[minmax(0,1fr)] gap-3 text-[13px]" data-testid="gear">
    <h3 id="gear-shown" class="section-title">{{ TITLES[isFlash ? 'flash' : 'gear'] }}</h3>
    <p v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</p>
    <p v-if="!gear && !failure" role="status" class="text-(--ink-soft)">{{ kitWords('gearPanel.readingWhatKept') }}</p>
    <template v-if="gear">
      <KitGearShown :gear="gear" />
      <KitFlashReadings v-if="isFlash" :gear="gear" />
      <p v-if="store.behind > 0" class="text-(--ink-soft)">
        {{ kitWords('gearPanel.takesMoreSetUps', { behind: store.behind }) }}
      </p>
      <h3 class="section-title">{{ kitWords('gearPanel.repairsNotes') }}</h3>
      <ul v-if="gear.record.events.length > 0">
        <li v-for="event in gear.record.events" :key="event.id" class="flex flex-wrap items-baseline gap-x-3 py-0.5">
          <span>{{ event.date }}</span>
          <span>{{ GEAR_EVENT_LABELS[event.kind] }}</span>
          <span class="min-w-0 flex-1">{{ event.note }}</span>
          <UButton
            size="xs"
            variant="ghost"
            :label="kitWords('gearPanel.undo')"
            :aria-label="kitWords('gearPanel.undo2', { kind: GEAR_EVENT_LABELS[event.kind], date: event.date })"
            :disabled="busy"
            @click="run(() => store.takeBack(event.id))"
          />
        </li>
      </ul>
      <form class="flex flex-wrap items-end gap-3" @submit.prevent="add">
        <label class="grid text-(--ink-soft)"
          >{{ kitWords('gearPanel.what') }} <UiPickOne v-model="kind" :options="kinds" class="min-w-44"
        /></label>
        <label class="grid text-(--ink-soft)"
          >{{ kitWords('gearPanel.day') }} <UInput v-model="date" type="date" required size="sm"
        /></label>
        <label class="grid min-w-40 flex-1 text-(--ink-soft)"
          >{{ kitWords('gearPanel.note') }}
          <UInput
            v-model="note"
            maxlength="200"
            size="sm"
            :placeholder="isFlash ? kitWords('gearPanel.newTube') : kitWords('gearPanel.newSpring')"
        /></label>
        <UButton type="submit" size="sm" :label="kitWords('gearPanel.addNote')" :loading="busy" />
      </form>
    </template>
  </section>
</template>
