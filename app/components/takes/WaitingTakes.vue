<script setup lang="ts">
import { saveTakes } from '~/services/device'
import { VERDICT_LABELS } from '~~/shared/texts/choices'
import { takesWords } from '~~/shared/texts/pages/takes'

/** Takes that the server does not have: why, sent again, or saved as a file. */
const takes = useTakesStore()
const { show } = useNumbers()
const { when } = useDates()
</script>

<template>
  <section
    v-if="takes.queue.length > 0 || takes.ofOthers > 0"
    class="grid gap-1 text-[12px]"
    :aria-label="takesWords('waitingTakes.takesNotSentYet')"
    data-testid="waiting"
  >
    <ul v-if="takes.queue.length > 0">
      <li v-for="{ take, refused, held } in takes.queue" :key="take.key">
        {{ when(take.firedAt) }}, {{ show(take.delay, 'time', { figures: 4 }) }},
        {{ VERDICT_LABELS[take.verdict].toLowerCase() }}{{ take.keeper ? takesWords('waitingTakes.keeper') : '' }}
        <span v-if="refused" role="alert" class="text-(--bad)">{{
          takesWords('waitingTakes.notAccepted', { refused })
        }}</span>
        <span v-else class="text-(--ink-soft)">: {{ held ?? takesWords('waitingTakes.waitingSent') }}</span>
      </li>
    </ul>
    <p v-if="takes.queue.length > 0" class="flex flex-wrap gap-2">
      <UButton size="xs" variant="outline" :label="takesWords('waitingTakes.sendAgain')" @click="takes.sendAgain()" />
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-download"
        :label="takesWords('waitingTakes.saveFile')"
        @click="saveTakes(takes.queue)"
      />
    </p>
    <p v-if="takes.fleeting > 0" role="alert" class="text-(--bad)">
      {{
        takesWords('waitingTakes.browserKeepsNothingGone', {
          fleeting:
            takes.fleeting === 1
              ? takesWords('waitingTakes.oneTake')
              : takesWords('waitingTakes.takes', { fleeting: takes.fleeting }),
          noun: takes.fleeting === 1 ? takesWords('waitingTakes.it') : takesWords('waitingTakes.them'),
          noun2: takes.fleeting === 1 ? takesWords('waitingTakes.it') : takesWords('waitingTakes.them'),
        })
      }}
    </p>
    <p v-if="takes.ofOthers > 0" class="text-(--ink-soft)">
      {{
        takesWords('waitingTakes.fromSomeoneElseDevice', {
          ofOthers: takes.ofOthers,
          noun: takes.ofOthers === 1 ? takesWords('waitingTakes.waits') : takesWords('waitingTakes.wait'),
        })
      }}
    </p>
  </section>
</template>
