<script setup lang="ts">
/** Asks for a new shoot. */
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <UModal
    :open="true"
    title="New shoot"
    description="One day or one job, with a set-up for each picture"
    @update:open="emit('close')"
  >
    <template #body>
      <ShootsShootForm @done="emit('close')" />
    </template>
  </UModal>
</template>
