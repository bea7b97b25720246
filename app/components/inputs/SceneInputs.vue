<script setup lang="ts">
import { type Card, type CardKind, MOST_CARDS, newCard } from '~~/core'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** The ground, and cards and flags: what throws light back or keeps it off. */
const store = useSetupStore()
const cards = computed(() => store.setup?.scene.cards ?? [])
const GROUND = ['distance', 'width', 'height', 'reflectance'] as const
const CARD = ['name', 'kind', 'along', 'across', 'out', 'width', 'height', 'turn', 'tilt'] as const

function setCards(next: Card[]): void {
  const setup = store.setup!
  store.replace({ ...setup, scene: { ...setup.scene, cards: next } })
}
const add = (kind: CardKind): void => setCards([...cards.value, newCard(store.plan!, kind)])
</script>

<template>
  <details class="panel-section" open>
    <summary class="section-title">{{ inputsWords('sceneInputs.backgroundCardsFlags') }}</summary>
    <InputsFieldRow v-for="key in GROUND" :key="key" :path="`scene.ground.${key}`" />
    <div v-for="(card, i) in cards" :key="i" class="mb-2">
      <p class="flex items-center justify-between pt-1 text-[12px] font-semibold">
        {{ card.name }}
        <UButton
          icon="i-lucide-x"
          size="xs"
          variant="ghost"
          :aria-label="inputsWords('sceneInputs.remove', { name: card.name })"
          @click="setCards(cards.filter((_, k) => k !== i))"
        />
      </p>
      <InputsFieldRow v-for="key in CARD" :key="key" :path="`scene.cards[${i}].${key}`" />
    </div>
    <div v-if="cards.length < MOST_CARDS" class="flex flex-wrap gap-1">
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="inputsWords('sceneInputs.addWhiteCard')"
        @click="add('white')"
      />
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="inputsWords('sceneInputs.addSilverCard')"
        @click="add('silver')"
      />
      <UButton
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="inputsWords('sceneInputs.addFlag')"
        @click="add('black')"
      />
    </div>
  </details>
</template>
