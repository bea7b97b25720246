<script setup lang="ts">
import { RECIPES, type Recipe } from '~~/core'
import { RECIPE_LABELS, choiceLabel } from '~/text/choices'
import type { Mistake } from '~~/shared/schemas/validate'
import { ApiError, api } from '~/services/api'
import { readSetupFile } from '~/services/setupFile'

const shoots = useShootsStore()
const adding = ref(false)
const failure = ref('')
useHead({ title: 'Shoots · Epiro' })

const load = async (): Promise<void> => {
  failure.value = ''
  mistakes.value = []
  await shoots.load().catch((error: unknown) => { failure.value = error instanceof ApiError ? error.message : 'The shoots could not be read' })
}
onMounted(load)

async function addSetup(shootId: string, recipe: Recipe): Promise<void> {
  try {
    await navigateTo(`/setups/${await shoots.addSetup(shootId, recipe)}`)
  }
  catch (error) {
    failure.value = error instanceof ApiError ? error.message : 'The set-up could not be made'
  }
}
const file = useTemplateRef<HTMLInputElement>('file')
const mistakes = ref<Mistake[]>([])
let importInto = ''
function chooseFile(shootId: string): void {
  importInto = shootId
  file.value?.click()
}
async function importFile(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  failure.value = ''
  mistakes.value = []
  const checked = await readSetupFile(chosen)
  file.value!.value = ''
  if ('mistakes' in checked) {
    failure.value = `${chosen.name} is no set-up file that can be read`
    mistakes.value = checked.mistakes
    return
  }
  try {
    await navigateTo(`/setups/${(await api.createSetup(importInto, checked.value)).id}`)
  }
  catch (error) {
    failure.value = error instanceof ApiError ? error.message : 'Not imported'
  }
}
async function archive(id: string): Promise<void> {
  await api.archiveSetup(id).catch((error: unknown) => { failure.value = error instanceof ApiError ? error.message : 'Not archived' })
  await load()
}
const menu = (shootId: string) => RECIPES.map(recipe => ({ label: RECIPE_LABELS[recipe]!, onSelect: () => void addSetup(shootId, recipe) }))
const stand = (s: { takes: number, keepers: number, keepersWanted: number }): string => (s.takes === 0 ? 'planned' : s.keepers >= s.keepersWanted ? 'shot' : 'under way')
const day = (date: string): string => new Date(`${date}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' })
</script>

<template>
  <div class="scrolls h-full">
    <div class="mx-auto max-w-4xl px-6 py-8">
      <div class="mb-6 flex items-baseline justify-between">
        <h1 class="text-2xl font-semibold">
          Shoots
        </h1>
        <UButton icon="i-lucide-plus" label="New shoot" @click="adding = true" />
      </div>
      <div v-if="failure" role="alert" class="mb-4 border-l-2 border-(--bad) pl-3 text-(--bad)">
        <p>{{ failure }}</p>
        <ul v-if="mistakes.length > 0" class="text-[13px]">
          <li v-for="m in mistakes" :key="m.field + m.reason">
            {{ m.field ? `${m.field}: ` : '' }}{{ m.reason }}
          </li>
        </ul>
      </div>
      <input ref="file" type="file" accept="application/json,.json" class="hidden" aria-label="Set-up file" @change="importFile">
      <p v-if="shoots.loaded && shoots.shoots.length === 0" class="max-w-prose text-(--ink-soft)">
        No shoots yet. A shoot is a day or a job; it holds set-ups, one for each picture. Make one, add a set-up of a recipe, and a whole plan stands
        there at once, ready to be changed.
      </p>
      <section v-for="shoot in shoots.shoots" :key="shoot.id" class="mb-9" :aria-label="shoot.name">
        <div class="flex items-baseline gap-4 border-b border-(--ink) pb-1">
          <h2 class="text-lg font-semibold">
            {{ shoot.name }}
          </h2>
          <p class="flex-1 text-[13px] text-(--ink-soft)">
            {{ day(shoot.date) }}{{ shoot.place ? ` · ${shoot.place}` : '' }}
          </p>
          <UButton icon="i-lucide-upload" variant="ghost" size="xs" label="Import" :aria-label="`Import a set-up file into ${shoot.name}`" @click="chooseFile(shoot.id)" />
          <UDropdownMenu :items="menu(shoot.id)" :ui="{ content: 'rounded-none shadow-none ring-1 ring-default' }">
            <UButton icon="i-lucide-plus" variant="ghost" size="xs" label="Add set-up" />
          </UDropdownMenu>
        </div>
        <p v-if="shoot.notes" class="mt-2 max-w-prose text-[13px] text-(--ink-soft)">
          {{ shoot.notes }}
        </p>
        <table v-if="shoot.setups.length > 0" class="mt-2 w-full text-[13px]">
          <thead class="text-left text-[12px] text-(--ink-soft)">
            <tr>
              <th class="py-1 font-normal">
                Set-up
              </th><th class="font-normal">
                Recipe
              </th><th class="font-normal">
                Method
              </th><th class="text-right font-normal">
                Takes
              </th><th class="text-right font-normal">
                Keepers
              </th><th class="pl-4 font-normal">
                Stands
              </th><th><span class="sr-only">Actions</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="setup in shoot.setups" :key="setup.id" class="border-t border-(--hair)">
              <td class="py-1.5">
                <NuxtLink :to="`/setups/${setup.id}`" class="font-medium underline decoration-(--hair-strong) underline-offset-3 hover:decoration-(--ink)">{{ setup.name }}</NuxtLink>
              </td>
              <td>{{ RECIPE_LABELS[setup.recipe] }}</td>
              <td>{{ choiceLabel('method', setup.method) }}</td>
              <td class="text-right">
                {{ setup.takes }}
              </td>
              <td class="text-right">
                {{ setup.keepers }} of {{ setup.keepersWanted }}
              </td>
              <td class="pl-4">
                {{ stand(setup) }}
              </td>
              <td class="text-right">
                <UButton icon="i-lucide-archive" size="xs" variant="ghost" :aria-label="`Archive ${setup.name}`" @click="archive(setup.id)" />
              </td>
            </tr>
          </tbody>
        </table>
        <p v-else class="mt-2 text-[13px] text-(--ink-soft)">
          No set-ups yet.
        </p>
      </section>
    </div>
    <UModal v-model:open="adding" title="New shoot" description="A day or a job that holds set-ups.">
      <template #body>
        <ShootsShootForm @done="adding = false" />
      </template>
    </UModal>
  </div>
</template>
