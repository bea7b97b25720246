<script setup lang="ts">
/** How far a set-up is, as a word and as boxes that fill. */
const STAGES = ['planned', 'tested', 'calibrated', 'shot'] as const
const { stage } = defineProps<{ stage: (typeof STAGES)[number] }>()
</script>

<template>
  <span class="whitespace-nowrap">
    <span class="steps" aria-hidden="true"
      ><i v-for="(one, i) in STAGES" :key="one" :class="{ on: i <= STAGES.indexOf(stage) }" /></span
    >{{ stage }}
  </span>
</template>

<style scoped>
.steps {
  display: inline-flex;
  gap: 2px;
  margin-right: 4px;
}
.steps i {
  width: 7px;
  height: 7px;
  border: 1px solid var(--ink);
  display: block;
}
.steps i.on {
  background: var(--ink);
}
</style>
