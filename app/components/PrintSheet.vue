<script setup lang="ts">
import { shellWords } from '~~/shared/texts/pages/shell'

/** A page that is printed: its heading with what is not printed, or why there is none yet. */
const {
  failure,
  ready,
  waiting,
  label,
  title,
  back,
  to,
  width = '46rem',
} = defineProps<{
  failure: string
  ready: boolean
  /** What is said until it is ready. */
  waiting: string
  label: string
  title: string
  back: string
  to: string
  width?: string
}>()
const print = (): void => window.print()
</script>

<template>
  <div class="scrolls h-full bg-(--sheet)">
    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">{{ shellWords('printSheet.backShoots') }}</NuxtLink>
    </p>
    <article v-else-if="ready" class="print-page" :style="{ maxWidth: width }" :aria-label="label">
      <header class="mb-2 flex items-baseline gap-3 border-b border-(--ink) pb-2">
        <div class="flex-1">
          <h1 class="text-xl font-semibold">
            {{ title }}
          </h1>
          <p class="text-[13px] text-(--ink-soft)" data-testid="summary">
            <slot name="summary" />
          </p>
        </div>
        <slot name="actions" />
        <UButton
          class="no-print"
          icon="i-lucide-printer"
          size="xs"
          variant="outline"
          :label="shellWords('printSheet.print')"
          @click="print"
        />
        <UButton class="no-print" icon="i-lucide-arrow-left" size="xs" variant="ghost" :label="back" :to="to" />
      </header>
      <slot />
    </article>
    <p v-else class="p-8 text-(--ink-soft)" role="status">
      {{ waiting }}
    </p>
  </div>
</template>

<style scoped>
.print-page {
  margin: 0 auto;
  padding: 22px 20px 40px;
}
@media print {
  .print-page {
    padding: 0;
    max-width: none !important;
  }
}
</style>
