<script setup lang="ts">
import type { Mistake } from '~~/shared/schemas/validate'
import { shellWords } from '~~/shared/texts/pages/shell'

/** Mistakes of a file or a body, each with its field; past `most` they are counted. */
const { mistakes, most = Infinity } = defineProps<{ mistakes: readonly Mistake[]; most?: number }>()
</script>

<template>
  <ul v-if="mistakes.length > 0" class="text-[13px]">
    <li v-for="m in mistakes.slice(0, most)" :key="m.field + m.reason">
      {{ m.field ? `${m.field}: ` : '' }}{{ m.reason }}
    </li>
    <li v-if="mistakes.length > most">{{ shellWords('mistakeList.more', { mistakes: mistakes.length - most }) }}</li>
  </ul>
</template>
