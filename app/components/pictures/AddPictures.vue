<script setup lang="ts">
/** Chooses files for a take. */
const { label, take, worded = false } = defineProps<{ label: string; take: string; worded?: boolean }>()
const emit = defineEmits<{ files: [File[]] }>()
const input = useTemplateRef<HTMLInputElement>('input')
function chosen(): void {
  const files = [...(input.value?.files ?? [])]
  if (input.value) input.value.value = ''
  if (files.length > 0) emit('files', files)
}
</script>

<template>
  <span>
    <UButton v-if="worded" variant="link" class="py-1 text-[14px]" @click="input?.click()">{{ label }}</UButton>
    <UButton v-else size="xs" variant="ghost" icon="i-lucide-image-plus" :aria-label="label" @click="input?.click()" />
    <input
      ref="input"
      type="file"
      accept="image/jpeg,image/png,image/webp"
      multiple
      class="hidden"
      :data-take="take"
      @change="chosen"
    />
  </span>
</template>
