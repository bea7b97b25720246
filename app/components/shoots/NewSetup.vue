<script setup lang="ts">
import {
  type KitKind,
  METHODS,
  RECIPE,
  type Method,
  RECIPES,
  type Recipe,
  SINGLE_KINDS,
  type Setup,
  chosenFromKit,
  isGear,
  isRemembered,
  momentOf,
  newSetup,
  ownKitFor,
  plan as planOf,
  withChanges,
} from '~~/core'
import { GEAR } from '~~/core/season'
import { ApiError, api } from '~/services/api'
import { KIT_LABELS, RECIPE_LABELS, choiceLabel } from '~~/shared/texts/choices'
import { shootsWords } from '~~/shared/texts/pages/shoots'

/** A recipe, a moment, a method and the kit: a plausible whole, looked at before it is made. */
const { shootId } = defineProps<{ shootId: string }>()
const emit = defineEmits<{ close: [] }>()
const kit = useKitStore()
const gear = useGearStore()
const keptShare = useKeptShareStore()
const { show } = useNumbers()
const tell = useTold()
/** What the studio knows that a set-up begins with; what cannot be read is done without. */
let known: Promise<unknown> = Promise.resolve()
onMounted(() => {
  const read = kit.loaded ? Promise.resolve() : kit.load()
  const shown = read.then(() => (kit.inSight.some(({ item }) => isRemembered(item.kind)) ? gear.needed() : null))
  known = Promise.allSettled([keptShare.needed(), shown])
})

const recipe = ref<Recipe>('projectile')
const moment = ref(0)
const method = ref<Method | ''>('')
const name = ref('')
const chosen = reactive<Partial<Record<KitKind, string>>>({})
const failure = ref('')
const busy = ref(false)
/** Own kit comes first: what suits the recipe. */
const own = computed(() =>
  ownKitFor(
    newSetup(recipe.value),
    [...SINGLE_KINDS, 'flash' as const].flatMap(kind =>
      kit.ofKind(kind).map(record => ({ id: record.id, item: record.item, uses: record.usedBy?.length ?? 0 })),
    ),
  ),
)
watch(
  own,
  next => {
    for (const kind of [...SINGLE_KINDS, 'flash'] as const) chosen[kind] = next[kind]
  },
  { immediate: true },
)
watch(recipe, () => {
  moment.value = 0
  method.value = ''
  name.value = ''
})

const kinds = computed(() =>
  // Lens and sensor always: where there is none in Kit it is the recipe’s own, and said.
  [...SINGLE_KINDS, 'flash' as const].filter(
    kind => kind === 'lens' || kind === 'sensor' || kit.ofKind(kind).some(record => fits(kind, record.id)),
  ),
)
const choicesOf = (kind: KitKind): { value: string | undefined; label: string }[] => [
  { value: undefined, label: shootsWords('newSetup.recipeDefault') },
  ...kit
    .ofKind(kind)
    .filter(record => fits(kind, record.id))
    .map(({ id, item }) => ({ value: id, label: item.name })),
]
/** A sensor of another kind than the recipe's would make another plan. */
function fits(kind: KitKind, id: string): boolean {
  if (isGear(kind)) return GEAR[kind].suits(newSetup(recipe.value, method.value || undefined))
  return kind !== 'sensor' || kit.byId.get(id)?.item.figures.kind === newSetup(recipe.value).sensor.kind
}
const setup = computed<Setup>(() => {
  let made = keptShare.begun(newSetup(recipe.value, method.value || undefined))
  const wanted = RECIPE[recipe.value].moments[moment.value]
  if (wanted && moment.value > 0) made = withChanges(made, momentOf(made, wanted))
  for (const kind of [...SINGLE_KINDS, 'flash'] as const) {
    const id = chosen[kind]
    const item = id ? gear.taken(id) : undefined
    if (!id || !item || !fits(kind, id)) continue
    const lights = kind === 'flash' ? made.flashes.map((_, i) => i) : [0]
    made = lights.reduce((now, light) => chosenFromKit(now, item, id, light), made)
  }
  return name.value.trim() ? { ...made, name: name.value.trim() } : made
})
const plan = computed(() => planOf(setup.value))
const chances = computed(() => {
  const { stop, chance, later } = plan.value.keeper
  return stop === null
    ? shootsWords('newSetup.aboutFirstTakeKeeper', { chance: show(chance, 'share'), later: show(later, 'share') })
    : ''
})
const worst = computed(() => plan.value.findings.filter(finding => finding.severity !== 'note'))

async function make(): Promise<void> {
  busy.value = true
  failure.value = ''
  try {
    // Made before that is read, the same press would make another set-up.
    await known
    await navigateTo(`/setups/${(await api.createSetup(shootId, setup.value)).id}`)
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : shootsWords('newSetup.setUpCouldNot')
  }
  busy.value = false
}
</script>

