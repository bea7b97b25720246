<script setup lang="ts">
import { BarElement, CategoryScale, Chart, type ChartData, type ChartOptions, LinearScale, Tooltip } from 'chart.js'
import { Bar } from 'vue-chartjs'
import type { LostTakes } from '~~/core/season'
import { CAUSE_LABELS } from '~~/shared/texts/season'
import { seasonWords } from '~~/shared/texts/pages/season'

/** Lost takes by their main cause. */
const { lost } = defineProps<{ lost: LostTakes }>()
Chart.register(CategoryScale, LinearScale, BarElement, Tooltip)
const { colours, font } = useChartLook()
const data = computed<ChartData<'bar'>>(() => ({
  labels: lost.causes.map(({ cause }) => CAUSE_LABELS[cause]),
  datasets: [
    {
      label: seasonWords('lostChart.takesLost'),
      data: lost.causes.map(({ takes }) => takes),
      backgroundColor: lost.causes.map(({ cause }) => (cause === 'unsaid' ? colours.value.hair : colours.value.ink)),
      maxBarThickness: 18,
    },
  ],
}))
const options = computed<ChartOptions<'bar'>>(() => ({
  indexAxis: 'y',
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  scales: {
    x: { grid: { color: colours.value.hair }, ticks: { color: colours.value.soft, font, precision: 0 } },
    y: { grid: { display: false }, ticks: { color: colours.value.soft, font } },
  },
}))
const height = computed(() => 40 + lost.causes.length * 24)
</script>

<template>
  <div :style="{ height: `${height}px` }">
    <Bar
      :data="data"
      :options="options"
      role="img"
      :aria-label="lost.causes.map(({ cause, takes }) => `${CAUSE_LABELS[cause]}: ${takes}`).join(', ')"
    />
  </div>
</template>
