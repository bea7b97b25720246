<script setup lang="ts">
import { BarElement, CategoryScale, Chart, type ChartData, type ChartOptions, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { LogStats } from '~/services/api'
import { logWords } from '~~/shared/texts/pages/log'

/** Takes and the keepers among them, by whatever they are counted. */
const { rows, title, label } = defineProps<{ rows: LogStats['byDay']; title: string; label: (of: string) => string }>()
Chart.register(CategoryScale, LinearScale, BarElement, Tooltip)
const { colours, font } = useChartLook()
const { show } = useNumbers()

const data = computed<ChartData<'bar'>>(() => ({
  labels: rows.map(row => label(row.of)),
  datasets: [
    {
      label: 'keepers',
      data: rows.map(row => row.keepers),
      backgroundColor: colours.value.ink,
      stack: 'a',
      maxBarThickness: 46,
    },
    {
      label: 'others',
      data: rows.map(row => row.takes - row.keepers),
      backgroundColor: 'transparent',
      borderColor: colours.value.strong,
      borderWidth: 1,
      stack: 'a',
      maxBarThickness: 46,
    },
  ],
}))
const options = computed<ChartOptions<'bar'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  scales: {
    x: { stacked: true, grid: { display: false }, ticks: { color: colours.value.soft, font } },
    y: { stacked: true, grid: { color: colours.value.hair }, ticks: { color: colours.value.soft, font, precision: 0 } },
  },
  plugins: {
    legend: { display: false },
    tooltip: {
      displayColors: false,
      backgroundColor: colours.value.ink,
      titleColor: colours.value.sheet,
      bodyColor: colours.value.sheet,
      callbacks: {
        label: item => {
          const row = rows[item.dataIndex]!
          return row.takes === 0
            ? logWords('tallyChart.noTakes')
            : logWords('tallyChart.kept', {
                keepers: row.keepers,
                takes: row.takes,
                keepers2: show(row.keepers / row.takes, 'share'),
              })
        },
      },
    },
  },
}))
const text = computed(() =>
  rows.map(row => logWords('tallyChart.of', { of: label(row.of), keepers: row.keepers, takes: row.takes })).join('; '),
)
</script>

<template>
  <figure class="min-w-0">
    <figcaption class="section-title mb-1">
      {{ title }}
    </figcaption>
    <div class="h-32">
      <Bar :data="data" :options="options" role="img" :aria-label="`${title}: ${text}`" />
    </div>
  </figure>
</template>
