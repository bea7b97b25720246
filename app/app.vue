<script setup lang="ts">
const preferences = usePreferencesStore()
const route = useRoute()
// A tab that was closed in the dark leaves the dark behind.
onMounted(() => {
  if (!route.path.endsWith('/run')) preferences.leaveDark()
})
</script>

<template>
  <UApp>
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
  </UApp>
</template>
