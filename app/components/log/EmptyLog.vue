<script setup lang="ts">
/** What an empty log will hold, and where its first take comes from. */
const HOLDS: readonly [column: string, what: string][] = [
  ['Delay', 'the delay dialled, next to the planned one'],
  ['Verdict', 'early, on time or late, and whether it is a keeper'],
  ['Past the mark', 'how far past the mark the object was, if the picture shows it'],
  ['Pictures', 'of that take, from the tethered folder, a phone or a file'],
  ['Note', 'in your words: what was changed, what broke'],
]
const GROWS = [
  'the correct delay, and the spread of takes around it',
  'which takes are outliers, and whether the rig drifts',
  'charts by day, by recipe, by delay and by power',
]
</script>

<template>
  <section aria-labelledby="empty-log" data-testid="empty-log" class="max-w-prose text-[13px]">
    <h2 id="empty-log" class="mb-1 text-xl font-semibold">No takes yet</h2>
    <p class="mb-3 text-(--ink-soft)">
      Takes from all shoots appear here, one per line. Log them with one key during a run, or by hand in a set-up.
    </p>
    <dl class="mb-3 grid grid-cols-[7rem_1fr] gap-x-4">
      <template v-for="[column, what] in HOLDS" :key="column">
        <dt class="border-t border-(--hair) py-1 font-semibold">{{ column }}</dt>
        <dd class="border-t border-(--hair) py-1">{{ what }}</dd>
      </template>
    </dl>
    <p class="mb-1 text-(--ink-soft)">From your takes Epiro works out:</p>
    <ul class="mb-4 list-disc pl-5">
      <li v-for="line in GROWS" :key="line">{{ line }}</li>
    </ul>
    <p class="flex flex-wrap gap-2">
      <UButton label="Choose a set-up to run" to="/" />
      <UButton label="Practise on the bench" to="/practice" variant="outline" />
    </p>
  </section>
</template>
