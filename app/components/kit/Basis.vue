<script setup lang="ts">
import { BASES, type Basis } from '~~/core'
import { kitWords } from '~~/shared/texts/pages/kit'

/** Rated or measured, as two words of which one stands. */
const { basis, label } = defineProps<{ basis: Basis; label: string }>()
const emit = defineEmits<{ choose: [basis: Basis] }>()
const name = useId()
</script>

<template>
  <fieldset class="flex text-[11px]">
    <legend class="sr-only">{{ kitWords('basis.is', { label }) }}</legend>
    <label
      v-for="b in BASES"
      :key="b"
      class="cursor-pointer border border-(--hair) px-1.5 py-0.5 not-first:-ml-px has-focus-visible:outline-2"
      :class="basis === b ? 'border-(--ink) bg-(--ink) text-(--sheet)' : 'text-(--ink-faint)'"
    >
      <input
        type="radio"
        class="sr-only"
        :name="name"
        :value="b"
        :checked="basis === b"
        @change="emit('choose', b)"
      />{{ b }}
    </label>
  </fieldset>
</template>
