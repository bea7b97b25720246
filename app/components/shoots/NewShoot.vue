<script setup lang="ts">
import { shootsWords } from '~~/shared/texts/pages/shoots'

/** Asks for a new shoot. */
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <UModal
    :open="true"
    :title="shootsWords('newShoot.newShoot')"
    :description="shootsWords('newShoot.oneDayOneJob')"
    @update:open="emit('close')"
  >
    <template #body>
      <ShootsShootForm @done="emit('close')" />
    </template>
  </UModal>
</template>