<template>
  <UModal
    :open="true"
    :title="shootsWords('newSetup.newSetUp')"
    :description="shootsWords('newSetup.completePlanStartFrom')"
    :ui="{ content: 'max-w-4xl', body: 'py-3', footer: 'py-3' }"
    @update:open="emit('close')"
  >
    <template #body>
      <form id="new-setup" class="grid gap-3 text-[13px]" @submit.prevent="make">
        <fieldset>
          <legend class="section-title mb-1">{{ shootsWords('newSetup.recipe') }}</legend>
          <div class="grid grid-cols-6 gap-2 max-md:grid-cols-4 max-sm:grid-cols-3">
            <label v-for="r in RECIPES" :key="r" class="tile" :class="{ chosen: recipe === r }">
              <input v-model="recipe" type="radio" name="recipe" :value="r" class="sr-only" />
              <UiRecipePicture :recipe="r" class="h-[64px]" />
              <span class="block px-1 py-0.5 text-[12px] leading-tight">{{ RECIPE_LABELS[r] }}</span>
            </label>
          </div>
        </fieldset>
        <div class="grid grid-cols-2 gap-x-6 gap-y-3 max-sm:grid-cols-1">
          <fieldset>
            <legend class="section-title mb-1">{{ shootsWords('newSetup.moment') }}</legend>
            <label v-for="(m, i) in RECIPE[recipe].moments" :key="m.name" class="flex items-baseline gap-2 py-0.5">
              <input v-model="moment" type="radio" name="moment" :value="i" /> {{ m.name }}
            </label>
          </fieldset>
          <div class="grid content-start gap-3">
            <fieldset>
              <legend class="section-title mb-1">{{ shootsWords('newSetup.method') }}</legend>
              <div class="flex">
                <label
                  v-for="m in METHODS"
                  :key="m"
                  class="option"
                  :class="{ chosen: (method || newSetup(recipe).method) === m }"
                >
                  <input
                    type="radio"
                    name="method"
                    class="sr-only"
                    :checked="(method || newSetup(recipe).method) === m"
                    @change="method = m"
                  />{{ choiceLabel('method', m) }}
                </label>
              </div>
            </fieldset>
            <UFormField :label="shootsWords('newSetup.name')" name="name">
              <UInput v-model="name" class="w-full" :placeholder="setup.name" maxlength="120" />
            </UFormField>
          </div>
        </div>
        <fieldset v-if="kinds.length > 0">
          <legend class="section-title mb-1">{{ shootsWords('newSetup.kit') }}</legend>
          <div class="grid grid-cols-2 gap-x-6 max-sm:grid-cols-1">
            <label v-for="kind in kinds" :key="kind" class="flex items-baseline gap-2 py-0.5">
              <span class="w-20 text-(--ink-soft)">{{ KIT_LABELS[kind].one }}</span>
              <UiPickOne v-model="chosen[kind]" :options="choicesOf(kind)" class="min-w-0 flex-1" />
            </label>
          </div>
        </fieldset>
      </form>
    </template>
    <template #footer>
      <div class="flex w-full items-end gap-4 text-[13px]">
        <div class="min-w-0 flex-1" role="status" data-testid="new-plan">
          <p>
            <template v-if="plan.timing.used !== null">
              {{ shootsWords('newSetup.delay', { used: show(plan.timing.used, 'time', { figures: 4 }), chances }) }}
            </template>
            {{
              shootsWords('newSetup.streakFieldWide', {
                subject: show(plan.sharpness.subject, 'length', { unit: 'mm' }),
                fieldWidth: show(plan.optics.fieldWidth, 'length', { unit: 'mm' }),
              })
            }}
          </p>
          <p v-for="finding in worst" :key="finding.id" class="text-(--ink-soft)">
            {{ tell(finding.title, finding.figures) }}
          </p>
          <p v-if="failure" role="alert" class="text-(--bad)">
            {{ failure }}
          </p>
        </div>
        <UButton type="submit" form="new-setup" :label="shootsWords('newSetup.createSetUp')" :loading="busy" />
      </div>
    </template>
  </UModal>
</template>

<style scoped>
.option {
  border: 1px solid var(--hair-strong);
  padding: 4px 9px;
  cursor: pointer;
  margin: 0 0 -1px -1px;
}
.option.chosen {
  background: var(--ink);
  color: var(--sheet);
}
.tile {
  cursor: pointer;
  outline: 1px solid var(--hair-strong);
}
.tile.chosen {
  outline: 2px solid var(--ink);
  background: var(--ink);
  color: var(--sheet);
}
.tile:focus-within {
  outline: 3px solid var(--ink);
}
.option:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
  z-index: 1;
}
</style>
