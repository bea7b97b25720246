<script setup lang="ts">
import {
  type Basis,
  type Field,
  type FigureValue,
  KIT_FIGURES,
  type KitItem,
  isRemembered,
  sharedKeys,
  withTyped,
  withTypedDurations,
} from '~~/core'
import type { KitRecord } from '~/services/api'
import { KIT_LABELS } from '~~/shared/texts/choices'
import { labelOf } from '~~/shared/texts/fields'
import { kitWords } from '~~/shared/texts/pages/kit'

/** An item of kit: every figure edited in place, rated or measured, with its date, and which set-ups took it. */
const { record } = defineProps<{ record: KitRecord }>()
const emit = defineEmits<{ chosen: [id: string] }>()
const store = useKitStore()
const failure = ref('')

const item = computed(() => record.item)
const TEXTS = {
  name: { label: kitWords('kitEditor.name'), field: { type: 'text', maxLength: 120, required: true } satisfies Field },
  notes: { label: kitWords('kitEditor.notes'), field: { type: 'text', maxLength: 2000 } satisfies Field },
} as const
const today = (): string => localDay()

const save = (next: KitItem): string => store.change(record.id, next)[0]?.reason ?? ''
const setFigure =
  (key: string) =>
  (value: FigureValue): string =>
    save(withTyped(item.value, key, value))
function setMark(key: string, part: { basis?: Basis; date?: string }): void {
  const old = item.value.marks[key]!
  const date = part.date ?? (part.basis === 'measured' ? old.date || today() : old.date)
  failure.value = save({
    ...item.value,
    marks: { ...item.value.marks, [key]: { basis: part.basis ?? old.basis, date } },
  })
}
const differing = (key: string) => (record.usedBy ?? []).filter(use => use.differs.includes(key))
const labelOfFigure = (key: string): string => {
  const field = KIT_FIGURES[item.value.kind][key]
  return field ? labelOf(field).toLowerCase() : key
}
const namedFigure = (key: string): string =>
  key === 'table' ? 'durations' : key === 'repeat' ? kitWords('kitEditor.repeatingMode2') : labelOfFigure(key)

async function run(what: () => Promise<unknown>): Promise<void> {
  failure.value = ''
  try {
    await what()
  } catch (error) {
    failure.value = (error as Error).message
  }
}
</script>

