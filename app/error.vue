<script setup lang="ts">
import type { NuxtError } from '#app'

/** What stands where a page cannot be opened at all. */
const { error } = defineProps<{ error: NuxtError }>()
const missing = computed(() => error.statusCode === 404)
const title = computed(() => (missing.value ? 'There is no such page' : 'This page could not be opened'))
useHead({ title: () => `${title.value} · Epiro` })
const back = (): Promise<void> => clearError({ redirect: '/' })
const again = (): void => location.reload()
</script>

<template>
  <main class="mx-auto grid max-w-xl gap-3 px-6 py-16">
    <h1 class="text-2xl font-semibold">{{ title }}</h1>
    <p v-if="!missing">
      {{ error.message || 'The server did not answer.' }} What was not saved is kept on this device.
    </p>
    <p class="flex gap-4">
      <button type="button" class="underline" @click="back">Go to Shoots</button>
      <button v-if="!missing" type="button" class="underline" @click="again">Try again</button>
    </p>
  </main>
</template>
