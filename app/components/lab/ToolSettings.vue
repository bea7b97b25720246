<script setup lang="ts">
import { LAB } from '~~/shared/text/lab'
import type { Field, FigureValue } from '~~/core'
import type { LabField } from '~~/core/lab'

/** What a tool has to be told beside its files. */
const lab = useLabStore()
const fieldOf = (field: Extract<LabField, { type: 'number' }>): Field => ({
  type: 'number',
  quantity: field.quantity,
  min: field.min,
  max: field.max,
  nullable: true,
  ...(field.unit ? { unit: field.unit } : {}),
})
function change(key: string, value: FigureValue): string {
  void lab.set(key, typeof value === 'boolean' ? null : value)
  return ''
}
</script>

<template>
  <div v-if="lab.tool.fields.length > 0" class="grid gap-1" data-testid="lab-settings">
    <template v-for="field in lab.tool.fields" :key="`${lab.toolId}-${field.key}`">
      <InputsFieldInput
        v-if="field.type === 'number'"
        :field="fieldOf(field)"
        :value="lab.settings[field.key] ?? null"
        :path="`lab.${field.key}`"
        :label="LAB.tell(field.label)"
        :change="value => change(field.key, value)"
      />
      <label v-else class="flex items-baseline justify-between gap-3 text-[13px]">
        {{ LAB.tell(field.label) }}
        <UiPickOne
          :model-value="String(lab.settings[field.key] ?? '')"
          :options="field.options.map(({ value, label }) => ({ value, label: LAB.tell(label) }))"
          @update:model-value="lab.set(field.key, $event)"
        />
      </label>
    </template>
  </div>
</template>
