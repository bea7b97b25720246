<script setup lang="ts">
import {
  type FigureValue,
  type Found,
  type NumberField,
  type Plan,
  type Result,
  fieldAt,
  find,
  withChange,
} from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/** A result asked the other way round: what an input has to be. */
const { plan, result, path, name } = defineProps<{ plan: Plan; result: Result; path: string; name: string }>()
const emit = defineEmits<{ done: [] }>()
const store = useSetupStore()
const { show, fill } = useNumbers()
const tell = useTold()
const called = computed(() => tell(result.label, result.figures))

const field = computed(() => fieldAt(path) as NumberField)
/** Most results are no field of the set-up: typed in their own quantity, with room to either side. */
const wantedField = computed<NumberField>(() => ({
  type: 'number',
  quantity: result.value.quantity,
  min: -1e6,
  max: 1e6,
  nullable: true,
  ...(result.value.unit ? { unit: result.value.unit } : { unit: result.value.quantity === 'time' ? 'ms' : '' }),
}))
const wanted = ref<number | null>(null)
const found = shallowRef<Found | null>(null)
function set(value: FigureValue): string {
  wanted.value = typeof value === 'number' ? value : null
  found.value = wanted.value === null ? null : find(plan.entered, path, result.read, wanted.value)
  return ''
}
const text = (value: number): string =>
  show(value, field.value.quantity, {
    figures: 4,
    ...(field.value.unit && field.value.quantity === 'length' ? { unit: field.value.unit } : {}),
  })
const tryIt = (value: number | null): void => {
  store.preview = value === null || !store.setup ? null : withChange(store.setup, { path, value })
}
function take(value: number): void {
  tryIt(null)
  if (store.setup) store.change([{ path, value }])
  emit('done')
}
const box = useTemplateRef('box')
const intoView = (): void => void nextTick(() => box.value?.scrollIntoView({ block: 'nearest' }))
onMounted(intoView)
watch(found, intoView)
onBeforeUnmount(() => tryIt(null))
</script>

<template>
  <div ref="box" class="find" data-testid="find">
    <p class="leading-snug">
      {{ planWords('findInput.which') }} <b>{{ name }}</b> {{ planWords('findInput.givesResultYouWant') }}
    </p>
    <InputsFieldInput
      :field="wantedField"
      :value="wanted"
      path="find.wanted"
      :label="planWords('findInput.wanted', { called })"
      :assumed="result.value.value"
      :assumed-as="planWords('findInput.now')"
      :change="set"
    />
    <template v-if="found">
      <ul v-if="found.answers.length > 0" role="status">
        <li v-for="answer in found.answers" :key="answer">
          <b class="flex-1">{{ text(answer) }}</b>
          <UButton
            variant="link"
            @pointerenter="tryIt(answer)"
            @pointerleave="tryIt(null)"
            @focus="tryIt(answer)"
            @blur="tryIt(null)"
            @click="take(answer)"
          >
            {{ planWords('findInput.take') }}
          </UButton>
        </li>
      </ul>
      <p v-else-if="found.flat" role="status">{{ planWords('findInput.doesNotDepend', { called }) }}</p>
      <p v-else role="status">
        {{ planWords('findInput.noFromGives', { name: name.toLowerCase(), min: text(field.min), max: text(field.max) })
        }}<template v-if="found.nearest">{{
          planWords('findInput.nearestGives', {
            nearest: text(found.nearest.value),
            fill: fill('{v}', { v: { ...result.value, value: found.nearest.result } }),
          })
        }}</template
        >.
      </p>
    </template>
    <UButton variant="link" class="text-(--ink-faint)" @click="emit('done')">
      {{ planWords('findInput.close') }}
    </UButton>
  </div>
</template>

<style scoped>
.find {
  border: 1px solid var(--hair-strong);
  padding: 4px 6px;
  margin: 3px 0;
  display: grid;
  gap: 2px;
}
li {
  display: flex;
  gap: 8px;
}
</style>
