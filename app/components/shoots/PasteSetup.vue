<script setup lang="ts">
/** Takes a set-up as text. */
const emit = defineEmits<{ paste: [text: string]; close: [] }>()
const pasted = ref('')
</script>

<template>
  <UModal
    :open="true"
    title="Paste a set-up"
    description="Copied from a set-up in this studio or any other"
    @update:open="emit('close')"
  >
    <template #body>
      <form class="grid gap-3" @submit.prevent="emit('paste', pasted)">
        <UTextarea v-model="pasted" :rows="8" class="w-full" aria-label="Set-up as text" placeholder="Paste here" />
        <div><UButton type="submit" label="Add set-up" :disabled="pasted.trim() === ''" /></div>
      </form>
    </template>
  </UModal>
</template>
