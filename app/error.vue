<script setup lang="ts">
import type { NuxtError } from '#app'
import { shellWords } from '~~/shared/texts/pages/shell'

/** What stands where a page cannot be opened at all. */
const { error } = defineProps<{ error: NuxtError }>()
const missing = computed(() => error.statusCode === 404)
const title = computed(() =>
  missing.value ? shellWords('error.thereNoSuchPage') : shellWords('error.pageCouldNotOpened'),
)
useHead({ title: () => shellWords('error.epiro', { title: title.value }) })
const back = (): Promise<void> => clearError({ redirect: '/' })
const again = (): void => location.reload()
</script>

<template>
  <main class="mx-auto grid max-w-xl gap-3 px-6 py-16">
    <h1 class="text-2xl font-semibold">{{ title }}</h1>
    <p v-if="!missing">
      {{ shellWords('error.whatWasNotSaved', { message: error.message || shellWords('error.serverDidNotAnswer') }) }}
    </p>
    <p class="flex gap-4">
      <button type="button" class="underline" @click="back">{{ shellWords('error.goShoots') }}</button>
      <button v-if="!missing" type="button" class="underline" @click="again">{{ shellWords('error.tryAgain') }}</button>
    </p>
  </main>
</template>
