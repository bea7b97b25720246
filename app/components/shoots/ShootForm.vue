<script setup lang="ts">
import type { ShootInput } from '~~/shared/schemas/records'
import { shootSchema } from '~~/shared/schemas/records'
import { ApiError } from '~/services/api'
import { shootsWords } from '~~/shared/texts/pages/shoots'

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
    failure.value = error instanceof ApiError ? error.message : shootsWords('shootForm.shootWasNotSaved')
  }
}
</script>

<template>
  <UForm :schema="shootSchema" :state="state" class="grid gap-3" @submit="submit">
    <UFormField :label="shootsWords('shootForm.name')" name="name" required>
      <UInput v-model="state.name" class="w-full" autofocus />
    </UFormField>
    <UFormField :label="shootsWords('shootForm.day')" name="date" required>
      <UInput v-model="state.date" type="date" class="w-full" />
    </UFormField>
    <UFormField :label="shootsWords('shootForm.place')" name="place">
      <UInput v-model="state.place" class="w-full" />
    </UFormField>
    <UFormField :label="shootsWords('shootForm.notes')" name="notes">
      <UTextarea v-model="state.notes" :rows="3" class="w-full" />
    </UFormField>
    <p v-if="failure" role="alert" class="text-sm text-(--bad)">
      {{ failure }}
    </p>
    <div>
      <UButton type="submit" :label="shootsWords('shootForm.saveShoot')" />
    </div>
  </UForm>
</template>
