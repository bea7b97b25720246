<script setup lang="ts">
import { CAUTION_TEXTS, LAW } from '~~/shared/texts/cautions'
import { cautionsOf, rungsOf } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/** The dial card as one page: to print, or on the phone beside the set. */
const route = useRoute()
const store = useSetupStore()
const { show } = useNumbers()
const tell = useTold()
const failure = ref('')
useHead({ title: () => planWords('card.dialCardEpiro', { name: store.setup?.name ?? '' }) })
const id = computed(() => String(route.params.id))

onMounted(async () => {
  try {
    await store.open(id.value)
  } catch (error) {
    failure.value = openFailure(error)
  }
})
onBeforeUnmount(() => store.close())

const RUNGS = 8
const ladder = computed(() => (store.plan ? rungsOf(store.plan, RUNGS) : null))
const stops = computed(() => store.plan?.findings.filter(finding => finding.severity === 'error') ?? [])
</script>

<template>
  <PrintSheet
    :failure="failure || planFailure(store.failed)"
    :ready="store.plan !== null && store.setup !== null"
    :waiting="planWords('card.opening')"
    :label="planWords('card.dialCard')"
    :title="store.setup?.name ?? ''"
    back="Set-up"
    :to="`/setups/${id}`"
  >
    <template #summary> {{ store.record?.shootName }} · {{ store.setup?.moment.phase }} </template>
    <template v-if="store.plan && store.setup">
      <PlanDialCard :plan="store.plan" class="big" />
      <p v-if="store.plan.timing.moment !== null" class="mt-3 text-[13px] text-(--ink-soft)">
        {{
          planWords('card.momentAfterStartSpread', {
            moment: show(store.plan.timing.moment, 'time', { figures: 4 }),
            scatter: show(store.plan.spread.scatter, 'time'),
          })
        }}
      </p>
      <p v-if="ladder" class="text-[13px] text-(--ink-soft)" data-testid="ladder">
        {{
          planWords('card.delaysStepThroughHand', {
            delays: ladder.delays.map(delay => show(delay, 'time', { figures: 4 })).join(', '),
            step: show(ladder.step / 2, 'time', { figures: 2 }),
          })
        }}
      </p>
      <section v-if="stops.length > 0" class="mt-4" :aria-label="planWords('card.fixFirst')">
        <h2 class="section-title">{{ planWords('card.fixFirst') }}</h2>
        <p v-for="finding in stops" :key="finding.id" class="text-[13px]">
          {{ tell(finding.title, finding.figures) }}
        </p>
      </section>
      <SequenceSchedulePanel v-if="store.plan.sequence" :plan="store.plan" class="mt-4" />
      <div class="mt-5 grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <section
          v-for="[title, items] in [
            [planWords('card.preparation'), store.setup.lists.preparation],
            [planWords('card.resetBetweenTakes'), store.setup.lists.reset],
          ] as const"
          :key="title"
        >
          <h2 class="section-title border-b border-(--hair)">
            {{ title }}
          </h2>
          <ul class="text-[13px]">
            <li v-for="item in items" :key="item.text" class="flex gap-2 py-0.5">
              <span
                aria-hidden="true"
                class="mt-1 size-2.5 shrink-0 border border-(--ink)"
                :class="{ 'bg-(--ink)': item.done }"
              />{{ item.text }}
            </li>
          </ul>
        </section>
      </div>
      <section class="mt-4 text-[12px]" :aria-label="planWords('card.cautions')">
        <h2 class="section-title border-b border-(--hair)">{{ planWords('card.cautions') }}</h2>
        <p v-for="caution in cautionsOf(store.setup)" :key="caution.id" class="py-0.5">
          <strong class="font-semibold">{{ CAUTION_TEXTS[caution.id].title }}.</strong>
          {{ CAUTION_TEXTS[caution.id].text }}
        </p>
        <p v-for="own in store.setup.lists.cautions" :key="own.text">
          {{ own.text }}
        </p>
        <p class="mt-1">
          {{ LAW }}
        </p>
      </section>
    </template>
  </PrintSheet>
</template>

<style scoped>
.big :deep(.number-big) {
  font-size: 46px;
}
.big :deep(.dial) {
  font-size: 16px;
  gap: 3px 16px;
}
</style>