<template>
  <article class="grid grid-cols-[minmax(0,1fr)] gap-5" :aria-label="item.name">
    <header class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-(--ink) pb-2">
      <div class="min-w-60 flex-1">
        <p class="text-[11px] text-(--ink-soft)">
          {{ KIT_LABELS[item.kind].one }}{{ record.archived ? kitWords('kitEditor.archived') : '' }}
        </p>
        <h2 class="text-xl font-semibold">
          {{ item.name }}
        </h2>
      </div>
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-copy"
        :label="kitWords('kitEditor.duplicate')"
        @click="run(async () => emit('chosen', await store.duplicate(record.id)))"
      />
      <UButton
        size="xs"
        variant="ghost"
        :icon="record.archived ? 'i-lucide-archive-restore' : 'i-lucide-archive'"
        :label="record.archived ? kitWords('kitEditor.restore') : kitWords('kitEditor.archive')"
        @click="run(() => store.archive(record.id, !record.archived))"
      />
    </header>
    <p
      v-if="failure || store.trouble[record.id]"
      role="alert"
      class="border-l-2 border-(--bad) pl-3 text-[13px] text-(--bad)"
    >
      {{ failure || store.trouble[record.id] }}
    </p>

    <p v-if="record.unreadable" role="status" class="border-l-2 border-(--bad) pl-3 text-[13px]">
      {{ kitWords('kitEditor.storedFiguresCannotRead') }}
    </p>

    <section :aria-label="kitWords('kitEditor.figures')" class="overflow-x-auto">
      <table class="kit-table figures">
        <thead>
          <tr>
            <th>{{ kitWords('kitEditor.figure') }}</th>
            <th>{{ kitWords('kitEditor.value') }}</th>
            <th>{{ kitWords('kitEditor.source') }}</th>
            <th>{{ kitWords('kitEditor.noted') }}</th>
            <th>{{ kitWords('kitEditor.sameSetUps') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="({ field, label }, key) in TEXTS" :key="key">
            <td>{{ label }}</td>
            <td colspan="4" class="wide">
              <InputsFieldInput
                bare
                :field="field"
                :value="item[key]"
                :path="key"
                :label="label"
                :change="value => save({ ...item, [key]: value })"
              />
            </td>
          </tr>
          <tr v-for="(field, key) in KIT_FIGURES[item.kind]" :key="key" :data-figure="key">
            <td>{{ labelOf(field) }}</td>
            <td>
              <InputsFieldInput
                bare
                :field="field"
                :value="item.figures[key]"
                :path="`${item.kind}.${key}`"
                :label="labelOf(field)"
                :typed="item.marks[key]!.basis !== 'assumed'"
                :change="setFigure(String(key))"
              />
            </td>
            <td v-if="!sharedKeys(item.kind).includes(String(key))" colspan="3" />
            <td v-else>
              <KitBasis
                :basis="item.marks[key]!.basis"
                :label="labelOf(field)"
                @choose="basis => setMark(String(key), { basis })"
              />
            </td>
            <td v-if="sharedKeys(item.kind).includes(String(key))">
              <input
                type="date"
                class="date"
                :data-empty="item.marks[key]!.date === ''"
                :value="item.marks[key]!.date"
                :aria-label="kitWords('kitEditor.date', { field: labelOf(field) })"
                @change="e => setMark(String(key), { date: (e.target as HTMLInputElement).value })"
              />
            </td>
            <td v-if="sharedKeys(item.kind).includes(String(key))" class="narrow text-(--ink-faint)">
              <template v-if="differing(String(key)).length > 0">
                {{
                  kitWords('kitEditor.different', {
                    key: differing(String(key))
                      .map(use => use.name)
                      .join(', '),
                  })
                }}
              </template>
              <template v-else-if="record.usedBy?.length">
                {{
                  kitWords('kitEditor.asIn', {
                    usedBy:
                      record.usedBy.length === 1
                        ? record.usedBy[0]!.name
                        : kitWords('kitEditor.setUps', { usedBy: record.usedBy.length }),
                  })
                }}
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </section>

    <section
      v-if="item.kind === 'flash'"
      :aria-label="kitWords('kitEditor.durations')"
      class="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-3 xl:grid-cols-[minmax(0,8fr)_minmax(0,12fr)]"
    >
      <div>
        <h3 class="section-title mb-1">{{ kitWords('kitEditor.durationAgainstPower') }}</h3>
        <KitDurationChart :rows="item.table" :name="item.name" :supply="item.figures.supply as 'battery'" />
      </div>
      <KitDurationTable :rows="item.table" :change="table => save(withTypedDurations(item, table))" />
      <div>
        <h3 class="section-title mb-1">{{ kitWords('kitEditor.repeatingMode') }}</h3>
        <KitRepeatTable :rows="item.repeat" :change="repeat => save({ ...item, repeat })" />
      </div>
    </section>

    <KitGearPanel v-if="isRemembered(item.kind)" :id="record.id" />

    <section :aria-label="kitWords('kitEditor.used')" class="text-[13px]">
      <h3 class="section-title mb-1">{{ kitWords('kitEditor.used2') }}</h3>
      <p v-if="record.usedBy === null" class="text-(--ink-soft)">
        {{ kitWords('kitEditor.notAvailableServerBusy') }}
      </p>
      <p v-else-if="record.usedBy.length === 0" class="text-(--ink-soft)">{{ kitWords('kitEditor.noSetUpUses') }}</p>
      <ul v-else>
        <li v-for="use in record.usedBy" :key="use.setupId" class="py-0.5">
          <NuxtLink :to="`/setups/${use.setupId}`" class="underline decoration-(--hair-strong) underline-offset-3">{{
            use.name
          }}</NuxtLink>
          <span class="text-(--ink-soft)">{{
            use.differs.length > 0
              ? kitWords('kitEditor.except', { differs: use.differs.map(namedFigure).join(', ') })
              : kitWords('kitEditor.allFiguresSame')
          }}</span>
        </li>
      </ul>
    </section>
  </article>
</template>

<style scoped>
.figures td:first-child {
  color: var(--ink-soft);
  width: 11rem;
}
.wide :deep(.field-input) {
  width: 100%;
}
</style>
