<script setup lang="ts">
/** Every key, on `?`; and the two keys that go to a page. */
const open = ref(false)
/** The list is read when it is first asked for, and stays. */
const asked = ref(false)
function show(): void {
  asked.value = true
  open.value = true
}
let waiting = ''
usePageKeys(event => {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === '?') {
    event.preventDefault()
    show()
    return
  }
  const went = waiting
  waiting = event.key === 'g' ? 'g' : ''
  if (went !== 'g') return
  const to = (
    { s: '/', l: '/log', k: '/kit', m: '/lab', p: '/practice', d: '/devices', w: '/glossary' } as Record<string, string>
  )[event.key]
  if (to) {
    event.preventDefault()
    void navigateTo(to)
  }
})
</script>

<template>
  <UButton variant="ghost" size="xs" icon="i-lucide-keyboard" aria-label="Keys" class="max-sm:hidden" @click="show" />
  <LazyKeyList v-if="asked" v-model:open="open" />
</template>
