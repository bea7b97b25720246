import type { Plan } from '~~/core'
import type { OfRun, TakeReading } from '~~/core/lab'
import type { PictureRecord } from '~/services/api'
import { pictureUrl } from '~/services/pictureQueue'
import { readTake } from '~/services/takeReading'

/**
 * Reads the picture of a take as it comes.
 *
 * @param plan of the set-up as it stands
 * @param picture of this take; null: none yet
 * @param ofRun which take of the run it is; null where nothing was dialled
 */
export function useTakeReading(plan: () => Plan, picture: () => PictureRecord | null, ofRun: () => OfRun | null) {
  const reading = shallowRef<TakeReading | null>(null)
  const failed = ref('')
  const busy = ref(false)
  watch(
    () => picture()?.id,
    async id => {
      const shown = picture()
      reading.value = null
      failed.value = ''
      busy.value = shown !== null
      if (!shown) return
      const asked = {
        url: pictureUrl(shown.id, 'small'),
        camera: shown.exposure.camera,
        setup: plan().entered,
        take: ofRun(),
      }
      const outcome = await readTake(asked).catch((error: Error) => error)
      // Another picture may have come meanwhile.
      if (picture()?.id !== id) return
      busy.value = false
      if (outcome instanceof Error) failed.value = outcome.message
      else reading.value = outcome
    },
    { immediate: true },
  )
  return { reading, failed, busy }
}
