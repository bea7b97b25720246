<script setup lang="ts">
import { type Setup, changedPaths, fieldAt, valueAt } from '~~/core'
import { choiceLabel } from '~~/shared/texts/choices'
import { labelAt } from '~~/shared/texts/fields'
import { planWords } from '~~/shared/texts/pages/plan'

/** Two versions that met: both, figure by figure, and the choice between them. */
const store = useSetupStore()
const { show } = useNumbers()

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
  if (list) return planWords('saveStatus.list', { list: list[1]! })
  const light = /^flashes\[(\d+)\]/.exec(path)
  const name = path === 'flashes' ? planWords('saveStatus.numberLights') : labelAt(path)
  return light ? `${store.setup?.flashes[Number(light[1])]?.name ?? planWords('saveStatus.light')}: ${name}` : name
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
  <UModal
    :open="store.saveState === 'conflict'"
    :dismissible="false"
    :title="planWords('saveStatus.changedElsewhere')"
    :description="planWords('saveStatus.setUpWasSaved')"
  >
    <template #body>
      <table class="w-full text-sm">
        <thead class="text-left text-(--ink-soft)">
          <tr>
            <th class="font-normal">{{ planWords('saveStatus.twoVersions') }}</th>
            <th class="font-normal">{{ planWords('saveStatus.mine') }}</th>
            <th class="font-normal">{{ planWords('saveStatus.theirs') }}</th>
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
      <UButton :label="planWords('saveStatus.keepMine')" @click="store.resolve('mine')" />
      <UButton variant="outline" :label="planWords('saveStatus.useTheirs')" @click="store.resolve('theirs')" />
    </template>
  </UModal>
</template>
