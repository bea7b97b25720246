<script setup lang="ts">
import { type FigureValue, type NumberField, fieldAt } from '~~/core'
import { fieldName } from '~~/shared/text/fieldName'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** What the last choice changed besides itself, in one line under it, with a way back. */
const { path } = defineProps<{ path: string }>()
const store = useSetupStore()
const { show } = useNumbers()

/** Named; the rest are counted. */
const NAMED = 4
const followed = computed(() => (store.followed?.choice === path ? store.followed : null))
function said(at: string, value: FigureValue): string {
  const field = fieldAt(at) as NumberField
  if (value === null) return inputsWords('followedLine.assumed')
  return show(Number(value), field.quantity, field.unit && field.quantity !== 'time' ? { unit: field.unit } : {})
}
const text = computed(() => {
  const { value } = followed
  if (!value || !store.setup) return ''
  const named = value.rows
    .slice(0, NAMED)
    .map(row => `${fieldName(store.setup!, row.path)} ${said(row.path, row.was)} → ${said(row.path, row.now)}`)
  const more = value.rows.length - named.length
  return [...named, ...(more > 0 ? [inputsWords('followedLine.more', { more })] : [])].join(' · ')
})
</script>

<template>
  <p v-if="text" class="followed" role="status" :data-followed="path">
    {{ inputsWords('followedLine.changed', { text }) }}
    <UButton variant="link" @click="store.undo()">{{ inputsWords('followedLine.changeBack') }}</UButton>
  </p>
</template>

<style scoped>
.followed {
  font-size: 11px;
  line-height: 1.3;
  color: var(--ink-soft);
  text-align: right;
}
</style>
