<script setup lang="ts">
import { CALL_TEXTS } from '~~/shared/texts/run'
import { type Setup, fieldAt, nobodyNamed, rolesOf, stepsOf } from '~~/core'
import { planWords } from '~~/shared/texts/pages/plan'

/** Who gives each call of this set-up: roles by name, and as many as there are people. */
const { setup } = defineProps<{ setup: Setup }>()
const store = useSetupStore()

const steps = computed(() => stepsOf(setup))
const usual = computed(() => stepsOf({ ...setup, crew: nobodyNamed() }))
const names = computed(() => [...new Set([...rolesOf(steps.value), 'lights', 'prop', 'shutter', 'lead'])])
const errors = reactive<Record<string, string>>({})

function name(event: Event, path: string): void {
  const input = event.target as HTMLInputElement
  errors[path] = store.change([{ path, value: input.value.trim() }])[0]?.reason ?? ''
}
</script>

<template>
  <section aria-labelledby="crew">
    <h2 id="crew" class="section-title mb-1">{{ planWords('crewList.crewWhoMakesEach') }}</h2>
    <div v-for="(step, i) in steps" :key="step.id" class="grid grid-cols-2 items-baseline gap-2 py-0.5">
      <label :for="`crew-${step.id}`">{{ CALL_TEXTS[step.call] }}</label>
      <div>
        <UInput
          :id="`crew-${step.id}`"
          variant="none"
          class="w-full"
          list="crew-names"
          :data-path="`crew.${step.id}`"
          :maxlength="(fieldAt(`crew.${step.id}`) as { maxLength: number }).maxLength"
          :model-value="setup.crew[step.id]"
          :placeholder="usual[i]!.role"
          :aria-invalid="errors[`crew.${step.id}`] ? 'true' : undefined"
          @change="name($event, `crew.${step.id}`)"
        />
        <p v-if="errors[`crew.${step.id}`]" role="alert" class="text-(--bad)">{{ errors[`crew.${step.id}`] }}</p>
      </div>
    </div>
    <datalist id="crew-names">
      <option v-for="n in names" :key="n" :value="n" />
    </datalist>
    <p class="mt-1 text-(--ink-soft)">
      {{ planWords('crewList.roleNameDuringRun') }}
    </p>
  </section>
</template>
