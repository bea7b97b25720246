<script setup lang="ts">
import { type Setup, sensorOf } from '~~/core'
import { runWords } from '~~/shared/texts/pages/run'

/**
 * The practice bench on this run: whether it hears us, what it said, its sensor's threshold, and its own language for
 * those who want to speak it.
 */
const { setup, connected, lines } = defineProps<{
  setup: Setup
  connected: boolean
  lines: readonly { from: 'me' | 'bench'; text: string }[]
}>()
const emit = defineEmits<{ say: [string]; threshold: [number] }>()
const threshold = ref('')
const error = ref('')
const line = ref('')
const listens = computed(() => setup.trigger === 'sensor' && sensorOf(setup).fallsBy !== null)
const heard = computed(() =>
  lines
    .filter(l => l.from === 'bench' && l.text !== 'OK')
    .slice(-3)
    .map(l => l.text.replace(/^EVENT /, '').toLowerCase()),
)

function setThreshold(): void {
  const value = Number(threshold.value.replace(',', '.'))
  error.value =
    threshold.value.trim() === '' || !(value > 0 && value <= 1000) ? runWords('benchBar.enterNumberAbove0') : ''
  if (error.value) return
  emit('threshold', value)
  threshold.value = ''
}
function speak(): void {
  if (line.value.trim() !== '') emit('say', line.value.trim())
  line.value = ''
}
</script>

<template>
  <section
    class="grid gap-1 border-t border-(--hair) pt-2 text-left text-[13px]"
    :aria-label="runWords('benchBar.practiceBench')"
  >
    <p role="status" data-testid="bench">
      {{
        runWords('benchBar.practiceBench2', {
          noun: connected ? runWords('benchBar.connected') : runWords('benchBar.notConnected'),
          heard: heard.length > 0 ? `: ${heard.join(', ')}` : '',
        })
      }}
    </p>
    <form v-if="listens" class="flex items-baseline gap-2" @submit.prevent="setThreshold">
      <label for="threshold">{{
        runWords('benchBar.thresholdNow', { threshold: setup.sensor.threshold ?? runWords('benchBar.notSet') })
      }}</label><UInput
        id="threshold"
        v-model="threshold"
        variant="none"
        class="w-20"
        inputmode="decimal"
        autocomplete="off"
      /><UButton variant="link" type="submit">
        {{ runWords('benchBar.set') }}
      </UButton>
      <span v-if="error" role="alert">{{ error }}</span>
    </form>
    <details>
      <summary class="cursor-pointer">{{ runWords('benchBar.benchMessages') }}</summary>
      <ol class="wire" :aria-label="runWords('benchBar.lines')">
        <li v-for="(said, i) in lines.slice(-12)" :key="i">
          <span aria-hidden="true">{{ said.from === 'me' ? '›' : '‹' }}</span> {{ said.text }}
        </li>
      </ol>
      <form class="flex items-baseline gap-2" @submit.prevent="speak">
        <label for="line">{{ runWords('benchBar.say') }}</label><UInput
          id="line"
          v-model="line"
          variant="none"
          class="min-w-0 flex-1"
          :placeholder="runWords('benchBar.status')"
          autocomplete="off"
        />
      </form>
    </details>
  </section>
</template>

<style scoped>
.wire {
  font-size: 12px;
  font-stretch: 84%;
  max-height: 190px;
  overflow-y: auto;
}
</style>
