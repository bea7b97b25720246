<script setup lang="ts">
import { type Setup, changedPaths, fieldAt, valueAt } from '~~/core'
import { choiceLabel } from '~~/shared/texts/choices'
import { labelAt } from '~~/shared/texts/fields'

/** Whether the work is saved; where two versions met, both, figure by figure, and the choice between them. */
const store = useSetupStore()
const { show } = useNumbers()
const TEXTS = {
  saved: 'Saved',
  tried: 'Preview only: viewers cannot save',
  waiting: 'Saving …',
  saving: 'Saving …',
  offline: 'Not sent yet: saved in this browser',
  conflict: 'Changed elsewhere',
  refused: 'The shoot was not saved',
} as const

const text = computed(() => {
  const { saveState, saveMessage, kept } = store
  if (saveState === 'refused') return `${TEXTS.refused}: ${saveMessage}`
  if (saveState === 'offline' && !kept)
    return 'Not sent yet, and this browser’s storage is full: leave this page open until it is'
  return TEXTS[saveState]
})

function textOf(setup: Setup, path: string): string {
  const value = valueAt(setup, path)
  const field = fieldAt(path)
  if (value === null || value === undefined || value === '') return 'none'
  if (Array.isArray(value)) return `${value.length}`
  if (typeof value === 'number' && field?.type === 'number')
    return show(value, field.quantity, { figures: 6, ...(field.unit ? { unit: field.unit } : {}) })
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return field?.type === 'choice' ? choiceLabel(path, String(value)) : String(value)
}
const labelOf = (path: string): string => {
  const list = /^lists\.(\w+)/.exec(path)
  if (list) return `List of ${list[1]}`
  const light = /^flashes\[(\d+)\]/.exec(path)
  const name = path === 'flashes' ? 'Number of lights' : labelAt(path)
  return light ? `${store.setup?.flashes[Number(light[1])]?.name ?? 'Light'}: ${name}` : name
}
const differences = computed(() => {
  const { theirs, setup } = store
  if (!theirs || !setup) return []
  return changedPaths(theirs.setup, setup).map(path => ({
    path,
    label: labelOf(path),
    mine: textOf(setup, path),
    theirs: textOf(theirs.setup, path),
  }))
})
</script>

<template>
  <span
    role="status"
    class="text-[12px]"
    :class="store.saveState === 'saved' ? 'shrink-0 text-(--ink-soft)' : 'truncate font-semibold'"
    data-testid="save-state"
  >
    {{ text }}
  </span>
  <UModal
    :open="store.saveState === 'conflict'"
    :dismissible="false"
    title="Changed elsewhere"
    :description="
      'This set-up was saved in another tab or on another device since you opened it. ' +
      'Nothing has been overwritten.'
    "
  >
    <template #body>
      <table class="w-full text-sm">
        <thead class="text-left text-(--ink-soft)">
          <tr>
            <th class="font-normal">The two versions</th>
            <th class="font-normal">Mine</th>
            <th class="font-normal">Theirs</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in differences" :key="d.path" class="border-t border-(--hair)">
            <td class="py-1 pr-3">
              {{ d.label }}
            </td>
            <td class="pr-3">
              {{ d.mine }}
            </td>
            <td>{{ d.theirs }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #footer>
      <UButton label="Keep mine" @click="store.resolve('mine')" />
      <UButton variant="outline" label="Use theirs" @click="store.resolve('theirs')" />
    </template>
  </UModal>
</template>
