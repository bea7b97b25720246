<script setup lang="ts">
import type { ShootInput } from '~~/shared/schemas/records'
import { shootSchema } from '~~/shared/schemas/records'
import { ApiError } from '~/services/api'

const emit = defineEmits<{ done: [] }>()
const shoots = useShootsStore()
const state = reactive<ShootInput>({ name: '', date: localDay(), place: '', notes: '' })
const failure = ref('')

async function submit(): Promise<void> {
  failure.value = ''
  try {
    await shoots.create({ ...state, name: state.name.trim() })
    emit('done')
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : 'The shoot was not saved'
  }
}
</script>

<template>
  <UForm :schema="shootSchema" :state="state" class="grid gap-3" @submit="submit">
    <UFormField label="Name" name="name" required>
      <UInput v-model="state.name" class="w-full" autofocus />
    </UFormField>
    <UFormField label="Day" name="date" required>
      <UInput v-model="state.date" type="date" class="w-full" />
    </UFormField>
    <UFormField label="Place" name="place">
      <UInput v-model="state.place" class="w-full" />
    </UFormField>
    <UFormField label="Notes" name="notes">
      <UTextarea v-model="state.notes" :rows="3" class="w-full" />
    </UFormField>
    <p v-if="failure" role="alert" class="text-sm text-(--bad)">
      {{ failure }}
    </p>
    <div>
      <UButton type="submit" label="Save shoot" />
    </div>
  </UForm>
</template>
