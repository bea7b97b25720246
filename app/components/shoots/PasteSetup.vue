<script setup lang="ts">
import { shootsWords } from '~~/shared/texts/pages/shoots'

/** Takes a set-up as text. */
const emit = defineEmits<{ paste: [text: string]; close: [] }>()
const pasted = ref('')
</script>

<template>
  <UModal
    :open="true"
    :title="shootsWords('pasteSetup.pasteSetUp')"
    :description="shootsWords('pasteSetup.copiedFromSetUp')"
    @update:open="emit('close')"
  >
    <template #body>
      <form class="grid gap-3" @submit.prevent="emit('paste', pasted)">
        <UTextarea
          v-model="pasted"
          :rows="8"
          class="w-full"
          :aria-label="shootsWords('pasteSetup.setUpText')"
          :placeholder="shootsWords('pasteSetup.pasteHere')"
        />
        <div>
          <UButton type="submit" :label="shootsWords('pasteSetup.addSetUp')" :disabled="pasted.trim() === ''" />
        </div>
      </form>
    </template>
  </UModal>
</template>
