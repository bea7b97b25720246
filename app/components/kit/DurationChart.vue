<script setup lang="ts">
import {
  Chart,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
  type Plugin,
} from 'chart.js'
import { Line } from 'vue-chartjs'
import { type FlashSetup, type KitDurationRow, knownTable } from '~~/core'
import { kitWords } from '~~/shared/texts/pages/kit'

/** Duration against power, log–log: which way the durations of this flash go, and which of them were measured. */
const {
  rows,
  name,
  supply = 'battery',
} = defineProps<{ rows: readonly KitDurationRow[]; name: string; supply?: FlashSetup['supply'] }>()
Chart.register(LogarithmicScale, PointElement, LineElement, Tooltip)
const { show } = useNumbers()

const { colours, font } = useChartLook()
const sorted = computed(() =>
  knownTable({ supply, table: [...rows] })
    .map((row, i) => ({ ...row, basis: rows[i]!.basis }))
    .sort((a, b) => a.power - b.power),
)

/** Names beside the lines, in place of a legend. */
const directLabels: Plugin<'line'> = {
  id: 'directLabels',
  afterDatasetsDraw(chart) {
    const { ctx } = chart
    chart.data.datasets.forEach((dataset, i) => {
      const last = chart.getDatasetMeta(i).data.at(-1)
      if (!last) return
      ctx.save()
      ctx.font = `600 12px ${font.family}`
      ctx.fillStyle = String(dataset.borderColor)
      ctx.fillText(dataset.label ?? '', last.x + 9, last.y + 4)
      ctx.restore()
    })
  },
}
/** Drawn once the typeface is there: a canvas does not wait for it. */
const ready = ref(false)
onMounted(() =>
  document.fonts.load(`11px ${font.family}`).finally(() => {
    ready.value = true
  }),
)

const data = computed<ChartData<'line'>>(() => {
  const { ink, light, sheet } = colours.value
  const line = (label: string, key: 't05' | 't01', colour: string, dash: number[]) => ({
    label,
    data: sorted.value.map(row => ({ x: row.power, y: row[key] * 1e6 })),
    borderColor: colour,
    borderWidth: 1.75,
    borderDash: dash,
    pointRadius: 4.5,
    pointBorderWidth: 1.75,
    pointBorderColor: colour,
    pointBackgroundColor: sorted.value.map(row => (row.basis === 'measured' ? colour : sheet)),
    pointHoverRadius: 6,
    tension: 0,
  })
  return { datasets: [line('t.1', 't01', light, []), line('t.5', 't05', ink, [5, 4])] } as ChartData<'line'>
})
const axis = (title: string) => ({
  type: 'logarithmic' as const,
  title: { display: true, text: title, color: colours.value.soft, font },
  grid: { color: colours.value.hair },
  border: { color: colours.value.ink },
})
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  scales: {
    x: {
      ...axis('power'),
      min: Math.min(...sorted.value.map(row => row.power)) / 1.3,
      max: Math.max(...sorted.value.map(row => row.power)) * 1.3,
      afterBuildTicks: scale => {
        scale.ticks = sorted.value.map(row => ({ value: row.power }))
      },
      ticks: {
        color: colours.value.soft,
        font,
        callback: value => show(Number(value), 'power'),
        autoSkip: true,
        maxRotation: 0,
      },
    },
    y: {
      ...axis('duration'),
      min: (Math.min(...sorted.value.map(row => row.t05)) * 1e6) / 1.4,
      max: Math.max(...sorted.value.map(row => row.t01)) * 1e6 * 1.4,
      ticks: {
        color: colours.value.soft,
        font,
        callback: value => (/^[125]e/.test(Number(value).toExponential()) ? show(Number(value) * 1e-6, 'time') : ''),
      },
    },
  },
  layout: { padding: { right: 18 } },
  plugins: {
    tooltip: {
      backgroundColor: colours.value.ink,
      titleColor: colours.value.sheet,
      bodyColor: colours.value.sheet,
      cornerRadius: 0,
      titleFont: font,
      bodyFont: font,
      displayColors: false,
      callbacks: {
        title: items => (items[0] ? show(items[0].parsed.x as number, 'power') : ''),
        label: item =>
          `${item.dataset.label} ${show((item.parsed.y as number) * 1e-6, 'time')}, ` +
          `${sorted.value[item.dataIndex]?.basis ?? ''}`,
      },
    },
  },
}))
const description = computed(() => {
  const [low, high] = [sorted.value[0], sorted.value.at(-1)]
  if (!low || !high) return kitWords('durationChart.noDurations')
  const way =
    low.t01 < high.t01 * 0.98
      ? kitWords('durationChart.shorterLowPower')
      : low.t01 > high.t01 * 1.02
        ? kitWords('durationChart.longerLowPower')
        : kitWords('durationChart.sameAllPowers')
  return kitWords('durationChart.durationAgainstPowerT', {
    name,
    way,
    t01: show(low.t01, 'time'),
    power: show(low.power, 'power'),
    t012: show(high.t01, 'time'),
    power2: show(high.power, 'power'),
  })
})
</script>

<template>
  <figure class="grid gap-1">
    <div class="h-72">
      <Line
        v-if="ready"
        :data="data"
        :options="options"
        :plugins="[directLabels]"
        role="img"
        :aria-label="description"
      />
    </div>
    <figcaption class="narrow text-[11px] text-(--ink-faint)">
      {{ kitWords('durationChart.filledPointsMeasuredOpen', { description }) }}
    </figcaption>
  </figure>
</template>
