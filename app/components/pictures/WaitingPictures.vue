<script setup lang="ts">
import { pictureUrl } from '~/services/pictureQueue'
import { picturesWords } from '~~/shared/texts/pages/pictures'

/** Pictures that the server does not have: why, sent again, saved as a file, or given up. */
const pictures = usePicturesStore()
const { when } = useDates()
</script>

<template>
  <section
    v-if="pictures.waiting.length > 0"
    class="grid gap-1 text-[12px]"
    :aria-label="picturesWords('waitingPictures.picturesNotSentYet')"
    data-testid="waiting-pictures"
  >
    <ul>
      <li v-for="{ key, name, addedAt, refused } in pictures.waiting" :key="key" class="flex items-center gap-2">
        <span class="h-[28px] w-[42px] shrink-0"
          ><PicturesPictureView :id="key" size="thumb" fit="cover" alt=""
        /></span>
        <span class="min-w-0 flex-1 truncate">
          {{ name }}, {{ when(addedAt) }}
          <span v-if="refused" role="alert" class="text-(--bad)">{{
            picturesWords('waitingPictures.notAccepted', { refused })
          }}</span>
          <span v-else class="text-(--ink-soft)">{{ picturesWords('waitingPictures.waitingSent') }}</span>
        </span>
        <a class="underline" :href="pictureUrl(key, 'full')" :download="name">{{
          picturesWords('waitingPictures.save')
        }}</a>
        <UButton v-if="refused" variant="link" @click="pictures.forget(key)">
          {{ picturesWords('waitingPictures.discard') }}
        </UButton>
      </li>
    </ul>
    <p>
      <UButton
        size="xs"
        variant="outline"
        :label="picturesWords('waitingPictures.sendPicturesAgain')"
        @click="pictures.sendAgain()"
      />
    </p>
    <p v-if="pictures.fleeting > 0" role="alert" class="text-(--bad)">
      {{
        picturesWords('waitingPictures.browserKeepsNothingGone', {
          fleeting:
            pictures.fleeting === 1
              ? picturesWords('waitingPictures.onePicture')
              : picturesWords('waitingPictures.pictures', { fleeting: pictures.fleeting }),
          noun: pictures.fleeting === 1 ? picturesWords('waitingPictures.it') : picturesWords('waitingPictures.them'),
          noun2: pictures.fleeting === 1 ? picturesWords('waitingPictures.it') : picturesWords('waitingPictures.them'),
        })
      }}
    </p>
  </section>
</template>
