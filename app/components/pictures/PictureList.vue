<script setup lang="ts">
import type { PictureRecord } from '~/services/api'
import { pictureUrl } from '~/services/pictureQueue'
import { picturesWords } from '~~/shared/texts/pages/pictures'

/**
 * Every picture of the set-up at hand, with the take it is put to; a wrong one is put elsewhere, or taken away by the
 * lead.
 */
const pictures = usePicturesStore()
const takes = useTakesStore()
const session = useSessionStore()
const { when } = useDates()

const failure = ref('')
async function run(what: () => Promise<void>): Promise<void> {
  failure.value = ''
  try {
    await what()
  } catch (error) {
    failure.value = (error as Error).message
  }
}
const sent = computed(() => takes.takes.filter(take => take.id !== take.key))
const places = computed(() => [
  { value: null, label: picturesWords('pictureList.noTake') },
  ...sent.value.map(take => ({ value: take.id, label: `take ${take.number}` })),
])
const put = (picture: PictureRecord, take: string | null): Promise<void> => run(() => pictures.put(picture.id, take))

/** Not on the server yet: put nowhere else, and taken off this device by whoever added it. */
const waits = (id: string): boolean => pictures.waiting.some(({ key }) => key === id)

const doomed = shallowRef<PictureRecord | null>(null)
const asking = computed({
  get: () => doomed.value !== null,
  set: open => {
    if (!open) doomed.value = null
  },
})
const remove = (picture: PictureRecord): Promise<void> =>
  run(async () => {
    doomed.value = null
    await pictures.remove(picture.id)
  })
</script>

<template>
  <details>
    <summary class="section-title cursor-pointer">
      {{ picturesWords('pictureList.pictures', { pictures: pictures.pictures.length }) }}
    </summary>
    <p v-if="failure" role="alert" class="text-[12px] text-(--bad)">
      {{ failure }}
    </p>
    <ul class="text-[12px]">
      <li
        v-for="picture in pictures.pictures"
        :key="picture.id"
        class="flex items-center gap-2 border-t border-(--hair) py-1"
        data-testid="picture"
      >
        <a
          class="block h-[40px] w-[60px] shrink-0"
          :href="pictureUrl(picture.id, 'full')"
          target="_blank"
          :aria-label="picturesWords('pictureList.open', { name: picture.name })"
          ><PicturesPictureView :id="picture.id" size="thumb" fit="cover" alt=""
        /></a>
        <span class="min-w-0 flex-1 leading-tight"
          ><span class="block truncate" :title="picture.name">{{ picture.name }}</span
          ><span class="narrow text-(--ink-faint)">{{ when(picture.shotAt) }}</span></span
        >
        <span v-if="waits(picture.id)" class="narrow text-(--ink-soft)">{{
          picturesWords('pictureList.notSentYet')
        }}</span>
        <UiPickOne
          v-else
          :model-value="picture.takeId"
          :options="places"
          :aria-label="picturesWords('pictureList.take', { name: picture.name })"
          @update:model-value="put(picture, $event)"
        />
        <UButton
          v-if="session.isLead || waits(picture.id)"
          size="xs"
          variant="ghost"
          icon="i-lucide-trash-2"
          :aria-label="picturesWords('pictureList.delete', { name: picture.name })"
          @click="doomed = picture"
        />
      </li>
    </ul>
    <UModal
      v-model:open="asking"
      :title="picturesWords('pictureList.deletePicture')"
      :description="picturesWords('pictureList.willDeletedGoodOriginal', { name: doomed?.name ?? '' })"
    >
      <template #footer>
        <UButton :label="picturesWords('pictureList.delete2')" @click="doomed && remove(doomed)" />
        <UButton :label="picturesWords('pictureList.keepPicture')" variant="ghost" @click="asking = false" />
      </template>
    </UModal>
  </details>
</template>
