<script setup lang="ts">
import { batteryFlash } from '~~/core'
import { SECTIONS } from './sections'
import { inputsWords } from '~~/shared/texts/pages/inputs'

/** All inputs in the order of work: what the picture is, its sensing, its lights, its camera. */
const store = useSetupStore()
const [before, after] = [SECTIONS.slice(0, 3), SECTIONS.slice(3)]
/** The same list while no light changes, so that a drag elsewhere draws none of them anew. */
const flashes = computed(() => store.setup?.flashes ?? [])

function addFlash(): void {
  if (!store.setup) return
  const last = flashes.value.at(-1)
  const added = last
    ? { ...last, name: inputsWords('inputPanel.light', { flashes: flashes.value.length + 1 }), angle: last.angle - 0.5 }
    : batteryFlash({ name: inputsWords('inputPanel.light1') })
  store.replace({ ...store.setup, flashes: [...flashes.value, added] })
}
</script>

<template>
  <div class="grid gap-1 px-3 pb-8">
    <InputsPanelSection v-for="section in before" :key="section.id" :section="section">
      <InputsMomentChoice v-if="section.id === 'subject'" />
      <template v-if="section.id === 'subject'" #after>
        <InputsBodyRows />
      </template>
    </InputsPanelSection>

    <details open class="panel-section">
      <summary class="section-title">{{ inputsWords('inputPanel.lights') }}</summary>
      <InputsFlashInputs v-for="(flash, i) in flashes" :key="i" :flash="flash" :index="i" />
      <UButton
        v-if="flashes.length < 16"
        size="xs"
        variant="ghost"
        icon="i-lucide-plus"
        :label="inputsWords('inputPanel.addLight')"
        @click="addFlash"
      />
    </details>

    <InputsSceneInputs />

    <InputsPanelSection v-for="section in after" :key="section.id" :section="section" />
  </div>
</template>

<style>
.panel-section > summary {
  cursor: pointer;
  padding: 10px 0 4px;
  border-bottom: 1px solid var(--ink);
  margin-bottom: 3px;
  position: sticky;
  top: 28px;
  background: var(--paper);
  z-index: 1;
}
</style>
