<script setup lang="ts">
import { KEYS, KEY_TITLES } from '~~/shared/texts/keys'
import { TOUR_LABELS } from '~~/shared/texts/tour'
import { shellWords } from '~~/shared/texts/pages/shell'

/** Every key there is: printed from the table that binds them. */
const open = defineModel<boolean>('open', { required: true })
const groups = Object.keys(KEY_TITLES) as (keyof typeof KEY_TITLES)[]
</script>

<template>
  <UModal
    v-model:open="open"
    :title="shellWords('keyList.keys')"
    :description="shellWords('keyList.shortcutsOffWhileYou')"
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <p class="mb-3 text-[13px]">
        <NuxtLink to="/glossary" class="underline" @click="open = false">{{
          shellWords('keyList.glossaryEveryTermExplained')
        }}</NuxtLink>
        ·
        <NuxtLink to="/?tour=1" class="underline" @click="open = false">{{ TOUR_LABELS.start }}</NuxtLink>
      </p>
      <div class="columns-3 gap-x-8 max-lg:columns-2 max-sm:columns-1">
        <section v-for="group in groups" :key="group" class="mb-4 break-inside-avoid">
          <h3 class="section-title mb-1">
            {{ KEY_TITLES[group] }}
          </h3>
          <dl class="grid grid-cols-[5.5rem_1fr] gap-x-3 gap-y-0.5 text-[13px]">
            <template v-for="line in KEYS[group]" :key="line.shown">
              <dt>
                <kbd class="border border-(--hair-strong) px-1 text-[11px]">{{ line.shown }}</kbd>
              </dt>
              <dd>{{ line.does }}</dd>
            </template>
          </dl>
        </section>
      </div>
    </template>
  </UModal>
</template>
