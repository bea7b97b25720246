<script setup lang="ts">
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import type { LogEntry } from '~/services/api'
import { logWords } from '~~/shared/texts/pages/log'

/** Takes of the log, a row each, with their pictures. */
const { entries, isChosen } = defineProps<{
  entries: readonly LogEntry[]
  /** Whether a picture is selected to be compared. */
  isChosen: (id: string) => boolean
}>()
const emit = defineEmits<{ choose: [LogEntry, LogEntry['pictures'][number]]; attach: [LogEntry, File[]] }>()
const { show } = useNumbers()
const { when } = useDates()

const chooseText = (entry: LogEntry, name: string): string =>
  logWords('logTable.selectTakeCompare', { name, number: entry.number, setupName: entry.setupName })
const judged = (entry: LogEntry): string =>
  (['sharp', 'exposed', 'clean'] as const)
    .filter(key => entry[key] === false)
    .map(key => logWords('logTable.not', { key }))
    .join(', ')
</script>

<template>
  <table class="log w-full text-[13px]">
    <thead class="text-left text-[12px] text-(--ink-soft)">
      <tr>
        <th>{{ logWords('logTable.fired') }}</th>
        <th>{{ logWords('logTable.setUp') }}</th>
        <th class="text-right">{{ logWords('logTable.no') }}</th>
        <th class="text-right">{{ logWords('logTable.delay') }}</th>
        <th class="text-right">{{ logWords('logTable.planned') }}</th>
        <th>{{ logWords('logTable.verdict') }}</th>
        <th class="text-right">{{ logWords('logTable.pastMark') }}</th>
        <th>{{ logWords('logTable.pictures') }}</th>
        <th>{{ logWords('logTable.note') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="entry in entries" :key="entry.id" class="border-t border-(--hair) align-top" data-testid="log-take">
        <td class="whitespace-nowrap">
          {{ when(entry.firedAt) }}
          <span v-if="entry.by" class="narrow block text-[11px] text-(--ink-faint)">{{ entry.by }}</span>
        </td>
        <td>
          <NuxtLink :to="`/setups/${entry.setupId}`" class="underline decoration-(--hair-strong) underline-offset-3">{{
            entry.setupName
          }}</NuxtLink>
          <span class="narrow block text-[11px] text-(--ink-faint)">{{ entry.shootName }}</span>
        </td>
        <td class="text-right">
          {{ entry.number }}
        </td>
        <td class="text-right whitespace-nowrap">
          {{ show(entry.delay, 'time', { figures: 4 }) }}
        </td>
        <td class="text-right whitespace-nowrap text-(--ink-soft)">
          {{ entry.planned === null ? '–' : show(entry.planned, 'time', { figures: 4 }) }}
        </td>
        <td class="whitespace-nowrap">
          {{ VERDICT_LABELS[entry.verdict] }}<strong v-if="entry.keeper">{{ logWords('logTable.keeper') }}</strong>
        </td>
        <td class="text-right whitespace-nowrap">
          {{ entry.position === null ? '–' : show(entry.position, 'length', { unit: 'mm' }) }}
        </td>
        <td class="whitespace-nowrap">
          <span class="flex flex-wrap items-center gap-1">
            <button
              v-for="picture in entry.pictures"
              :key="picture.id"
              type="button"
              class="thumb"
              :class="{ chosen: isChosen(picture.id) }"
              :aria-pressed="isChosen(picture.id)"
              :aria-label="chooseText(entry, picture.name)"
              @click="emit('choose', entry, picture)"
            >
              <PicturesPictureView :id="picture.id" size="thumb" fit="cover" alt="" />
            </button>
            <PicturesAddPictures
              :take="entry.id"
              :label="logWords('logTable.addPicturesTake', { number: entry.number, setupName: entry.setupName })"
              @files="emit('attach', entry, $event)"
            />
          </span>
        </td>
        <td class="text-(--ink-soft)">
          {{ [judged(entry), entry.note].filter(text => text !== '').join('; ') }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.log th {
  font-weight: 400;
  padding: 3px 14px 3px 0;
}
.log td {
  padding: 3px 14px 3px 0;
}
.thumb {
  width: 54px;
  height: 36px;
  cursor: pointer;
  outline-offset: 1px;
}
.thumb.chosen {
  outline: 2px solid var(--ink);
}
</style>
