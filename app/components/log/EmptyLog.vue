<script setup lang="ts">
import { logWords } from '~~/shared/texts/pages/log'

/** What an empty log will hold, and where its first take comes from. */
const HOLDS: readonly [column: string, what: string][] = [
  ['Delay', logWords('emptyLog.delayDialledNextPlanned')],
  ['Verdict', logWords('emptyLog.earlyTimeLateWhether')],
  [logWords('emptyLog.pastMark'), logWords('emptyLog.howFarPastMark')],
  ['Pictures', logWords('emptyLog.takeFromTetheredFolder')],
  ['Note', logWords('emptyLog.yourWordsWhatWas')],
]
const GROWS = [
  logWords('emptyLog.correctDelaySpreadTakes'),
  logWords('emptyLog.whichTakesOutliersWhether'),
  logWords('emptyLog.chartsDayRecipeDelay'),
]
</script>

<template>
  <section aria-labelledby="empty-log" data-testid="empty-log" class="max-w-prose text-[13px]">
    <h2 id="empty-log" class="mb-1 text-xl font-semibold">{{ logWords('emptyLog.noTakesYet') }}</h2>
    <p class="mb-3 text-(--ink-soft)">
      {{ logWords('emptyLog.takesFromAllShoots') }}
    </p>
    <dl class="mb-3 grid grid-cols-[7rem_1fr] gap-x-4">
      <template v-for="[column, what] in HOLDS" :key="column">
        <dt class="border-t border-(--hair) py-1 font-semibold">{{ column }}</dt>
        <dd class="border-t border-(--hair) py-1">{{ what }}</dd>
      </template>
    </dl>
    <p class="mb-1 text-(--ink-soft)">{{ logWords('emptyLog.fromYourTakesEpiro') }}</p>
    <ul class="mb-4 list-disc pl-5">
      <li v-for="line in GROWS" :key="line">{{ line }}</li>
    </ul>
    <p class="flex flex-wrap gap-2">
      <UButton :label="logWords('emptyLog.chooseSetUpRun')" to="/" />
      <UButton :label="logWords('emptyLog.practiseBench')" to="/practice" variant="outline" />
    </p>
  </section>
</template>
