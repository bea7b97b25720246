<script setup lang="ts">
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import type { LogEntry } from '~/services/api'
import { logWords } from '~~/shared/texts/pages/log'

/** Takes as pictures side by side, as many as fit; two of them are looked at together. */
const { entries, chosen } = defineProps<{
  entries: readonly LogEntry[]
  /** Pictures picked for looking at together, by id. */
  chosen: readonly string[]
}>()
const emit = defineEmits<{ choose: [entry: LogEntry, picture: LogEntry['pictures'][number]] }>()
const { show } = useNumbers()
const frames = computed(() => entries.flatMap(entry => entry.pictures.map(picture => ({ entry, picture }))))
</script>

<template>
  <ul class="sheet" :aria-label="logWords('contactSheet.contactSheet')">
    <li v-for="{ entry, picture } in frames" :key="picture.id" data-testid="frame">
      <button
        type="button"
        class="frame"
        :class="{ chosen: chosen.includes(picture.id), keeper: entry.keeper }"
        :aria-pressed="chosen.includes(picture.id)"
        :aria-label="logWords('contactSheet.selectTakeCompare', { number: entry.number, setupName: entry.setupName })"
        @click="emit('choose', entry, picture)"
      >
        <PicturesPictureView :id="picture.id" size="thumb" fit="cover" alt="" />
      </button>
      <p class="narrow truncate text-[12px]">
        <NuxtLink :to="`/setups/${entry.setupId}`" class="hover:underline">{{ entry.setupName }}</NuxtLink>
      </p>
      <p class="narrow text-[11px] text-(--ink-soft)">
        {{
          logWords('contactSheet.take', {
            number: entry.number,
            delay: show(entry.delay, 'time', { figures: 4 }),
            keeper: entry.keeper ? logWords('contactSheet.keeper') : VERDICT_LABELS[entry.verdict].toLowerCase(),
          })
        }}
      </p>
    </li>
  </ul>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 14px 10px;
}
.frame {
  display: block;
  width: 100%;
  aspect-ratio: 3 / 2;
  cursor: pointer;
  outline-offset: 2px;
  border-bottom: 3px solid transparent;
}
.frame.keeper {
  border-bottom-color: var(--ink);
}
.frame.chosen {
  outline: 2px solid var(--ink);
}
</style>
