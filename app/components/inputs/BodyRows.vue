<script setup lang="ts">
import { type Body, BODY_FIELDS, MOST_BODIES } from '~~/core'
import { choiceLabel } from '~~/shared/texts/choices'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/**
 * What moves in the picture: each with its speed, typed or worked out, whether it must be sharp, and the streak it
 * draws.
 */
const store = useSetupStore()
const { show } = useNumbers()
const rows = computed(() => store.plan?.sharpness.bodies ?? [])
const limit = computed(() => store.plan?.sharpness.limit ?? 0)

function set(bodies: Body[]): void {
  if (store.setup) store.replace({ ...store.setup, bodies })
}
const add = (): void =>
  set([
    ...store.setup!.bodies,
    {
      name: inputsWords('bodyRows.part', { bodies: store.setup!.bodies.length + 1 }),
      kind: 'own',
      speed: 1,
      sharp: true,
    },
  ])
const remove = (index: number): void => set(store.setup!.bodies.filter((_, i) => i !== index))
const change =
  (path: string) =>
  (value: string | number | boolean | null): string =>
    store.change([{ path, value }])[0]?.reason ?? ''
</script>

<template>
  <fieldset class="bodies" data-testid="bodies">
    <legend class="text-[12px] font-semibold">{{ inputsWords('bodyRows.partsMustSharp') }}</legend>
    <div v-for="row in rows" :key="row.index" class="body" :data-body="row.kind">
      <div class="flex items-baseline gap-1">
        <label class="flex min-w-0 flex-1 items-baseline gap-1.5 text-[12px]">
          <input
            type="checkbox"
            class="tick"
            :checked="row.sharp"
            @change="store.change([{ path: `bodies[${row.index}].sharp`, value: !row.sharp }])"
          />
          <span class="leading-tight">{{ row.name }}</span>
        </label>
        <InputsFieldInput
          bare
          :field="BODY_FIELDS.speed"
          :value="row.speed"
          :assumed="row.at"
          assumed-as=""
          :path="`bodies[${row.index}].speed`"
          :label="inputsWords('bodyRows.speed', { name: row.name })"
          :change="change(`bodies[${row.index}].speed`)"
        />
        <UButton
          icon="i-lucide-x"
          size="xs"
          variant="ghost"
          :aria-label="inputsWords('bodyRows.remove', { name: row.name })"
          @click="remove(row.index)"
        />
      </div>
      <p class="text-[11px] text-(--ink-faint)" :class="{ over: row.sharp && row.subject > limit }">
        {{
          inputsWords('bodyRows.streakPx', {
            speed:
              row.speed === null
                ? inputsWords('bodyRows.by', {
                    index: choiceLabel(`bodies[${row.index}].kind`, row.kind).toLowerCase(),
                  })
                : inputsWords('bodyRows.typed'),
            subject: show(row.subject, 'length', { unit: 'mm' }),
            pixels: show(row.pixels, 'number', { figures: 2 }),
          })
        }}
      </p>
    </div>
    <UButton
      v-if="rows.length < MOST_BODIES"
      size="xs"
      variant="ghost"
      icon="i-lucide-plus"
      :label="inputsWords('bodyRows.addMovingPart')"
      @click="add"
    />
  </fieldset>
</template>

<style scoped>
.bodies {
  border-top: 1px solid var(--hair);
  margin-top: 4px;
  padding-top: 4px;
}
.body {
  padding: 1px 0 2px;
  border-bottom: 1px solid var(--hair);
}
.body :deep(.field-input) {
  width: 4.6rem;
}
.body :deep(.field-row) {
  min-height: 0;
}
.over {
  color: var(--bad);
}
</style>
