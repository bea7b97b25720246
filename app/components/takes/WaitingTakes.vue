<script setup lang="ts">
import { saveTakes } from '~/services/device'
import { VERDICT_LABELS } from '~~/shared/texts/choices'

/** Takes that the server does not have: why, sent again, or saved as a file. */
const takes = useTakesStore()
const { show } = useNumbers()
const { when } = useDates()
</script>

<template>
  <section
    v-if="takes.queue.length > 0 || takes.ofOthers > 0"
    class="grid gap-1 text-[12px]"
    aria-label="Takes not sent yet"
    data-testid="waiting"
  >
    <ul v-if="takes.queue.length > 0">
      <li v-for="{ take, refused, held } in takes.queue" :key="take.key">
        {{ when(take.firedAt) }}, {{ show(take.delay, 'time', { figures: 4 }) }},
        {{ VERDICT_LABELS[take.verdict].toLowerCase() }}{{ take.keeper ? ', keeper' : '' }}
        <span v-if="refused" role="alert" class="text-(--bad)">: not accepted: {{ refused }}</span>
        <span v-else class="text-(--ink-soft)">: {{ held ?? 'waiting to be sent' }}</span>
      </li>
    </ul>
    <p v-if="takes.queue.length > 0" class="flex flex-wrap gap-2">
      <UButton size="xs" variant="outline" label="Send again" @click="takes.sendAgain()" />
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-download"
        label="Save as a file"
        @click="saveTakes(takes.queue)"
      />
    </p>
    <p v-if="takes.fleeting > 0" role="alert" class="text-(--bad)">
      This browser keeps nothing:
      {{ takes.fleeting === 1 ? 'one take is' : `${takes.fleeting} takes are` }} gone if the page is left before the
      server has {{ takes.fleeting === 1 ? 'it' : 'them' }}. Save {{ takes.fleeting === 1 ? 'it' : 'them' }} as a file.
    </p>
    <p v-if="takes.ofOthers > 0" class="text-(--ink-soft)">
      {{ takes.ofOthers }} from someone else {{ takes.ofOthers === 1 ? 'waits' : 'wait' }} on this device; they will be
      sent when that person signs in again.
    </p>
  </section>
</template>
