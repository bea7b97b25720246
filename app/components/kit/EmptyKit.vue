<script setup lang="ts">
import { KIT_FIGURES, KIT_KINDS, type KitKind } from '~~/core'
import { labelOf } from '~~/shared/texts/fields'
import { KIT_GIVES, KIT_LABELS } from '~~/shared/texts/choices'

/** What an empty kit will hold, kind by kind, what a set-up takes from each, and a first step at each. */
const { canAdd } = defineProps<{ canAdd: boolean }>()
const emit = defineEmits<{ add: [kind: KitKind]; leaflet: []; import: [] }>()

const figures = (kind: KitKind): string =>
  Object.values(KIT_FIGURES[kind])
    .slice(0, 4)
    .map(field => labelOf(field).toLowerCase())
    .join(', ')
</script>

<template>
  <section aria-labelledby="empty-kit" data-testid="empty-kit">
    <h2 id="empty-kit" class="mb-1 text-xl font-semibold">What Kit is for</h2>
    <p class="mb-3 max-w-prose text-[13px] text-(--ink-soft)">
      Enter each piece of gear once, with rated or measured figures. Set-ups use these figures and show their source.
      Start with the flash: its durations matter most.
    </p>
    <p v-if="canAdd" class="mb-4 flex flex-wrap gap-2">
      <UButton label="Add flash from data sheet" icon="i-lucide-plus" @click="emit('leaflet')" />
      <UButton label="Import a file" icon="i-lucide-upload" variant="outline" @click="emit('import')" />
      <UButton label="Measure in the Lab" icon="i-lucide-ruler" variant="outline" to="/lab" />
    </p>
    <table class="w-full text-[13px]">
      <thead class="text-left text-[12px] text-(--ink-soft)">
        <tr>
          <th>Kind</th>
          <th>Its figures</th>
          <th>What set-ups use it for</th>
          <th v-if="canAdd"><span class="sr-only">Add</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="kind in KIT_KINDS" :key="kind" class="border-t border-(--hair) align-baseline">
          <th scope="row" class="py-1 pr-4 text-left font-semibold">{{ KIT_LABELS[kind].many }}</th>
          <td class="py-1 pr-4 text-(--ink-soft)">{{ figures(kind) || 'name and notes' }}</td>
          <td class="py-1 pr-4">{{ KIT_GIVES[kind] }}</td>
          <td v-if="canAdd" class="py-1 text-right">
            <UButton
              size="xs"
              variant="ghost"
              icon="i-lucide-plus"
              label="Add"
              :aria-label="`Add: ${KIT_LABELS[kind].one}`"
              @click="emit('add', kind)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
