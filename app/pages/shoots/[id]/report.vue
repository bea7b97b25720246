<script setup lang="ts">
import { assess, assumedOf, freshTakes, runStateOf } from '~~/core'
import { sourceLines } from '~~/shared/text/sources'
import { ApiError, type ShootReport, api } from '~/services/api'
import { RECIPE_LABELS, VERDICT_LABELS, choiceLabel } from '~~/shared/texts/choices'

/** A shoot on one page: what was shot, how many takes it took, what was learnt, and the keepers. */
const route = useRoute()
const report = ref<ShootReport | null>(null)
const failure = ref('')
const { show } = useNumbers()
useHead({ title: () => `Report: ${report.value?.shoot.name ?? ''} · Epiro` })
onMounted(async () => {
  try {
    report.value = await api.report(String(route.params.id))
  } catch (error) {
    failure.value =
      error instanceof ApiError && error.status === 404
        ? 'This shoot is not in your studio.'
        : 'The report could not be created.'
  }
})

/** Thumbnails that fit on the page beside the lines of each set-up. */
const room = computed(() => ((report.value?.setups.length ?? 0) > 5 ? 2 : 4))
const rows = computed(() =>
  (report.value?.setups ?? []).map(row => {
    const { setup, listed } = row
    const planned = assess(setup)
    const state = runStateOf(planned, freshTakes(setup, listed))
    const last = listed.findLast(take => take.keeper)
    const figures: string[] = []
    if (last) figures.push(`last keeper at ${show(last.delay, 'time', { figures: 4 })}`)
    if (state?.fit)
      figures.push(
        show(state.fit.speed, 'speed') +
          (state.fit.speedError === null ? '' : ` ± ${show(state.fit.speedError, 'speed', { figures: 2 })}`) +
          `, the mark at ${show(state.fit.delayAtMark, 'time', { figures: 4 })}` +
          (state.fit.scatter === null
            ? ''
            : `, scatter ${show(state.fit.scatter, 'length', { unit: 'mm', figures: 2 })}`),
      )
    const learnt =
      setup.learnt.length > 0
        ? `${setup.learnt.length} figures learnt from takes ` +
          `${[...new Set(setup.learnt.flatMap(entry => entry.takes))].join(', ')}`
        : ''
    return {
      ...row,
      planned,
      figures: [...figures, learnt].filter(Boolean).join('; '),
      sources: sourceLines(setup, assumedOf(setup)),
      review: setup.lists.review.map(item => item.text).filter(Boolean),
      pictures: row.shown.flatMap(take => take.pictures.map(picture => ({ picture, take }))).slice(0, room.value),
    }
  }),
)
const takesText = (count: number): string => `${count} ${count === 1 ? 'take' : 'takes'}`
const all = computed(() => ({
  takes: rows.value.reduce((n, row) => n + row.takes, 0),
  keepers: rows.value.reduce((n, row) => n + row.keepers, 0),
}))
const clock = (instant: string): string =>
  new Date(instant).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
const span = computed(() => {
  const times = rows.value.flatMap(row => row.listed.map(take => take.firedAt)).sort()
  return times.length > 0 ? `${clock(times[0]!)} to ${clock(times.at(-1)!)}` : ''
})
</script>

