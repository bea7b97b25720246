<script setup lang="ts">
import type { SetupSummary } from '~/services/api'

/** What a set-up is planned to give: its own computed frame, and until that is there what its recipe gives. */
const { setup } = defineProps<{ setup: Pick<SetupSummary, 'id' | 'revision' | 'recipe'> }>()
const seen = ref('')
const source = computed(() => `/api/setups/${setup.id}/frame?revision=${setup.revision}`)
</script>

<template>
  <span class="relative block h-full w-full overflow-hidden">
    <UiRecipePicture v-if="setup.recipe" :recipe="setup.recipe" class="h-full w-full" />
    <span class="reddened absolute inset-0" :class="{ 'opacity-0': seen !== source }">
      <img
        :src="source"
        alt=""
        width="270"
        height="180"
        decoding="async"
        loading="lazy"
        class="block h-full w-full object-cover"
        data-testid="planned-frame"
        @load="seen = source"
      />
    </span>
  </span>
</template>
