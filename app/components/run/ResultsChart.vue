<script setup lang="ts">
import {
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  LineElement,
  LinearScale,
  PointElement,
  Tooltip,
} from 'chart.js'
import { Line } from 'vue-chartjs'
import type { DelayFit, Plan } from '~~/core'
import { runWords } from '~~/shared/texts/pages/run'

/** Position against delay: the takes, the fitted line with its band, and the window of a keeper. */
const { fit, plan } = defineProps<{ fit: DelayFit; plan: Plan }>()
Chart.register(LinearScale, PointElement, LineElement, Tooltip, Filler)
const { show } = useNumbers()
const { colours, font } = useChartLook()
const range = computed(() => {
  const delays = fit.points.map(p => p.delay)
  const [low, high] = [Math.min(...delays, fit.delayAtMark), Math.max(...delays, fit.delayAtMark)]
  const pad = Math.max((high - low) * 0.12, plan.setup.controller.delayStep)
  return [low - pad, high + pad] as const
})
const at = (delay: number): number => fit.speed * (delay - fit.delayAtMark)
const data = computed<ChartData<'line'>>(() => {
  const { ink, action, sheet } = colours.value
  const ends = range.value
  const band = fit.scatter ?? 0
  const line = (off: number, extra: object) => ({
    data: ends.map(d => ({ x: d * 1e3, y: (at(d) + off) * 1e3 })),
    pointRadius: 0,
    borderWidth: 0,
    ...extra,
  })
  return {
    datasets: [
      {
        data: fit.points.map(p => ({ x: p.delay * 1e3, y: p.position * 1e3 })),
        showLine: false,
        pointRadius: 5,
        pointBorderWidth: 1.75,
        pointBorderColor: ink,
        pointBackgroundColor: fit.points.map(p => (p.outlier ? sheet : ink)),
      },
      line(0, { borderColor: action, borderWidth: 1.75 }),
      line(band, { fill: '+1', backgroundColor: `${action}22` }),
      line(-band, {}),
    ],
  } as ChartData<'line'>
})
const axis = (title: string) => ({
  type: 'linear' as const,
  title: { display: true, text: title, color: colours.value.soft, font },
  grid: { color: colours.value.hair },
  ticks: { color: colours.value.soft, font },
})
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  scales: { x: axis(runWords('resultsChart.delayMs')), y: axis(runWords('resultsChart.pastMarkMm')) },
  plugins: {
    legend: { display: false },
    tooltip: {
      displayColors: false,
      backgroundColor: colours.value.ink,
      bodyColor: colours.value.sheet,
      titleColor: colours.value.sheet,
      callbacks: {
        title: () => '',
        label: item =>
          runWords('resultsChart.take', {
            number: fit.points[item.dataIndex]!.number,
            y: show((item.parsed.y as number) / 1e3, 'length', { unit: 'mm' }),
          }),
      },
    },
  },
}))
const outliers = computed(() => fit.points.filter(p => p.outlier).map(p => p.number))
/** Half of an interval that holds the truth in 95 of 100 such logs. */
const within = computed(() =>
  fit.speedInterval === null ? '' : ` ± ${show(fit.speedInterval[1] - fit.speed, 'speed', { figures: 2 })} (95 %)`,
)
const short = (value: number) => show(value, 'length', { unit: 'mm', figures: 2 })
const scatterText = computed(() => {
  if (fit.scatter === null) return ''
  const [low, high] = fit.scatterInterval ?? []
  const range =
    low === undefined || high === undefined
      ? ''
      : runWords('resultsChart.from95', { low: short(low), high: short(high) })
  return runWords('resultsChart.spread', { scatter: short(fit.scatter), range })
})
const text = computed(() =>
  runWords('resultsChart.markMark', {
    speed: show(fit.speed, 'speed'),
    within: within.value,
    delayAtMark: show(fit.delayAtMark, 'time', { figures: 4 }),
    scatterText: scatterText.value,
  }),
)
</script>

<template>
  <figure>
    <div class="h-44">
      <Line
        :data="data"
        :options="options"
        role="img"
        :aria-label="runWords('resultsChart.positionAgainstDelayTakes', { points: fit.points.length, text })"
      />
    </div>
    <figcaption class="text-[12px]" data-testid="fit">
      {{ text
      }}<template v-if="outliers.length > 0">{{
        runWords('resultsChart.leftOutOutliersTake', { outliers: outliers.join(', ') })
      }}</template>
    </figcaption>
  </figure>
</template>
