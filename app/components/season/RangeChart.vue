<script setup lang="ts">
import {
  BarElement,
  CategoryScale,
  Chart,
  type ChartData,
  type ChartOptions,
  LineElement,
  LinearScale,
  PointElement,
  Tooltip,
} from 'chart.js'
import { Chart as Drawn } from 'vue-chartjs'

/** Points with the range each lies in or should, and what was said of them as a dash. */
const {
  rows,
  title,
  most = undefined,
  close = false,
} = defineProps<{
  rows: { label: string; at: number; low: number | null; high: number | null; said: number | null }[]
  title: string
  /** Top of the scale. */
  most?: number
  /** The scale begins near the lowest, not at nothing. */
  close?: boolean
}>()
Chart.register(CategoryScale, LinearScale, BarElement, PointElement, LineElement, Tooltip)
const { colours, font } = useChartLook()
const data = computed<ChartData<'bar' | 'line'>>(() => ({
  labels: rows.map(({ label }) => label),
  datasets: [
    {
      type: 'line',
      label: 'seen',
      data: rows.map(({ at }) => at),
      showLine: false,
      pointRadius: 5,
      pointBackgroundColor: colours.value.action,
      pointBorderColor: colours.value.action,
    },
    {
      type: 'line',
      label: 'said',
      data: rows.map(({ said }) => said),
      borderColor: colours.value.ink,
      borderDash: [4, 3],
      borderWidth: 1.5,
      pointRadius: 0,
    },
    {
      type: 'bar',
      label: 'range',
      data: rows.map(({ low, high }) => (low === null || high === null ? null : [low, high])),
      backgroundColor: colours.value.hair,
      maxBarThickness: 34,
    },
  ],
}))
const options = computed<ChartOptions<'bar' | 'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  scales: {
    x: { grid: { display: false }, ticks: { color: colours.value.soft, font } },
    y: {
      ...(close ? { beginAtZero: false, grace: '20%' } : { min: 0 }),
      max: most,
      grid: { color: colours.value.hair },
      ticks: { color: colours.value.soft, font },
    },
  },
}))
const told = computed(() => rows.map(({ label, at }) => `${label}: ${Number(at.toPrecision(3))}`).join(', '))
</script>

<template>
  <div class="h-52">
    <Drawn type="bar" :data="data" :options="options" role="img" :aria-label="`${title}. ${told}`" />
  </div>
</template>
