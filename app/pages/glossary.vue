<script setup lang="ts">
import { GLOSSARY } from '~~/shared/texts/glossary'
import { glossaryWords } from '~~/shared/texts/pages/glossary'

/** Every term, with where it is used and how one finds one's own figure. */
useHead({ title: glossaryWords('glossary.glossaryEpiro') })
const route = useRoute()
const wanted = ref(typeof route.query.term === 'string' ? route.query.term : '')
const shown = computed(() => {
  const words = wanted.value.trim().toLowerCase()
  const found = GLOSSARY.filter(({ term, also, is, here }) =>
    `${term} ${also ?? ''} ${is} ${here}`.toLowerCase().includes(words),
  )
  // The term itself goes before those that speak of it.
  const isIt = ({ term }: (typeof GLOSSARY)[number]): number => (term.toLowerCase() === words ? 0 : 1)
  return [...found].sort((a, b) => isIt(a) - isIt(b))
})
</script>

<template>
  <div class="scrolls h-full">
    <div class="mx-auto max-w-3xl px-6 py-8">
      <div class="mb-4 flex flex-wrap items-baseline gap-4">
        <h1 class="flex-1 text-2xl font-semibold">{{ glossaryWords('glossary.glossary') }}</h1>
        <UInput
          v-model="wanted"
          icon="i-lucide-search"
          :aria-label="glossaryWords('glossary.findTerm')"
          :placeholder="glossaryWords('glossary.findTerm')"
        />
      </div>
      <dl class="grid gap-3 text-[14px]">
        <div v-for="entry in shown" :key="entry.term" class="border-t border-(--hair) pt-2" data-testid="term">
          <dt class="font-semibold">
            {{ entry.term }}<span v-if="entry.also" class="font-normal text-(--ink-soft)"> · {{ entry.also }}</span>
          </dt>
          <dd>
            {{ entry.is }} <span class="text-(--ink-soft)">{{ entry.here }}</span>
          </dd>
        </div>
      </dl>
      <p v-if="shown.length === 0" role="status" class="text-(--ink-soft)">
        {{ glossaryWords('glossary.noTermHasThese') }}
      </p>
    </div>
  </div>
</template>
