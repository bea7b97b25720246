<script setup lang="ts">
import { type DayEventKind, type DayStage, NEW_CHOICE, clockText } from '~~/core/day'
import { DAY_EVENT_LABELS, DAY_STAGE_TEXTS } from '~~/shared/texts/day'
import { dayWords } from '~~/shared/texts/pages/day'

/** The day as it goes: what is on the stage, what is left, what slips, and what to leave out. */
const store = useDayStore()
const follow = useDayFollowStore()
const session = useSessionStore()
const { show } = useNumbers()
const nameOf = (id: string): string => store.items.find(item => item.id === id)?.setup.name ?? id

const rest = computed(() => follow.followed?.rest ?? null)
const now = computed(() => rest.value?.now ?? null)
const row = computed(() => follow.rows.find(({ id }) => id === now.value?.id))
/** What is finished next of the set-up on the stage. */
const NEXT: Record<DayStage, DayEventKind> = { building: 'built', testing: 'tested', firing: 'done', done: 'struck' }
const open = (begin: DayEventKind, end: DayEventKind): boolean => {
  const last = follow.history.events.filter(({ kind }) => kind === begin || kind === end).sort((a, b) => a.at - b.at)
  return last.at(-1)?.kind === begin
}
const broken = computed(() => open('fault', 'mended'))
const resting = computed(() => open('pause', 'resume'))
const note = (kind: DayEventKind): void => {
  if (now.value) void follow.note(kind, now.value.id)
}
const late = computed(() => (follow.followed?.slips ?? []).filter(({ by }) => Math.abs(by) >= 5))
const minutes = (by: number): string =>
  dayWords('nowPanel.min', { by: Math.round(Math.abs(by)), noun: by > 0 ? 'late' : 'early' })
const pace = computed(() => {
  const by = (rest.value?.pace ?? 1) - 1
  return Math.abs(by) < 0.03
    ? dayWords('nowPanel.planned')
    : dayWords('nowPanel.thanPlanned', {
        by: show(Math.round(Math.abs(by) * 100) / 100, 'share'),
        noun: by > 0 ? dayWords('nowPanel.slower') : dayWords('nowPanel.quicker'),
      })
})
function leaveOut(): void {
  const out = follow.followed?.drop?.ids ?? []
  const setups = { ...store.day.setups }
  for (const id of out) setups[id] = { ...(setups[id] ?? NEW_CHOICE), leftOut: true }
  store.change({ setups })
}
</script>

<template>
  <section
    v-if="rest"
    :aria-label="dayWords('nowPanel.dayNow')"
    class="grid gap-2 text-[13px]"
    data-testid="day-now-panel"
  >
    <h2 class="font-semibold">
      {{ dayWords('nowPanel.now', { at: clockText(Math.floor(follow.at)) })
      }}<template v-if="now">: {{ nameOf(now.id) }}</template>
    </h2>
    <p v-if="now">
      {{ DAY_STAGE_TEXTS[now.stage]
      }}<template v-if="row">
        {{
          dayWords('nowPanel.since', {
            stage: clockText(
              (now.stage === 'firing' ? row.fires : now.stage === 'testing' ? row.built : row.from) ?? row.from,
            ),
          })
        }}</template
      ><template v-if="row && row.takes > 0">{{
        dayWords('nowPanel.takes', {
          takes: row.takes,
          keepers: row.keepers,
          noun: row.keepers === 1 ? dayWords('nowPanel.keeper') : dayWords('nowPanel.keepers'),
        })
      }}</template
      >{{ dayWords('nowPanel.dayGoes', { pace }) }}
    </p>
    <p v-else>{{ dayWords('nowPanel.everythingShot') }}</p>
    <div v-if="session.isCrew && now" class="flex flex-wrap gap-2">
      <UButton size="md" :label="DAY_EVENT_LABELS[NEXT[now.stage]]" @click="note(NEXT[now.stage])" />
      <UButton
        size="md"
        variant="outline"
        :label="DAY_EVENT_LABELS[broken ? 'mended' : 'fault']"
        @click="note(broken ? 'mended' : 'fault')"
      />
      <UButton
        size="md"
        variant="outline"
        :label="DAY_EVENT_LABELS[resting ? 'resume' : 'pause']"
        @click="note(resting ? 'resume' : 'pause')"
      />
      <UButton
        v-if="follow.last"
        size="md"
        variant="ghost"
        icon="i-lucide-undo-2"
        :label="dayWords('nowPanel.undo', { kind: DAY_EVENT_LABELS[follow.last.kind] })"
        @click="follow.takeBack()"
      />
    </div>
    <p v-if="follow.queued.length > 0" class="text-[12px] text-(--ink-soft)">
      {{ dayWords('nowPanel.notedHereNotSent', { queued: follow.queued.length }) }}
    </p>
    <p v-if="follow.trouble" role="alert" class="text-(--bad)">{{ follow.trouble }}</p>
    <ul v-if="late.length > 0" :aria-label="dayWords('nowPanel.againstSheet')" class="grid gap-0.5" data-testid="slips">
      <li v-for="slip in late" :key="slip.id">
        {{ dayWords('nowPanel.beginsSome', { id: nameOf(slip.id), by: minutes(slip.by) }) }}
      </li>
    </ul>
    <p v-for="danger in follow.followed!.dangers" :key="danger.id" class="text-(--bad)" data-testid="danger">
      <template v-if="danger.chance < 0.005">{{
        dayWords('nowPanel.canNoLongerFired', { id: nameOf(danger.id) })
      }}</template>
      <template v-else>{{
        dayWords('nowPanel.firedFixedTimeSuch', {
          id: nameOf(danger.id),
          chance: show(danger.chance, 'share', { figures: 2 }),
        })
      }}</template>{{ dayWords('nowPanel.riskSince', { since: clockText(danger.since) }) }}
    </p>
    <div v-if="follow.followed!.drop && follow.followed!.drop.ids.length > 0" class="grid gap-1" data-testid="drop">
      <p>
        {{
          dayWords('nowPanel.suchDaysEndWithin', {
            inTime: show(follow.followed!.inTime, 'share', { figures: 2 }),
            ids: follow.followed!.drop.ids.map(nameOf).join(dayWords('nowPanel.and')),
            inTime2: show(follow.followed!.drop.inTime, 'share', { figures: 2 }),
            saves: Math.round(follow.followed!.drop.saves),
            time: clockText(store.packed(follow.followed!.drop.end.p90)),
          })
        }}
      </p>
      <div v-if="session.isCrew">
        <UButton size="xs" variant="outline" :label="dayWords('nowPanel.leaveOutToday')" @click="leaveOut" />
      </div>
    </div>
  </section>
</template>