<template>
  <PrintSheet
    :failure="failure"
    :ready="report !== null"
    waiting="Making the report"
    label="Report"
    :title="report?.shoot.name ?? ''"
    back="Shoots"
    to="/"
    width="50rem"
  >
    <template v-if="report" #summary>
      {{
        [
          report.shoot.date,
          report.shoot.place,
          span,
          `${all.takes} ${all.takes === 1 ? 'take' : 'takes'}, ` +
            `${all.keepers} ${all.keepers === 1 ? 'keeper' : 'keepers'}` +
            (all.takes > 0 ? `: ${show(all.keepers / all.takes, 'share')}` : ''),
        ]
          .filter(Boolean)
          .join(' · ')
      }}
    </template>
    <template v-if="report">
      <p v-if="report.shoot.notes" class="mb-2 text-[13px]">
        {{ report.shoot.notes }}
      </p>
      <p v-if="report.unreadable.length > 0" role="status" class="mb-2 text-[13px]">
        Not in this report, because they cannot be read: {{ report.unreadable.join(', ') }}.
      </p>
      <section v-for="row in rows" :key="row.id" class="row" :aria-label="row.setup.name">
        <div class="min-w-0">
          <h2 class="font-semibold">
            {{ row.setup.name }}
          </h2>
          <p class="text-[12px] text-(--ink-soft)">
            {{ RECIPE_LABELS[row.setup.recipe] }}, {{ choiceLabel('method', row.setup.method).toLowerCase() }},
            {{ row.setup.moment.phase }}; {{ show(row.setup.picture.aperture, 'aperture') }},
            {{ show(row.setup.picture.shutter, 'shutter') }}, ISO {{ row.setup.picture.iso
            }}{{
              row.setup.flashes[0]
                ? `, ${row.setup.flashes[0].name} at ${show(row.setup.flashes[0].power, 'power')}`
                : ''
            }}
          </p>
          <p class="text-[13px]">
            {{
              row.takes === 0
                ? 'No takes.'
                : `${row.keepers} of ${row.setup.goal.keepers} keepers in ${takesText(row.takes)}` +
                  (row.firstKeeper === null ? '' : `, the first in take ${row.firstKeeper}`) +
                  (row.misfires > 0 ? `; ${row.misfires} ${row.misfires === 1 ? 'misfire' : 'misfires'}.` : '.')
            }}
            {{ row.figures ? `${row.figures[0]!.toUpperCase()}${row.figures.slice(1)}.` : '' }}
          </p>
          <p v-if="row.people.length > 0" class="text-[12px]" data-testid="people">
            Logged by {{ row.people.join(', ') }}.
          </p>
          <p v-if="row.sources.length > 0" class="text-[12px] text-(--ink-soft)" data-testid="sources">
            {{ row.sources.join('. ') }}.
          </p>
          <p v-if="row.review.length > 0" class="text-[12px]">Next time: {{ row.review.join('; ') }}.</p>
        </div>
        <details v-if="row.takes > 0" class="takes" open data-testid="takes">
          <summary class="text-[12px] text-(--ink-soft)">
            {{ takesText(row.takes)
            }}{{ row.listed.length < row.takes ? `, of which the last ${row.listed.length} are listed` : '' }}
          </summary>
          <table class="w-full text-[11.5px]">
            <thead class="text-left text-(--ink-soft)">
              <tr>
                <th class="font-normal">No.</th>
                <th class="font-normal">At</th>
                <th class="text-right font-normal">Delay</th>
                <th class="pl-3 font-normal">Verdict</th>
                <th class="text-right font-normal">Past mark</th>
                <th class="pl-3 font-normal">By</th>
                <th class="pl-3 font-normal">Note</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="take in row.listed" :key="take.id">
                <td>{{ take.number }}</td>
                <td>{{ clock(take.firedAt) }}</td>
                <td class="text-right">{{ show(take.delay, 'time', { figures: 4 }) }}</td>
                <td class="pl-3">
                  {{ VERDICT_LABELS[take.verdict] }}<strong v-if="take.keeper">, keeper</strong>
                  <template v-if="take.former?.length">
                    (first judged {{ VERDICT_LABELS[take.former[0]!.verdict].toLowerCase() }})</template
                  >
                </td>
                <td class="text-right">
                  {{ take.position === null ? '–' : show(take.position, 'length', { unit: 'mm' }) }}
                </td>
                <td class="pl-3">{{ take.by ?? '–' }}</td>
                <td class="pl-3">{{ take.note }}</td>
              </tr>
            </tbody>
          </table>
        </details>
        <div class="flex gap-1.5">
          <figure v-for="{ picture, take } in row.pictures" :key="picture.id" class="w-[108px]">
            <div class="h-[72px]">
              <PicturesPictureView :id="picture.id" size="thumb" fit="cover" :alt="`Keeper, take ${take.number}`" />
            </div>
            <figcaption class="narrow text-[11px]">
              take {{ take.number }}, {{ show(take.delay, 'time', { figures: 4 }) }}
            </figcaption>
          </figure>
        </div>
      </section>
      <p v-if="rows.length === 0">No set-ups in this shoot.</p>
    </template>
  </PrintSheet>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 14px;
  border-bottom: 1px solid var(--hair);
  padding: 7px 0;
  break-inside: avoid;
}
.takes {
  grid-column: 1 / -1;
  order: 3;
}
/* A long day is to fit one sheet. */
@media print {
  .row {
    gap: 10px;
    padding: 3px 0;
    line-height: 1.25;
  }
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
