<script setup lang="ts">
/** A time zone by its name, typed or chosen of those this browser knows; what is wrong stands beside it. */
const { value, change } = defineProps<{
  value: string
  /** Takes a zone; gives what is wrong with it, empty where nothing is. */
  change: (zone: string) => string | Promise<string>
}>()
defineOptions({ inheritAttrs: false })
const ZONES = Intl.supportedValuesOf('timeZone')
const list = useId()
const error = ref('')
/** As it is typed: what is wrong stays to be put right. */
const text = ref(value)
watch(
  () => value,
  now => {
    text.value = now
    error.value = ''
  },
)
async function take(): Promise<void> {
  error.value = await change(text.value.trim())
}
</script>

<template>
  <UInput
    v-bind="$attrs"
    v-model="text"
    class="w-48"
    :list="list"
    autocomplete="off"
    :aria-invalid="error !== ''"
    @change="take"
  />
  <datalist :id="list"><option v-for="zone in ZONES" :key="zone" :value="zone" /></datalist>
  <span v-if="error" role="alert" class="text-(--bad)">{{ error }}</span>
</template>
