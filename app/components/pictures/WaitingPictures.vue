<script setup lang="ts">
import { pictureUrl } from '~/services/pictureQueue'

/** Pictures that the server does not have: why, sent again, saved as a file, or given up. */
const pictures = usePicturesStore()
const { when } = useDates()
</script>

<template>
  <section
    v-if="pictures.waiting.length > 0"
    class="grid gap-1 text-[12px]"
    aria-label="Pictures not sent yet"
    data-testid="waiting-pictures"
  >
    <ul>
      <li v-for="{ key, name, addedAt, refused } in pictures.waiting" :key="key" class="flex items-center gap-2">
        <span class="h-[28px] w-[42px] shrink-0"
          ><PicturesPictureView :id="key" size="thumb" fit="cover" alt=""
        /></span>
        <span class="min-w-0 flex-1 truncate">
          {{ name }}, {{ when(addedAt) }}
          <span v-if="refused" role="alert" class="text-(--bad)">: not accepted: {{ refused }}</span>
          <span v-else class="text-(--ink-soft)">: waiting to be sent</span>
        </span>
        <a class="underline" :href="pictureUrl(key, 'full')" :download="name">Save</a>
        <button v-if="refused" type="button" class="underline" @click="pictures.forget(key)">Discard</button>
      </li>
    </ul>
    <p><UButton size="xs" variant="outline" label="Send pictures again" @click="pictures.sendAgain()" /></p>
    <p v-if="pictures.fleeting > 0" role="alert" class="text-(--bad)">
      This browser keeps nothing:
      {{ pictures.fleeting === 1 ? 'one picture is' : `${pictures.fleeting} pictures are` }} gone if the page is left
      before the server has {{ pictures.fleeting === 1 ? 'it' : 'them' }}. Save
      {{ pictures.fleeting === 1 ? 'it' : 'them' }} first.
    </p>
  </section>
</template>
