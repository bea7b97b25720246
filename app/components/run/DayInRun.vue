<script setup lang="ts">
import { clockText } from '~~/core/day'
import { runWords } from '~~/shared/texts/pages/run'

/** The shoot's day beside a run: read when somebody asks for it, for it plans every set-up of the shoot. */
const { shootId } = defineProps<{ shootId: string }>()
const store = useDayStore()
const follow = useDayFollowStore()
const asked = ref(false)
const failure = ref('')
async function show(): Promise<void> {
  asked.value = true
  failure.value = ''
  try {
    await store.open(shootId)
    await follow.open()
  } catch {
    failure.value = runWords('dayInRun.dayCouldNotRead')
    asked.value = false
  }
}
onBeforeUnmount(() => {
  follow.close()
  store.close()
})
const over = computed(() => follow.followed?.rest.played.end ?? store.played?.played.end ?? null)
</script>

<template>
  <section :aria-label="runWords('dayInRun.day')" class="grid gap-2 text-left text-[13px]">
    <p v-if="failure" role="alert">{{ failure }}</p>
    <UButton v-if="!asked" variant="link" @click="show">
      {{ runWords('dayInRun.progressDay') }}
    </UButton>
    <template v-else>
      <p role="status" data-testid="run-day">
        <template v-if="over && follow.on">
          {{
            runWords('dayInRun.dayOverNineDays', {
              time: clockText(store.packed(over.p50)),
              nine: clockText(store.packed(over.p90)),
            })
          }}
        </template>
        <template v-else-if="over">{{ runWords('dayInRun.notDayShoot') }}</template>
        <template v-else>{{ runWords('dayInRun.readingDay') }}</template>
      </p>
      <DayNowPanel v-if="follow.on" />
      <NuxtLink :to="`/shoots/${shootId}/day`" class="underline">{{ runWords('dayInRun.openDay') }}</NuxtLink>
    </template>
  </section>
</template>
