<script setup lang="ts">
import type { Recipe } from '~~/core'

/** The picture that a recipe's own set-up gives, and a glimpse of it until it has come; red alone in the safelight. */
const { recipe, alt = '' } = defineProps<{ recipe: Recipe; alt?: string }>()
</script>

<template>
  <span
    class="reddened block overflow-hidden bg-[#0b0b0c] bg-cover"
    :style="{ backgroundImage: `url(${recipeGlimpse(recipe)})` }"
  >
    <img
      :src="`/recipes/${recipe}.avif`"
      :alt="alt"
      width="480"
      height="320"
      decoding="async"
      loading="lazy"
      class="block h-full w-full object-cover"
    />
  </span>
</template>
