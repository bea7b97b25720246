<script setup lang="ts">
import { CAUTION_TEXTS, LAW } from '~~/shared/texts/cautions'
import { type Setup, cautionsOf } from '~~/core'
import { runWords } from '~~/shared/texts/pages/run'

/** Before the first arm: what applies to this set-up, acknowledged by name. */
const { setup } = defineProps<{ setup: Setup }>()
const store = useSetupStore()
const cautions = computed(() => cautionsOf(setup))
const name = ref(localStorage.getItem('epiro-name') ?? '')
const seen = ref<string[]>([])
const failure = ref('')

function acknowledge(): void {
  const who = name.value.trim()
  if (who === '') {
    failure.value = runWords('cautionsGate.enterYourName')
    return
  }
  if (cautions.value.some(caution => !seen.value.includes(caution.id))) {
    failure.value = runWords('cautionsGate.tickEveryCaution')
    return
  }
  localStorage.setItem('epiro-name', who)
  const ids = cautions.value.map(caution => caution.id)
  store.replace({
    ...setup,
    lists: {
      ...setup.lists,
      acknowledged: [...new Set([...setup.lists.acknowledged, ...ids, `by:${who.slice(0, 50)}`])],
    },
  })
}
</script>

<template>
  <form
    class="mx-auto grid max-w-2xl gap-3 px-4 py-6 text-[15px]"
    :aria-label="runWords('cautionsGate.cautions')"
    @submit.prevent="acknowledge"
  >
    <h2 class="text-xl font-semibold">{{ runWords('cautionsGate.beforeYouArmFirst') }}</h2>
    <label v-for="caution in cautions" :key="caution.id" class="flex items-start gap-3 leading-snug">
      <input v-model="seen" type="checkbox" class="tick mt-1 size-5!" :value="caution.id" />
      <span
        ><strong>{{ CAUTION_TEXTS[caution.id].title }}.</strong> {{ CAUTION_TEXTS[caution.id].text }}</span
      >
    </label>
    <p v-for="own in setup.lists.cautions" :key="own.text">
      {{ own.text }}
    </p>
    <p>{{ LAW }}</p>
    <label class="flex items-baseline gap-3"
      >{{ runWords('cautionsGate.yourName') }}
      <UInput v-model="name" variant="none" class="flex-1 text-[17px]" maxlength="50" autocomplete="name"
    /></label>
    <p v-if="failure" role="alert">
      {{ failure }}
    </p>
    <button type="submit" class="run-button">{{ runWords('cautionsGate.acknowledgeStartRun') }}</button>
  </form>
</template>
