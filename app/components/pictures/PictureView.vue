<script setup lang="ts">
import { pictureUrl } from '~/services/pictureQueue'
import { picturesWords } from '~~/shared/texts/pages/pictures'

/** A picture that is kept; deep red alone in the safelight. */
const {
  id,
  size = 'full',
  alt,
  fit = 'contain',
} = defineProps<{ id: string; size?: 'full' | 'small' | 'thumb'; alt: string; fit?: 'contain' | 'cover' }>()
const failed = ref(false)
watch(
  () => id,
  () => {
    failed.value = false
  },
)
</script>

<template>
  <span class="picture reddened">
    <img
      v-if="!failed"
      :key="id"
      :src="pictureUrl(id, size)"
      :alt="alt"
      :style="{ objectFit: fit }"
      decoding="async"
      @error="failed = true"
    />
    <span v-else class="p-2 text-[12px]">{{ picturesWords('pictureView.pictureCouldNotLoaded') }}</span>
  </span>
</template>

<style scoped>
.picture {
  display: block;
  position: relative;
  isolation: isolate;
  background: #000;
  overflow: hidden;
  height: 100%;
  width: 100%;
}
.picture img {
  display: block;
  width: 100%;
  height: 100%;
}
</style>
