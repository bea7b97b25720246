<script setup lang="ts">
import { logWords } from '~~/shared/texts/pages/log'
import type { TakenPicture } from './TwoUp.vue'

/** Two pictures beside each other, as large as the screen allows. */
const { pair } = defineProps<{ pair: [TakenPicture, TakenPicture] }>()
const emit = defineEmits<{ closed: [] }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <UModal
    v-model:open="open"
    :title="logWords('logPage.twoPicturesCompared')"
    :ui="{ content: 'max-w-[1240px] w-[96vw]' }"
    @update:open="now => now || emit('closed')"
  >
    <template #body>
      <PicturesTwoUp :pair="pair" />
    </template>
  </UModal>
</template>
