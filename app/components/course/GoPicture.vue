<script setup lang="ts">
import { type Setup, plan } from '~~/core'
import { smallFrame } from '~/services/framePicture'
import { courseWords } from '~~/shared/texts/pages/course'

/** The picture that an answer would have made: computed once it was given; until then the recipe's own. */
const { setup, answered } = defineProps<{ setup: Setup; answered: Setup | null }>()
const picture = ref('')
let shown = 0
watch(
  () => answered,
  async next => {
    const mine = ++shown
    URL.revokeObjectURL(picture.value)
    picture.value = ''
    if (!next) return
    // Without a picture the explanation beside it is enough.
    const made = await smallFrame(plan(next)).catch(() => null)
    if (made && mine === shown) picture.value = URL.createObjectURL(made)
  },
  { immediate: true },
)
onBeforeUnmount(() => {
  shown++
  URL.revokeObjectURL(picture.value)
})
</script>

<template>
  <figure>
    <img
      v-if="picture"
      :src="picture"
      :alt="courseWords('goPicture.pictureAnswerWouldHave')"
      class="reddened block aspect-3/2 w-full object-cover"
    />
    <UiRecipePicture v-else :recipe="setup.recipe" class="aspect-3/2 w-full" />
    <figcaption class="text-[11px] text-(--ink-soft)">
      {{
        picture
          ? courseWords('goPicture.pictureYourAnswerWould')
          : answered
            ? courseWords('goPicture.drawingPicture')
            : courseWords('goPicture.setUp')
      }}
    </figcaption>
  </figure>
</template>
