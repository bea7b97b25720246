<script setup lang="ts">
import { CAUTION_TEXTS, LAW } from '~~/shared/texts/cautions'
import { useEventListener } from '@vueuse/core'
import { clockText, propOf } from '~~/core/day'
import { cleanedText } from '~~/shared/texts/day'
import { packedName, packedText } from '~~/shared/texts/wiring'
import { type Planned, callsOf, cautionsOfDay, madeAhead, packingOfDay, propsOfDay, spanOf } from '~~/shared/day/sheet'
import { dayWords } from '~~/shared/texts/pages/day'

/** The day on paper: who comes when, the order with its times, what to bring and what to mind. */
const route = useRoute()
const { show } = useNumbers()
const store = useDayStore()
const failure = ref('')
useHead({ title: () => dayWords('callSheet.callSheetEpiro', { name: store.record?.shoot.name ?? '' }) })
onMounted(() =>
  store.open(String(route.params.id)).catch(() => {
    failure.value = dayWords('callSheet.dayCouldNotRead')
  }),
)
onBeforeUnmount(() => store.close())

/** While it is planned anew, the sheet that stood stays. */
const planned = computed<Planned | null>(before => store.planned ?? before ?? null)
const session = useSessionStore()
/** Printed, it is what people have in hand: the day is followed by it, and says whom a change has to reach. */
useEventListener(window, 'beforeprint', () => {
  if (!planned.value || !session.isCrew) return
  const { rows } = planned.value.plan
  store.change({
    printedAt: new Date().toISOString(),
    printed: rows.map(({ id }) => id),
    sheet: rows.map(({ id, fires, ends }) => ({ id, fires, ends })),
  })
})
const sheet = computed(() => {
  if (!planned.value) return null
  const { plan, setups, input } = planned.value
  const [from, to] = spanOf(planned.value)
  return {
    from,
    to,
    calls: callsOf(planned.value),
    packing: packingOfDay(planned.value)
      .map(item => ({ name: packedName(item, show), text: packedText(item, show) }))
      .sort((a, b) => a.name.localeCompare(b.name))
      .map(({ text }) => text),
    props: propsOfDay(planned.value),
    made: madeAhead(planned.value),
    cautions: cautionsOfDay(planned.value),
    rows: plan.rows.map((row, i) => ({
      ...row,
      name: setups.get(row.id)?.name ?? row.id,
      keepers: setups.get(row.id)?.goal.keepers ?? 0,
      who: (input.setups.find(({ id }) => id === row.id)?.needs ?? []).map(store.personOf),
      late: plan.played.rows[i]!.done?.p90 ?? row.ends,
      props: plan.played.props[propOf(row.id, setups.get(row.id)!)],
    })),
    dropped: plan.dropped.map(({ id }) => setups.get(id)?.name ?? id),
  }
})
</script>

