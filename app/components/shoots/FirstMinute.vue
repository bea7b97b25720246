<script setup lang="ts">
import { RECIPE, RECIPES, type Recipe, newSetup } from '~~/core'
import { ApiError, api } from '~/services/api'
import { RECIPE_LABELS } from '~~/shared/texts/choices'
import { shootsWords } from '~~/shared/texts/pages/shoots'

/** An empty studio begins with the question: one press makes a shoot of today with a complete plan in it. */
const failure = ref('')
const making = ref<Recipe | null>(null)

async function begin(recipe: Recipe): Promise<void> {
  if (making.value) return
  making.value = recipe
  failure.value = ''
  try {
    const day = localDay()
    const shoot = await api.createShoot({
      name: shootsWords('firstMinute.shoot', { day }),
      date: day,
      place: '',
      notes: '',
    })
    await navigateTo(`/setups/${(await api.createSetup(shoot.id, newSetup(recipe))).id}`)
  } catch (error) {
    failure.value = error instanceof ApiError ? error.message : shootsWords('firstMinute.somethingWentWrongTry')
  }
  making.value = null
}
</script>

<template>
  <section aria-labelledby="first-minute">
    <h2 id="first-minute" class="mb-1 text-xl font-semibold">{{ shootsWords('firstMinute.whatDoYouWant') }}</h2>
    <p class="mb-4 max-w-prose text-[13px] text-(--ink-soft)">
      {{ shootsWords('firstMinute.pickOneOpensTodays') }}
      <NuxtLink to="/?tour=1" class="underline">{{ shootsWords('firstMinute.takeTour') }}</NuxtLink>{{
        shootsWords('firstMinute.sixStepsSomeFive')
      }}
    </p>
    <p v-if="failure" role="alert" class="mb-2 text-(--bad)">{{ failure }}</p>
    <ul class="grid grid-cols-3 gap-4 max-sm:grid-cols-1">
      <li v-for="recipe in RECIPES" :key="recipe">
        <button
          type="button"
          class="tile"
          :disabled="making !== null"
          :aria-busy="making === recipe"
          :data-recipe="recipe"
          @click="begin(recipe)"
        >
          <UiRecipePicture :recipe="recipe" :alt="RECIPE[recipe].moments[0]!.name" />
          <span class="mt-1 block text-left font-semibold">{{ RECIPE_LABELS[recipe] }}</span>
          <span class="block text-left text-[12px] text-(--ink-soft)">
            {{ RECIPE[recipe].name }}: {{ RECIPE[recipe].moments[0]!.name }}
          </span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tile {
  width: 100%;
  cursor: pointer;
}
.tile:hover,
.tile:focus-visible {
  outline: 2px solid var(--ink);
  outline-offset: 4px;
}
</style>
