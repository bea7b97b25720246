<script setup lang="ts">
import { until, useMediaQuery } from '@vueuse/core'
import { clockText } from '~~/core/day'
import { toTell } from '~~/shared/day/tell'
import { ApiError } from '~/services/api'
import { download, fileName } from '~/services/download'
import { KEYS } from '~~/shared/texts/keys'
import { dayWords } from '~~/shared/texts/pages/day'

/** The day of a shoot: which set-up when, how sure that is, and what stands against it. */
const route = useRoute()
const store = useDayStore()
const follow = useDayFollowStore()
const session = useSessionStore()
const { show } = useNumbers()
const failure = ref('')
const chosen = ref('')
useHead({ title: () => dayWords('day.dayEpiro', { name: store.record?.shoot.name ?? '' }) })
onMounted(async () => {
  try {
    await store.open(String(route.params.id))
    await follow.open()
  } catch (error) {
    failure.value =
      error instanceof ApiError && error.status === 404
        ? dayWords('day.shootNotYourStudio')
        : dayWords('day.dayCouldNotRead')
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
      <h1 class="font-semibold">{{ dayWords('day.day') }}</h1>
      <span v-if="store.record" class="flex">
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-undo-2"
          :aria-label="dayWords('day.undo')"
          :disabled="!store.canUndo"
          @click="store.undo()"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-redo-2"
          :aria-label="dayWords('day.redo')"
          :disabled="!store.canRedo"
          @click="store.redo()"
        />
        <UButton
          size="xs"
          variant="ghost"
          icon="i-lucide-printer"
          :label="dayWords('day.callSheet')"
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
          <UButton size="xs" variant="ghost" icon="i-lucide-download" :aria-label="dayWords('day.exportDay')" />
        </UDropdownMenu>
      </span>
    </Teleport>
    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">{{ dayWords('day.backShoots') }}</NuxtLink>
    </p>
    <p v-else-if="!store.record" class="p-8 text-(--ink-soft)" role="status">{{ dayWords('day.readingSetUps') }}</p>
    <p v-else-if="store.items.length === 0" class="p-8">
      {{ dayWords('day.noSetUpsShoot') }}
      <NuxtLink to="/" class="underline">{{ dayWords('day.addOneShoots') }}</NuxtLink>
    </p>
    <div v-else class="day-page">
      <section class="scrolls min-h-0 p-4" :aria-label="dayWords('day.schedule')" tabindex="0">
        <p class="mb-1 text-[15px] font-semibold" role="status" data-testid="day-end">
          <template v-if="ends">
            {{
              dayWords('day.overNineDaysTen', {
                noun: store.about ? dayWords('day.about') : '',
                p50: clock(ends.end.p50),
                p90: clock(ends.end.p90),
              })
            }}
          </template>
          <template v-else-if="store.order">{{
            dayWords('day.plannedOver', { end: clock(store.order.end) })
          }}</template>
          <template v-else>{{ dayWords('day.lookingBestOrder') }}</template>
        </p>
        <p class="mb-2 min-h-5 text-[13px] text-(--ink-soft)">
          <template v-if="ends">
            {{
              dayWords('day.daysEndWithinHire', {
                inTime: show(ends.inTime, 'share', { figures: 2 }),
                noun:
                  store.fresh && store.played!.exact && follow.rows.length === 0
                    ? dayWords('day.noOrderEndsSooner')
                    : '',
              })
            }}
          </template>
        </p>
        <p v-if="store.trouble" role="alert" class="mb-2 text-[13px] text-(--bad)">{{ store.trouble }}</p>
        <p v-if="told.length > 0" class="mb-2 text-[13px]" data-testid="to-tell">
          {{
            dayWords('day.changedSinceCallSheet', {
              told: told
                .map(({ name, was, now }) =>
                  now === null
                    ? dayWords('day.noLongerCalled', { name })
                    : dayWords('day.firesInstead', { name, now: clockText(now), was: clockText(was) }),
                )
                .join(', '),
            })
          }}
        </p>
        <div v-if="store.offer" class="mb-2 flex flex-wrap items-baseline gap-2 text-[13px]" data-testid="offer">
          <span>
            {{
              dayWords('day.anotherOrder', {
                sooner:
                  store.offer.sooner >= 1
                    ? dayWords('day.overMinSooner', { sooner: Math.round(store.offer.sooner) })
                    : dayWords('day.hasRoomMoreSet'),
              })
            }}
          </span>
          <UButton
            v-if="session.isCrew"
            size="xs"
            variant="outline"
            :label="dayWords('day.useOrder')"
            @click="store.change({ order: [] })"
          />
        </div>
        <div
          v-if="store.surer && store.fresh && follow.rows.length === 0"
          class="mb-2 flex flex-wrap items-baseline gap-2 text-[13px]"
          data-testid="surer"
        >
          <span>
            {{
              dayWords('day.anotherOrderKeepsFixed', {
                kept: show(store.surer.kept, 'share', { figures: 2 }),
                instead: show(store.surer.instead, 'share', { figures: 2 }),
                later:
                  store.surer.later >= 1 ? dayWords('day.overMinLater', { later: Math.round(store.surer.later) }) : '',
              })
            }}
          </span>
          <UButton
            v-if="session.isCrew"
            size="xs"
            variant="outline"
            :label="dayWords('day.useOrder')"
            @click="store.change({ order: store.surer.ids })"
          />
        </div>
        <DayNowPanel v-if="follow.on && narrow" class="mb-4 border-y border-(--hair) py-3" />
        <DayDrawing v-model="chosen" />
        <div v-if="dropped.length > 0" class="mt-2 text-[13px]">
          <h2 class="section-title">{{ dayWords('day.doesNotFit') }}</h2>
          <p v-for="setup in dropped" :key="setup.id">
            <UButton variant="link" @click="chosen = setup.id">{{ setup.name }}</UButton>
          </p>
        </div>
        <div v-if="leftOut.length > 0" class="mt-2 text-[13px] text-(--ink-soft)">
          {{ dayWords('day.notDay') }}
          <UButton v-for="item in leftOut" :key="item.id" variant="link" class="mr-2" @click="chosen = item.id">
            {{ item.setup.name }}
          </UButton>
        </div>
      </section>
      <aside class="scrolls side min-h-0 p-4" :aria-label="dayWords('day.day2')" tabindex="0">
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
