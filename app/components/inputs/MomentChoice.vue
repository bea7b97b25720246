<script setup lang="ts">
import { RECIPE, momentOf } from '~~/core'

/** The moment wanted, from those of the recipe. */
const store = useSetupStore()
const moments = computed(() => (store.setup ? RECIPE[store.setup.recipe].moments : []))
const phase = computed(() => store.setup?.moment.phase ?? '')

function choose(event: Event): void {
  const choice = moments.value.find(m => m.name === (event.target as HTMLSelectElement).value)
  if (choice && store.setup) store.change(momentOf(store.setup, choice))
}
</script>

<template>
  <div class="moment">
    <label for="moment-choice" class="flex-1 text-(--ink-soft)">Moment</label>
    <select id="moment-choice" class="moment-select" :value="phase" @change="choose">
      <option v-if="!moments.some(m => m.name === phase)" :value="phase">
        {{ phase || 'unnamed' }}
      </option>
      <option v-for="m in moments" :key="m.name" :value="m.name">
        {{ m.name }}
      </option>
    </select>
  </div>
</template>

<style scoped>
.moment {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: 12px;
  min-height: 24px;
}
.moment-select {
  width: 8.5rem;
  background-color: transparent;
  border-bottom: 1px solid var(--hair);
  font-weight: 520;
  color: var(--ink);
  cursor: pointer;
  text-overflow: ellipsis;
}
.moment-select option {
  background: var(--sheet);
  color: var(--ink);
}
</style>
