<script setup lang="ts">
import { until, useMediaQuery } from '@vueuse/core'
import { clockText } from '~~/core/day'
import { toTell } from '~~/shared/day/tell'
import { ApiError } from '~/services/api'
import { download, fileName } from '~/services/download'
import { KEYS } from '~~/shared/texts/keys'

/** The day of a shoot: which set-up when, how sure that is, and what stands against it. */
const route = useRoute()
const store = useDayStore()
const follow = useDayFollowStore()
const session = useSessionStore()
const { show } = useNumbers()
const failure = ref('')
const chosen = ref('')
useHead({ title: () => `Day: ${store.record?.shoot.name ?? ''} · Epiro` })
onMounted(async () => {
  try {
    await store.open(String(route.params.id))
    await follow.open()
  } catch (error) {
    failure.value =
      error instanceof ApiError && error.status === 404
        ? 'This shoot is not in your studio.'
        : 'The day could not be read. Try again.'
  }
})
onBeforeUnmount(() => {
  follow.close()
  store.close()
})
watch(
  () => store.order,
  order => {
    if (chosen.value === '' && order?.rows[0]) chosen.value = order.rows[0].id
  },
)
usePageKeys(event => {
  pressed(KEYS.undo, event, { undo: store.undo, redo: store.redo })
})

/** Of a day that is on, when what is left of it is over; else when all of it is. */
const ends = computed(() => {
  const { followed } = follow
  if (followed && followed.rest.rows.length > 0) return followed.rest.played
  return store.fresh ? store.played!.played : null
})
/** On a phone what is pressed stands before what is looked at. */
const narrow = useMediaQuery('(max-width: 900px)')
const clock = (minute: number): string => clockText(store.packed(minute))
const dropped = computed(() => {
  const rest = follow.followed?.rest
  const going = rest !== undefined && rest.rows.length > 0
  const shot = new Set(
    [...(going ? rest.rows : []), ...((going ? rest.order : store.order)?.rows ?? [])].map(row => row.id),
  )
  return store.input.setups.filter(setup => !shot.has(setup.id))
})
/** Whom a change since the sheet was printed has to reach. */
const told = computed(() => (store.planned ? toTell(store.planned) : []))
const leftOut = computed(() => store.items.filter(item => store.day.setups[item.id]?.leftOut))

async function out(kind: 'ics' | 'csv' | 'json'): Promise<void> {
  // What was changed a moment ago is planned first.
  const now = await until(() => store.planned).toMatch(made => made !== null)
  if (!now) return
  const [{ dayCalendar, dayCsv }, { dayPlanFile }] = await Promise.all([
    import('~~/shared/day/sheet'),
    import('~~/shared/day/planFile'),
  ])
  const name = `${fileName(now.shoot.name)}-day`
  if (kind === 'ics') download(dayCalendar(now), `${name}.ics`, 'text/calendar')
  else if (kind === 'csv') download(dayCsv(now), `${name}.csv`, 'text/csv')
  else download(`${JSON.stringify(dayPlanFile(now.plan), null, 2)}\n`, `${name}.json`, 'application/json')
}
</script>

