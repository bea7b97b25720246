<script setup lang="ts">
import { KEYS } from '~~/shared/texts/keys'
import { shellWords } from '~~/shared/texts/pages/shell'

/** Every key, on `?`; the search over everything, on `/`; and the two keys that go to a page. */
const open = ref(false)
/** The list is read when it is first asked for, and stays. */
const asked = ref(false)
function show(): void {
  asked.value = true
  open.value = true
}
const finding = ref(false)
const askedFor = ref(false)
function find(): void {
  askedFor.value = true
  finding.value = true
}
let waiting = ''
const goTo = (path: string) => (): void => void navigateTo(path)
usePageKeys(event => {
  const before = waiting
  waiting = keyOf(event) === 'g' ? 'g ' : ''
  if (pressed(KEYS.anywhere, event, { help: show, find }) || before === '') return
  pressed(
    KEYS.goTo,
    event,
    {
      shoots: goTo('/'),
      log: goTo('/log'),
      kit: goTo('/kit'),
      lab: goTo('/lab'),
      practice: goTo('/practice'),
      people: goTo('/devices'),
      glossary: goTo('/glossary'),
    },
    before,
  )
})
</script>

<template>
  <UButton
    variant="ghost"
    size="xs"
    icon="i-lucide-search"
    :aria-label="shellWords('keyHelp.findAnything')"
    :title="shellWords('keyHelp.search')"
    @click="find"
  />
  <UButton
    variant="ghost"
    size="xs"
    icon="i-lucide-keyboard"
    :aria-label="shellWords('keyHelp.keys')"
    class="max-sm:hidden"
    @click="show"
  />
  <LazyKeyList v-if="asked" v-model:open="open" />
  <LazyFindPalette v-if="askedFor" v-model:open="finding" @keys="show" />
</template>
