<script setup lang="ts">
import { KIT_FIGURES, KIT_KINDS, type KitKind } from '~~/core'
import { labelOf } from '~~/shared/texts/fields'
import { KIT_GIVES, KIT_LABELS } from '~~/shared/texts/choices'
import { kitWords } from '~~/shared/texts/pages/kit'

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
    <h2 id="empty-kit" class="mb-1 text-xl font-semibold">{{ kitWords('emptyKit.whatKit') }}</h2>
    <p class="mb-3 max-w-prose text-[13px] text-(--ink-soft)">
      {{ kitWords('emptyKit.enterEachPieceGear') }}
    </p>
    <p v-if="canAdd" class="mb-4 flex flex-wrap gap-2">
      <UButton :label="kitWords('emptyKit.addFlashFromData')" icon="i-lucide-plus" @click="emit('leaflet')" />
      <UButton
        :label="kitWords('emptyKit.importFile')"
        icon="i-lucide-upload"
        variant="outline"
        @click="emit('import')"
      />
      <UButton :label="kitWords('emptyKit.measureLab')" icon="i-lucide-ruler" variant="outline" to="/lab" />
    </p>
    <table class="w-full text-[13px]">
      <thead class="text-left text-[12px] text-(--ink-soft)">
        <tr>
          <th>{{ kitWords('emptyKit.kind') }}</th>
          <th>{{ kitWords('emptyKit.figures') }}</th>
          <th>{{ kitWords('emptyKit.whatSetUpsUse') }}</th>
          <th v-if="canAdd">
            <span class="sr-only">{{ kitWords('emptyKit.add') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="kind in KIT_KINDS" :key="kind" class="border-t border-(--hair) align-baseline">
          <th scope="row" class="py-1 pr-4 text-left font-semibold">{{ KIT_LABELS[kind].many }}</th>
          <td class="py-1 pr-4 text-(--ink-soft)">{{ figures(kind) || kitWords('emptyKit.nameNotes') }}</td>
          <td class="py-1 pr-4">{{ KIT_GIVES[kind] }}</td>
          <td v-if="canAdd" class="py-1 text-right">
            <UButton
              size="xs"
              variant="ghost"
              icon="i-lucide-plus"
              :label="kitWords('emptyKit.add')"
              :aria-label="kitWords('emptyKit.add2', { one: KIT_LABELS[kind].one })"
              @click="emit('add', kind)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