<template>
  <div class="h-full">
    <Teleport defer to="#header-place">
      <NuxtLink v-if="store.record" to="/" class="truncate text-(--ink-soft) hover:underline">{{
        store.record.shoot.name
      }}</NuxtLink>
      <h1 class="font-semibold">Day</h1>
      <span v-if="store.record" class="flex">
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-undo-2"
          aria-label="Undo"
          :disabled="!store.canUndo"
          @click="store.undo()"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-redo-2"
          aria-label="Redo"
          :disabled="!store.canRedo"
          @click="store.redo()"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-printer"
          label="Call sheet"
          :ui="{ label: 'max-sm:sr-only' }"
          :to="`/shoots/${store.record.shoot.id}/call-sheet`"
        />
        <UDropdownMenu
          :items="[
            { label: 'Calendar (.ics)', onSelect: () => out('ics') },
            { label: 'Table (.csv)', onSelect: () => out('csv') },
            { label: 'Plan (.json)', onSelect: () => out('json') },
          ]"
        >
          <UButton size="xs" variant="ghost" icon="i-lucide-download" aria-label="Export the day" />
        </UDropdownMenu>
      </span>
    </Teleport>
    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">Back to Shoots</NuxtLink>
    </p>
    <p v-else-if="!store.record" class="p-8 text-(--ink-soft)" role="status">Reading the set-ups</p>
    <p v-else-if="store.items.length === 0" class="p-8">
      No set-ups in this shoot yet. <NuxtLink to="/" class="underline">Add one in Shoots</NuxtLink>
    </p>
    <div v-else class="day-page">
      <section class="scrolls min-h-0 p-4" aria-label="Schedule" tabindex="0">
        <p class="mb-1 text-[15px] font-semibold" role="status" data-testid="day-end">
          <template v-if="ends">
            Over by{{ store.about ? ' about' : '' }} {{ clock(ends.end.p50) }}, nine days in ten by
            {{ clock(ends.end.p90) }}
          </template>
          <template v-else-if="store.order">Planned to be over by {{ clock(store.order.end) }} …</template>
          <template v-else>Looking for the best order …</template>
        </p>
        <p class="mb-2 min-h-5 text-[13px] text-(--ink-soft)">
          <template v-if="ends">
            {{ show(ends.inTime, 'share', { figures: 2 }) }} of days end within the hire.
            {{ store.fresh && store.played!.exact && follow.rows.length === 0 ? 'No order ends sooner.' : '' }}
          </template>
        </p>
        <p v-if="store.trouble" role="alert" class="mb-2 text-[13px] text-(--bad)">{{ store.trouble }}</p>
        <p v-if="told.length > 0" class="mb-2 text-[13px]" data-testid="to-tell">
          Changed since the call sheet was printed. Tell
          {{
            told
              .map(({ name, was, now }) =>
                now === null
                  ? `${name} (no longer called)`
                  : `${name} (fires ${clockText(now)} instead of ${clockText(was)})`,
              )
              .join(', ')
          }}.
        </p>
        <div v-if="store.offer" class="mb-2 flex flex-wrap items-baseline gap-2 text-[13px]" data-testid="offer">
          <span>
            Another order
            {{
              store.offer.sooner >= 1
                ? `is over ${Math.round(store.offer.sooner)} min sooner`
                : 'has room for more of the set-ups'
            }}.
          </span>
          <UButton
            v-if="session.isCrew"
            size="xs"
            variant="outline"
            label="Use that order"
            @click="store.change({ order: [] })"
          />
        </div>
        <div
          v-if="store.surer && store.fresh && follow.rows.length === 0"
          class="mb-2 flex flex-wrap items-baseline gap-2 text-[13px]"
          data-testid="surer"
        >
          <span>
            Another order keeps the fixed times on {{ show(store.surer.kept, 'share', { figures: 2 }) }} of days instead
            of {{ show(store.surer.instead, 'share', { figures: 2 })
            }}{{ store.surer.later >= 1 ? `, and is over ${Math.round(store.surer.later)} min later` : '' }}.
          </span>
          <UButton
            v-if="session.isCrew"
            size="xs"
            variant="outline"
            label="Use that order"
            @click="store.change({ order: store.surer.ids })"
          />
        </div>
        <DayNowPanel v-if="follow.on && narrow" class="mb-4 border-y border-(--hair) py-3" />
        <DayDrawing v-model="chosen" />
        <div v-if="dropped.length > 0" class="mt-2 text-[13px]">
          <h2 class="section-title">Does not fit</h2>
          <p v-for="setup in dropped" :key="setup.id">
            <button type="button" class="underline" @click="chosen = setup.id">{{ setup.name }}</button>
          </p>
        </div>
        <div v-if="leftOut.length > 0" class="mt-2 text-[13px] text-(--ink-soft)">
          Not on this day:
          <button v-for="item in leftOut" :key="item.id" type="button" class="mr-2 underline" @click="chosen = item.id">
            {{ item.setup.name }}
          </button>
        </div>
      </section>
      <aside class="scrolls side min-h-0 p-4" aria-label="Of the day" tabindex="0">
        <DayNowPanel v-if="follow.on && !narrow" class="mb-4 border-b border-(--hair) pb-4" />
        <DayContradictionList class="mb-4" />
        <DaySetupPanel v-if="chosen" :id="chosen" class="mb-4 border-b border-(--hair) pb-4" />
        <DaySettings />
        <DayReviewTable class="mt-4 border-t border-(--hair) pt-4" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.day-page {
  display: grid;
  height: 100%;
  grid-template-columns: minmax(0, 1fr) 380px;
}
.side {
  border-left: 1px solid var(--hair);
}
@media (max-width: 900px) {
  .day-page {
    display: block;
    overflow-y: auto;
  }
  .side {
    border-left: 0;
    border-top: 1px solid var(--hair);
  }
}
</style>
