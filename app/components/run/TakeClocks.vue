<script setup lang="ts">
import type { BufferState } from '~~/core'
import { runWords } from '~~/shared/texts/pages/run'

/** The open shutter's clock, the lights' count-down, and the buffer of a burst. */
const { open, longest, charging, buffer } = defineProps<{
  open: number | null
  longest: number
  charging: number
  buffer: BufferState | null
}>()
const { show } = useNumbers()

/** A clock that runs: always one digit after the point, so that it does not jump. */
const tenths = (seconds: number): string => seconds.toFixed(1)

/** s beyond which nobody waits to see the room show. */
const NEVER_SHOWS = 600
</script>

<template>
  <div class="clocks">
    <div v-if="open !== null">
      <p class="text-[12px]">{{ runWords('takeClocks.shutterOpen') }}</p>
      <p class="clock" :class="{ over: open > longest }" data-testid="open">
        {{ tenths(open) }}<span class="unit-small"> s</span>
      </p>
      <p class="text-[12px]">
        {{
          longest > NEVER_SHOWS
            ? runWords('takeClocks.roomLightWillNot')
            : runWords('takeClocks.roomLightShowsAfter', { longest: show(longest, 'time') })
        }}
      </p>
    </div>
    <div v-if="charging > 0">
      <p class="text-[12px]">{{ runWords('takeClocks.flashesReady') }}</p>
      <p class="clock">{{ tenths(charging) }}<span class="unit-small"> s</span></p>
    </div>
    <div v-if="buffer" data-testid="buffer">
      <p class="text-[12px]">{{ runWords('takeClocks.buffer') }}</p>
      <p class="clock" :class="{ over: buffer.left === 0 }">
        {{ buffer.frames }}<span class="unit-small"> {{ runWords('takeClocks.of', { of: buffer.of }) }}</span>
      </p>
      <p class="text-[12px]">
        {{
          buffer.left === 0
            ? runWords('takeClocks.fullStopBurst')
            : runWords('takeClocks.full', { left: show(buffer.left, 'time') })
        }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.clocks {
  display: flex;
  justify-content: center;
  gap: 40px;
  min-height: 20px;
}
.clocks:not(:has(*)) {
  min-height: 0;
}
.clock {
  font-size: 50px;
  line-height: 1;
  font-weight: 560;
  font-stretch: 86%;
}
.clock.over {
  text-decoration: underline;
}
</style>
