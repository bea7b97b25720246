<script setup lang="ts">
import { shellWords } from '~~/shared/texts/pages/shell'

const preferences = usePreferencesStore()
const route = useRoute()
const { offered, take } = useNewVersion()
// A tab that was closed in the dark leaves the dark behind.
onMounted(() => {
  if (!route.path.endsWith('/run')) preferences.leaveDark()
})
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <p v-if="offered && !route.path.endsWith('/run')" role="status" class="new-version">
    {{ shellWords('app.newVersionEpiroHere') }}
    <UButton variant="link" @click="take">{{ shellWords('app.reloadUpdate') }}</UButton>
  </p>
</template>

<style scoped>
.new-version {
  position: fixed;
  right: 12px;
  bottom: 12px;
  padding: 6px 12px;
  border: 1px solid var(--ink);
  background: var(--sheet);
  font-size: 13px;
}
</style>
