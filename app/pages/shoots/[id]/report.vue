<script setup lang="ts">
import { assess, assumedOf, dialOf, freshTakes, runStateOf, wiringOf } from '~~/core'
import { firingMinutes } from '~~/core/day'
import { sourceLines } from '~~/shared/text/sources'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { doneText, learntLines, lightText, mendLines, shootText, tookText } from '~~/shared/texts/report'
import { wireText } from '~~/shared/texts/wiring'
import { ApiError, type ShootReport, api } from '~/services/api'
import { download, fileName } from '~/services/download'
import { reportWords } from '~~/shared/texts/pages/report'

/** A shoot worth handing on: its keepers, how they were shot, what they took, what was learnt and what to mend. */
const route = useRoute()
const report = ref<ShootReport | null>(null)
const failure = ref('')
const { show } = useNumbers()
useHead({ title: () => reportWords('report.reportEpiro', { name: report.value?.shoot.name ?? '' }) })
onMounted(async () => {
  try {
    report.value = await api.report(String(route.params.id))
  } catch (error) {
    failure.value =
      error instanceof ApiError && error.status === 404
        ? reportWords('report.shootNotYourStudio')
        : reportWords('report.reportCouldNotCreated')
  }
})
const share = (value: number): string => show(Math.round(value * 100) / 100, 'share')

const rows = computed(() =>
  (report.value?.setups ?? []).map(row => {
    const { setup, listed, takes, misfires, keepers, firstKeeper, planned } = row
    const assessed = assess(setup)
    const state = runStateOf(assessed, freshTakes(setup, listed))
    const last = listed.findLast(take => take.keeper)?.delay ?? null
    const minutes = firingMinutes(listed.map(take => Date.parse(take.firedAt) / 60_000))
    const took = { takes, misfires, keepers, wanted: setup.goal.keepers, first: firstKeeper, minutes, planned }
    const pictures = row.shown.flatMap(take => take.pictures.map(picture => ({ picture, take })))
    return {
      ...row,
      took,
      tookText: tookText(took),
      done: doneText(setup, last ?? dialOf(assessed)?.used ?? null, show),
      lights: setup.flashes.map(flash => lightText(flash, show)),
      wires: wiringOf(setup).map(wire => wireText(wire, show)),
      learnt: takes === 0 ? [] : learntLines(setup, state, last, show),
      mend: mendLines(
        row.lost,
        setup.lists.review.map(item => item.text).filter(text => text !== ''),
      ),
      sources: sourceLines(setup, assumedOf(setup)),
      best: pictures.at(-1) ?? null,
      others: pictures.slice(0, -1).slice(-2),
    }
  }),
)
const shot = computed(() => rows.value.filter(row => row.takes > 0))
const unshot = computed(() => rows.value.filter(row => row.takes === 0))
const clock = (instant: string): string =>
  new Date(instant).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
const span = computed(() => {
  const times = rows.value.flatMap(row => row.listed.map(take => take.firedAt)).sort()
  return times.length > 0 ? reportWords('report.to', { times: clock(times[0]!), times2: clock(times.at(-1)!) }) : ''
})

