<script setup lang="ts">
import type { SetupSummary } from '~/services/api'
import { RECIPE_LABELS, choiceLabel } from '~~/shared/texts/choices'
import { shootsWords } from '~~/shared/texts/pages/shoots'

/** A set-up as a picture with where it is: its newest keeper, or what it is planned to give. */
const { setup } = defineProps<{ setup: SetupSummary }>()
const tell = useTold()
</script>

<template>
  <article class="card" :aria-label="setup.name" data-testid="setup-card">
    <NuxtLink :to="`/setups/${setup.id}`" class="block" aria-hidden="true" tabindex="-1">
      <span class="picture">
        <PicturesPictureView v-if="setup.picture" :id="setup.picture" size="thumb" fit="cover" alt="" />
        <ShootsPlannedFrame v-else-if="setup.recipe" :setup="setup" />
        <span v-else class="block h-full w-full bg-(--hair)" />
      </span>
    </NuxtLink>
    <div class="grid gap-0.5 pt-1.5">
      <div class="flex items-start gap-2">
        <NuxtLink :to="`/setups/${setup.id}`" class="name min-w-0 flex-1 font-medium">{{ setup.name }}</NuxtLink>
        <slot />
      </div>
      <p v-if="setup.recipe && setup.method" class="text-[12px] text-(--ink-soft)">
        {{ RECIPE_LABELS[setup.recipe] }}, {{ choiceLabel('method', setup.method).toLowerCase() }}
      </p>
      <p class="text-[12px]">
        <ShootsStageSteps v-if="setup.stand" :stage="setup.stand.stand" />
        · {{ setup.keepers
        }}<template v-if="setup.keepersWanted !== null">
          {{ shootsWords('setupCard.of', { keepersWanted: setup.keepersWanted }) }}</template
        >
        {{
          (setup.keepersWanted ?? setup.keepers) === 1
            ? shootsWords('setupCard.keeper')
            : shootsWords('setupCard.keepers')
        }}
        <template v-if="setup.takes > 0">
          {{
            shootsWords('setupCard.in', {
              takes: setup.takes,
              noun: setup.takes === 1 ? shootsWords('setupCard.take') : shootsWords('setupCard.takes'),
            })
          }}</template
        >
      </p>
      <p class="text-[12px] text-(--ink-soft)">
        <template v-if="setup.stand">{{ tell(setup.stand.next, setup.stand.figures) }}</template>
        <span v-else-if="setup.failed" class="text-(--bad)">{{
          shootsWords('setupCard.cannotPlanned', { failed: setup.failed })
        }}</span>
        <template v-else>{{ shootsWords('setupCard.beingWorkedOut') }}</template>
      </p>
    </div>
  </article>
</template>

<style scoped>
.picture {
  display: block;
  aspect-ratio: 3 / 2;
  outline: 1px solid var(--frame-edge);
  overflow: hidden;
}
.name {
  text-decoration: underline;
  text-decoration-color: var(--hair-strong);
  text-underline-offset: 3px;
}
.name:hover {
  text-decoration-color: var(--ink);
}
.card:hover .picture {
  outline-width: 2px;
}
</style>
