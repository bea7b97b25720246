<script setup lang="ts">
import { LAW, cautionsOf, rungsOf } from '~~/core'
import { ApiError } from '~/services/api'

/** The dial card as one page: to print, or on the phone beside the set. */
const route = useRoute()
const store = useSetupStore()
const { show, fill } = useNumbers()
const failure = ref('')
useHead({ title: () => `Dial card: ${store.setup?.name ?? ''} · Epiro` })
const id = computed(() => String(route.params.id))

onMounted(async () => {
  try { await store.open(id.value) }
  catch (error) { failure.value = error instanceof ApiError && error.status === 404 ? 'There is no such set-up in this studio.' : 'The set-up could not be opened.' }
})
onBeforeUnmount(() => store.close())

const RUNGS = 8
const ladder = computed(() => (store.plan ? rungsOf(store.plan, RUNGS) : null))
const stops = computed(() => store.plan?.findings.filter(finding => finding.severity === 'error') ?? [])
const print = (): void => window.print()
</script>

<template>
  <div class="scrolls h-full bg-(--sheet)">
    <p v-if="failure" role="alert" class="p-8">
      {{ failure }} <NuxtLink to="/" class="underline">Back to the shoots</NuxtLink>
    </p>
    <article v-else-if="store.plan && store.setup" class="card-page" aria-label="Dial card">
      <header class="mb-4 flex items-baseline gap-3 border-b border-(--ink) pb-2">
        <div class="flex-1">
          <h1 class="text-xl font-semibold">
            {{ store.setup.name }}
          </h1>
          <p class="text-[13px] text-(--ink-soft)">
            {{ store.record?.shootName }} · {{ store.setup.moment.phase }}
          </p>
        </div>
        <UButton class="no-print" icon="i-lucide-printer" size="xs" variant="outline" label="Print" @click="print" />
        <UButton class="no-print" icon="i-lucide-arrow-left" size="xs" variant="ghost" label="Set-up" :to="`/setups/${id}`" />
      </header>
      <PlanDialCard :plan="store.plan" class="big" />
      <p v-if="store.plan.timing.moment !== null" class="mt-3 text-[13px] text-(--ink-soft)">
        Moment {{ show(store.plan.timing.moment, 'time', { figures: 4 }) }} after the start; scatter ±{{ show(store.plan.spread.scatter, 'time') }} a take.
      </p>
      <p v-if="ladder" class="text-[13px] text-(--ink-soft)" data-testid="ladder">
        Ladder, for walking it by hand: {{ ladder.delays.map(delay => show(delay, 'time', { figures: 4 })).join(', ') }}; back by half a step, {{ show(ladder.step / 2, 'time', { figures: 2 }) }}, once past.
      </p>
      <section v-if="stops.length > 0" class="mt-4" aria-label="To be mended first">
        <h2 class="section-title">
          To be mended first
        </h2>
        <p v-for="finding in stops" :key="finding.id" class="text-[13px]">
          {{ fill(finding.title, finding.figures) }}
        </p>
      </section>
      <SequenceSchedulePanel v-if="store.plan.sequence" :plan="store.plan" class="mt-4" />
      <div class="mt-5 grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <section v-for="[title, items] in [['Preparation', store.setup.lists.preparation], ['Reset between takes', store.setup.lists.reset]] as const" :key="title">
          <h2 class="section-title border-b border-(--hair)">
            {{ title }}
          </h2>
          <ul class="text-[13px]">
            <li v-for="item in items" :key="item.text" class="flex gap-2 py-0.5">
              <span aria-hidden="true" class="mt-1 size-2.5 shrink-0 border border-(--ink)" :class="{ 'bg-(--ink)': item.done }" />{{ item.text }}
            </li>
          </ul>
        </section>
      </div>
      <section class="mt-4 text-[12px]" aria-label="Cautions">
        <h2 class="section-title border-b border-(--hair)">
          Cautions
        </h2>
        <p v-for="caution in cautionsOf(store.setup)" :key="caution.id" class="py-0.5">
          <strong class="font-semibold">{{ caution.title }}.</strong> {{ caution.text }}
        </p>
        <p v-for="own in store.setup.lists.cautions" :key="own.text">
          {{ own.text }}
        </p>
        <p class="mt-1">
          {{ LAW }}
        </p>
      </section>
    </article>
    <p v-else class="p-8 text-(--ink-soft)" role="status">
      Opening the dial card
    </p>
  </div>
</template>

<style scoped>
.card-page { max-width: 46rem; margin: 0 auto; padding: 22px 20px 40px; }
.big :deep(.number-big) { font-size: 46px; }
.big :deep(.dial) { font-size: 16px; gap: 3px 16px; }
</style>