const busy = ref(false)
async function asFile(): Promise<void> {
  const sheet = document.querySelector<HTMLElement>('article[aria-label="Report"]')
  if (!sheet || !report.value) return
  busy.value = true
  try {
    const { pageFile } = await import('~/services/pageFile')
    const { name } = report.value.shoot
    download(
      await pageFile(sheet, reportWords('report.report2', { name })),
      `${fileName(name)}-report.html`,
      'text/html',
    )
  } catch {
    failure.value = reportWords('report.reportCouldNotPut')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <PrintSheet
    :failure="failure"
    :ready="report !== null"
    :waiting="reportWords('report.making')"
    :label="reportWords('report.report')"
    :title="report?.shoot.name ?? ''"
    back="Shoots"
    to="/"
    width="56rem"
  >
    <template #actions>
      <UButton
        class="no-print"
        icon="i-lucide-download"
        size="xs"
        variant="outline"
        :label="reportWords('report.oneFile')"
        :aria-label="reportWords('report.downloadReportOneFile')"
        :loading="busy"
        @click="asFile"
      />
    </template>
    <template v-if="report" #summary>
      {{ [report.shoot.date, report.shoot.place, span].filter(Boolean).join(' · ') }}
    </template>
    <template v-if="report">
      <p v-if="shot.length > 0" class="text-[15px]" data-testid="shoot-text">
        {{
          shootText(
            rows.map(row => row.took),
            share,
          )
        }}
      </p>
      <p v-if="report.shoot.notes" class="mt-1 text-[13px] text-(--ink-soft)">{{ report.shoot.notes }}</p>
      <p v-if="report.unreadable.length > 0" role="status" class="mt-1 text-[13px]">
        {{ reportWords('report.notReportBecauseThey', { unreadable: report.unreadable.join(', ') }) }}
      </p>
      <section v-for="row in shot" :key="row.id" class="row" :aria-label="row.setup.name">
        <div class="pictures">
          <figure v-if="row.best" class="best">
            <PicturesPictureView
              :id="row.best.picture.id"
              :alt="reportWords('report.keeperTake', { number: row.best.take.number })"
            />
            <figcaption class="narrow text-[11px] text-(--ink-soft)">
              {{
                reportWords('report.take', {
                  number: row.best.take.number,
                  delay: show(row.best.take.delay, 'time', { figures: 4 }),
                })
              }}
            </figcaption>
          </figure>
          <div v-if="row.others.length > 0" class="flex gap-1.5">
            <figure v-for="{ picture, take } in row.others" :key="picture.id" class="other">
              <PicturesPictureView
                :id="picture.id"
                size="thumb"
                fit="cover"
                :alt="reportWords('report.keeperTake', { number: take.number })"
              />
            </figure>
          </div>
        </div>
        <div class="grid min-w-0 content-start gap-1 text-[13px]">
          <h2 class="text-[15px] font-semibold">{{ row.setup.name }}</h2>
          <p data-testid="done">{{ row.done }}</p>
          <p data-testid="took">{{ row.tookText }}</p>
          <p v-for="line in row.learnt" :key="line" data-testid="learnt">{{ line }}</p>
          <TakesVariantTable v-if="row.variants.length > 1" :tallies="row.variants" />
          <p v-for="line in row.mend" :key="line" data-testid="mend">{{ reportWords('report.nextTime', { line }) }}</p>
          <p v-if="row.people.length > 0" class="text-[12px] text-(--ink-soft)" data-testid="people">
            {{ reportWords('report.logged', { people: row.people.join(', ') }) }}
          </p>
          <p class="text-[11.5px] text-(--ink-soft)">
            <template v-if="row.lights.length > 0"
              >{{ reportWords('report.lights', { lights: row.lights.join('; ') }) }}
            </template>
            <template v-if="row.wires.length > 0">{{
              reportWords('report.wiring', { wires: row.wires.join('; ') })
            }}</template>
          </p>
          <p v-if="row.sources.length > 0" class="text-[11.5px] text-(--ink-soft)" data-testid="sources">
            {{ row.sources.join('. ') }}.
          </p>
        </div>
        <details class="takes no-print" data-testid="takes">
          <summary class="text-[12px] text-(--ink-soft)">
            {{
              reportWords('report.everyTake', {
                listed:
                  row.listed.length < row.takes
                    ? reportWords('report.last', { listed: row.listed.length, takes: row.takes })
                    : '',
              })
            }}
          </summary>
          <table class="kit-table w-full">
            <thead>
              <tr>
                <th>{{ reportWords('report.no') }}</th>
                <th>{{ reportWords('report.at') }}</th>
                <th>{{ reportWords('report.delay') }}</th>
                <th>{{ reportWords('report.verdict') }}</th>
                <th>{{ reportWords('report.pastMark') }}</th>
                <th>{{ reportWords('report.by') }}</th>
                <th>{{ reportWords('report.note') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="take in row.listed" :key="take.id">
                <td>{{ take.number }}</td>
                <td>{{ clock(take.firedAt) }}</td>
                <td>{{ show(take.delay, 'time', { figures: 4 }) }}</td>
                <td>
                  {{ VERDICT_LABELS[take.verdict]
                  }}<strong v-if="take.keeper">{{ reportWords('report.keeper') }}</strong>
                  <template v-if="take.former?.length">
                    {{
                      reportWords('report.firstJudged', {
                        verdict: VERDICT_LABELS[take.former[0]!.verdict].toLowerCase(),
                      })
                    }}</template
                  >
                </td>
                <td>{{ take.position === null ? '–' : show(take.position, 'length', { unit: 'mm' }) }}</td>
                <td>{{ take.by ?? '–' }}</td>
                <td>{{ take.note }}</td>
              </tr>
            </tbody>
          </table>
        </details>
      </section>
      <p v-if="unshot.length > 0" class="mt-2 text-[13px]" data-testid="unshot">
        {{ reportWords('report.notShot', { unshot: unshot.map(row => row.setup.name).join(', ') }) }}
      </p>
      <p v-if="rows.length === 0">{{ reportWords('report.noSetUpsShoot') }}</p>
    </template>
  </PrintSheet>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 18px;
  border-top: 1px solid var(--hair);
  margin-top: 12px;
  padding-top: 12px;
  break-inside: avoid;
}
.row:has(.pictures:empty) {
  grid-template-columns: minmax(0, 1fr);
}
.pictures:empty {
  display: none;
}
.best :deep(.picture) {
  height: auto;
  aspect-ratio: 3 / 2;
}
.other {
  width: 50%;
}
.other :deep(.picture) {
  height: auto;
  aspect-ratio: 3 / 2;
}
.takes {
  grid-column: 1 / -1;
}
@media print {
  .row {
    gap: 5mm;
    margin-top: 2.5mm;
    padding-top: 2.5mm;
    line-height: 1.25;
    grid-template-columns: minmax(0, 4fr) minmax(0, 7fr);
  }
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
