<script setup lang="ts">
import {
  TYPICAL_HEADS,
  type KeptKind,
  type KitItem,
  type KitKind,
  type Setup,
  type SingleKind,
  chosenFromKit,
  isGear,
  isRemembered,
  isOwn,
  keptAsKit,
  kitDifferences,
  markedByKit,
  withChanges,
  withKit,
} from '~~/core'
import { GEAR } from '~~/core/season'
import { KIT_LABELS } from '~~/shared/texts/choices'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** Takes the figures of an item of kit into the set-up, and says where they have come apart since. */
const { kind, light = 0 } = defineProps<{ kind: KitKind; light?: number }>()
const store = useSetupStore()
const kit = useKitStore()
const gear = useGearStore()
const id = useId()
onMounted(() => void kit.needed().catch(() => {}))
watch(
  () => isRemembered(kind) && kit.ofKind(kind).length > 0,
  // Without what takes have shown, its own figures are taken.
  wanted => wanted && void gear.needed().catch(() => {}),
  { immediate: true },
)

const isLight = computed(() => kind === 'flash' || kind === 'modifier')
const taken = computed(() => {
  const { setup } = store
  if (!setup) return ''
  if (kind === 'flash') return setup.flashes[light]?.kit ?? ''
  return kind === 'modifier' ? (setup.flashes[light]?.modifier ?? '') : setup.kit[kind]
})
const record = computed(() => kit.byId.get(taken.value) ?? null)
const suits = computed(() => !isGear(kind) || (store.setup !== null && GEAR[kind].suits(store.setup)))
const options = computed(() => {
  const list = suits.value ? kit.ofKind(kind) : []
  return record.value && !list.includes(record.value) ? [record.value, ...list] : list
})
/** An item with what its takes have shown. */
const asTaken = (item: string): KitItem => gear.taken(item) ?? kit.byId.get(item)!.item
/** How many figures have come apart from the kit. */
const differs = computed(() => {
  if (!store.setup || !record.value) return 0
  const here = isLight.value ? { ...store.setup, flashes: [store.setup.flashes[light]!] } : store.setup
  return kitDifferences(here, asTaken(record.value.id), record.value.id).length
})

function choose(next: string): void {
  const { setup } = store
  const item = kit.byId.has(next) ? asTaken(next) : undefined
  if (!setup) return
  const lit = (change: (flash: Setup['flashes'][number]) => Setup['flashes'][number]): Setup => ({
    ...setup,
    flashes: setup.flashes.map((flash, i) => (i === light ? change(flash) : flash)),
  })
  if (item) store.replace(chosenFromKit(setup, item, next, light))
  else if (kind === 'flash') store.replace(lit(flash => ({ ...flash, kit: '' })))
  else if (kind === 'modifier')
    store.replace(lit(flash => ({ ...flash, head: 'bare' as const, ...TYPICAL_HEADS.bare, modifier: '' })))
  else store.replace(withChanges(setup, [{ path: `kit.${kind satisfies SingleKind}`, value: '' }]))
}
// ── keeping what was said of a part ──
const KEPT = new Set<string>([
  'camera',
  'lens',
  'sensor',
  'controller',
  'flash',
  'launcher',
  'mixture',
  'skin',
  'hand',
] satisfies KeptKind[])
const failure = ref('')
const keepable = computed(
  () =>
    !taken.value &&
    suits.value &&
    KEPT.has(kind) &&
    store.setup !== null &&
    isOwn(store.setup, kind as KeptKind, light),
)
async function keep(): Promise<void> {
  failure.value = ''
  const { setup } = store
  if (!setup) return
  const name =
    kind === 'flash'
      ? setup.flashes[light]!.name
      : inputsWords('kitChoice.of', { one: KIT_LABELS[kind].one, name: setup.name })
  try {
    const [made] = await kit.add([keptAsKit(setup, kind as KeptKind, name.slice(0, 120), light)])
    if (!made || !store.setup) return
    const now = store.setup
    store.replace(
      kind === 'flash'
        ? { ...now, flashes: now.flashes.map((flash, i) => (i === light ? { ...flash, kit: made } : flash)) }
        : withChanges(now, [{ path: `kit.${kind}`, value: made }]),
    )
  } catch (error) {
    failure.value = (error as Error).message
  }
}
const renew = (): void => {
  if (!store.setup || !record.value) return
  const { id: itemId } = record.value
  const item = asTaken(itemId)
  store.replace(markedByKit(withKit(store.setup, item, itemId), item, itemId))
}
</script>

<template>
  <p v-if="keepable" class="py-1 text-[11px]">
    <UButton
      size="xs"
      variant="outline"
      icon="i-lucide-package-plus"
      :label="inputsWords('kitChoice.saveKit', { one: KIT_LABELS[kind].one.toLowerCase() })"
      @click="keep"
    />
    <span v-if="failure" role="alert" class="text-(--bad)">{{ failure }}</span>
  </p>
  <div v-if="options.length > 0 || taken" class="kit-choice">
    <label :for="id" class="flex-1 text-(--ink-soft)">{{
      inputsWords('kitChoice.fromKit', { one: KIT_LABELS[kind].one })
    }}</label>
    <UiPickOne
      :id="id"
      :model-value="taken"
      :options="[
        { value: '', label: 'none' },
        ...options.map(option => ({ value: option.id, label: option.item.name })),
      ]"
      class="w-34 justify-end"
      :data-kit="kind"
      @update:model-value="choose"
    />
    <p v-if="differs > 0" class="basis-full text-right text-[11px] text-(--ink-faint)">
      {{
        inputsWords('kitChoice.fromKit2', {
          differs:
            differs === 1
              ? inputsWords('kitChoice.oneFigureDiffers')
              : inputsWords('kitChoice.figuresDiffer', { differs }),
        })
      }}
      <UButton variant="link" @click="renew">{{ inputsWords('kitChoice.useKitFigures') }}</UButton>
    </p>
  </div>
</template>

<style scoped>
.kit-choice {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
  font-size: 12px;
  min-height: 24px;
}
</style>
