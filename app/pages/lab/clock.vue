<script setup lang="ts">
import { CLOCK, CLOCK_BITS, cellAt, grayOf } from '~~/core/lab'
import { labWords } from '~~/shared/texts/pages/lab'

/**
 * The running clock: counts the screen's own pictures since it set itself off, in cells that a tool of the Lab reads.
 * Its corner turns white, and it clicks, as it starts: a light or sound sensor there fires the camera.
 */
definePageMeta({ layout: false })
const { show } = useNumbers()
useHead({ title: labWords('clock.screenClockEpiro') })
const canvas = useTemplateRef('canvas')
const rate = ref<number | null>(null)
const count = ref(-1)
const INTERVAL = 4000
let first = 0
let going = true

function draw(context: CanvasRenderingContext2D, now: number): void {
  const { width, height } = context.canvas
  context.fillStyle = '#000'
  context.fillRect(0, 0, width, height)
  context.fillStyle = '#fff'
  const [bx, by] = [width * CLOCK.border, height * CLOCK.border]
  context.fillRect(0, 0, width, by)
  context.fillRect(0, height - by, width, by)
  context.fillRect(0, 0, bx, height)
  context.fillRect(width - bx, 0, bx, height)
  const gray = grayOf(Math.max(0, now))
  const wide = ((CLOCK.right - CLOCK.left) / CLOCK_BITS) * width * CLOCK.cell
  for (let bit = 0; bit < CLOCK_BITS; bit++)
    for (const row of [0, 1] as const) {
      const lit = ((gray >> (CLOCK_BITS - 1 - bit)) & 1) === 1
      if ((row === 0) !== lit) continue
      const { x, y } = cellAt(bit, row)
      context.fillRect(x * width - wide / 2, y * height - height * 0.1, wide, height * 0.2)
    }
}

let audio: AudioContext | null = null
function click(): void {
  if (!audio) return
  const source = audio.createBufferSource()
  const buffer = audio.createBuffer(1, 480, audio.sampleRate)
  const data = buffer.getChannelData(0)
  for (let i = 0; i < data.length; i++) data[i] = (Math.random() * 2 - 1) * Math.exp(-i / 60)
  source.buffer = buffer
  source.connect(audio.destination)
  source.start()
}

const running = ref(false)
function begin(): void {
  running.value = true
  audio ??= new AudioContext()
  first = 0
}
let last = 0
let frames = 0
let measuredFrom = 0
function tick(time: number): void {
  if (!going) return
  if (measuredFrom === 0) measuredFrom = time
  frames++
  if (time - measuredFrom > 1000) {
    rate.value = (frames * 1000) / (time - measuredFrom)
    measuredFrom = time
    frames = 0
  }
  const context = canvas.value?.getContext('2d')
  if (context) {
    if (running.value && (first === 0 || time - last > INTERVAL)) {
      first = 1
      last = time
      count.value = 0
      click()
    } else if (running.value) count.value++
    draw(context, running.value ? count.value : 0)
  }
  requestAnimationFrame(tick)
}
onMounted(() => requestAnimationFrame(tick))
onBeforeUnmount(() => {
  going = false
  void audio?.close()
})
</script>

<template>
  <div class="page">
    <canvas ref="canvas" width="1200" height="675" role="img" :aria-label="labWords('clock.screenClock')" />
    <div class="foot">
      <i class="corner" :class="{ lit: running && count >= 0 && count < 6 }" />
      <p>
        {{ labWords('clock.pointSensorWhiteCorner') }}
      </p>
      <button type="button" @click="running ? (running = false) : begin()">
        {{ running ? labWords('clock.stop') : labWords('clock.start') }}
      </button>
      <p role="status">
        {{
          rate === null
            ? labWords('clock.measuringScreen')
            : labWords('clock.refreshesTimesPerSecond', { rate: show(rate, 'number', { figures: 4 }) })
        }}
      </p>
      <NuxtLink to="/lab?tool=clock">{{ labWords('clock.backLab') }}</NuxtLink>
    </div>
  </div>
</template>

<style scoped>
.page {
  background: #000;
  color: #999;
  min-height: 100dvh;
  display: grid;
  align-content: start;
  justify-items: center;
  gap: 10px;
  padding: 10px;
  font-size: 13px;
}
canvas {
  width: min(100%, calc((100dvh - 110px) * 16 / 9));
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 18px;
}
.corner {
  width: 70px;
  height: 50px;
  background: #000;
  outline: 1px solid #333;
}
.corner.lit {
  background: #fff;
}
button,
a {
  color: #ddd;
  text-decoration: underline;
}
</style>
