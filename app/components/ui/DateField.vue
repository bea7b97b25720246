<script setup lang="ts">
import { shellWords } from '~~/shared/texts/pages/shell'

/** A day, or none: an empty one says “any”, where the browser's own would show nothing or a pattern. */
const day = defineModel<string>({ required: true })
defineOptions({ inheritAttrs: false })
</script>

<template>
  <span class="field">
    <input v-model="day" v-bind="$attrs" type="date" class="date" :data-empty="day === ''" />
    <span v-if="day === ''" class="any" aria-hidden="true">{{ shellWords('dateField.any') }}</span>
  </span>
</template>

<style scoped>
.field {
  position: relative;
  display: inline-flex;
  border-bottom: 1px solid var(--hair-strong);
  padding: 2px 0;
}
.field .date {
  font-size: 12px;
  color: var(--ink);
}
.field .date[data-empty='true']:not(:focus) {
  color: transparent;
}
.any {
  position: absolute;
  left: 4px;
  top: 3px;
  font-size: 12px;
  color: var(--ink);
  pointer-events: none;
}
.field:focus-within .any {
  display: none;
}
</style>