<template>
  <PrintSheet
    :failure="failure"
    :ready="sheet !== null"
    :waiting="dayWords('callSheet.planning')"
    :label="dayWords('callSheet.callSheet')"
    :title="planned?.shoot.name ?? ''"
    back="Day"
    :to="`/shoots/${String(route.params.id)}/day`"
    width="50rem"
  >
    <template v-if="sheet && planned" #summary>
      {{
        [
          planned.shoot.date,
          planned.shoot.place,
          dayWords('callSheet.firstCall', { from: clockText(sheet.from) }),
          dayWords('callSheet.hireUntil', { end: clockText(planned.day.end) }),
        ]
          .filter(Boolean)
          .join(' · ')
      }}
    </template>
    <template v-if="sheet && planned">
      <p class="mb-2 text-[14px]">
        {{
          dayWords('callSheet.packedUpHalfSuch', {
            time: clockText(store.packed(planned.plan.played.end.p50)),
            nine: clockText(store.packed(planned.plan.played.end.p90)),
          })
        }}
      </p>
      <table class="sheet" :aria-label="dayWords('callSheet.order')">
        <thead>
          <tr>
            <th>{{ dayWords('callSheet.change') }}</th>
            <th>{{ dayWords('callSheet.fire') }}</th>
            <th>{{ dayWords('callSheet.done') }}</th>
            <th>{{ dayWords('callSheet.nineTen') }}</th>
            <th>{{ dayWords('callSheet.setUp') }}</th>
            <th v-if="sheet.calls.length > 0">{{ dayWords('callSheet.with') }}</th>
            <th>{{ dayWords('callSheet.keepers') }}</th>
            <th>{{ dayWords('callSheet.propsNeeded') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in sheet.rows" :key="row.id">
            <td>{{ clockText(row.from) }}</td>
            <td>
              <strong>{{ clockText(row.fires) }}</strong>
            </td>
            <td>{{ clockText(row.ends) }}</td>
            <td>{{ clockText(row.late) }}</td>
            <td>
              {{ row.name
              }}<span v-if="row.cleaned.length > 0" class="text-(--ink-soft)">{{
                dayWords('callSheet.before', { cleaned: cleanedText(row.cleaned, store.personOf) })
              }}</span>
              <span v-if="row.wait >= 5" class="text-(--ink-soft)">
                {{ dayWords('callSheet.minFreeBeforeNext', { wait: Math.round(row.wait) }) }}</span
              >
            </td>
            <td v-if="sheet.calls.length > 0">{{ row.who.join(', ') }}</td>
            <td>{{ row.keepers }}</td>
            <td>{{ row.props?.p90 ?? '' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="sheet.dropped.length > 0" class="mt-1 text-[13px]">
        {{ dayWords('callSheet.notDay', { dropped: sheet.dropped.join(', ') }) }}
      </p>
      <template v-if="sheet.calls.length > 0">
        <h2 class="section-title mt-4 mb-1">{{ dayWords('callSheet.calls') }}</h2>
        <table class="sheet" :aria-label="dayWords('callSheet.calls')">
          <tbody>
            <tr v-for="call in sheet.calls" :key="call.name">
              <td class="w-24">
                <strong>{{ clockText(call.from) }}</strong>
              </td>
              <td>{{ call.name }}{{ call.role ? `, ${call.role}` : '' }}</td>
              <td>{{ call.setups.join(', ') || dayWords('callSheet.allDay') }}</td>
              <td>{{ dayWords('callSheet.untilAbout', { to: clockText(call.to) }) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <h2 class="section-title mt-4 mb-1">{{ dayWords('callSheet.propsBuyMake') }}</h2>
      <ul class="text-[13px]" :aria-label="dayWords('callSheet.props')">
        <li v-for="prop in sheet.props" :key="prop.setups.join()">
          {{ prop.setups.join(dayWords('callSheet.and')) }}:
          <strong>{{
            prop.get === 0 ? dayWords('callSheet.enoughThere') : dayWords('callSheet.get', { get: prop.get })
          }}</strong>
          <span class="text-(--ink-soft)">
            {{
              dayWords('callSheet.lastNineDaysTen', {
                need: prop.need,
                stock: prop.stock === null ? '' : dayWords('callSheet.hand', { stock: prop.stock }),
              })
            }}</span
          >
        </li>
      </ul>
      <ul v-if="sheet.made.length > 0" class="mt-1 text-[13px]" :aria-label="dayWords('callSheet.propsMadeBeforehand')">
        <li v-for="one in sheet.made" :key="one.name">
          {{ dayWords('callSheet.begin', { name: one.name, begin: clockText(one.begin) })
          }}<template v-if="one.earliest !== null">{{
            dayWords('callSheet.notBeforeGoesOff', { earliest: clockText(one.earliest) })
          }}</template
          >.
        </li>
      </ul>
      <h2 class="section-title mt-4 mb-1">{{ dayWords('callSheet.bring') }}</h2>
      <p class="text-[13px]">
        {{ sheet.packing.join(' · ') }}
      </p>
      <h2 class="section-title mt-4 mb-1">{{ dayWords('callSheet.cautions') }}</h2>
      <dl class="grid gap-1 text-[12px]">
        <div v-for="caution in sheet.cautions" :key="caution.id">
          <dt class="inline font-semibold">
            {{ CAUTION_TEXTS[caution.id].title }} ({{ caution.setups.join(', ') }}):&nbsp;
          </dt>
          <dd class="inline">{{ CAUTION_TEXTS[caution.id].text }}</dd>
        </div>
      </dl>
      <p class="mt-1 text-[12px]">{{ LAW }}</p>
    </template>
  </PrintSheet>
</template>

<style scoped>
.sheet {
  width: 100%;
  font-size: 13px;
}
.sheet th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
  padding: 2px 10px 2px 0;
}
.sheet td {
  border-top: 1px solid var(--hair);
  padding: 3px 10px 3px 0;
  vertical-align: top;
}
</style>
