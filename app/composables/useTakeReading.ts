import type { Plan } from '~~/core'
import type { TakeReading } from '~~/core/lab'
import type { PictureRecord } from '~/services/api'
import type { ReadAsked, ReadGiven } from '~/workers/read.worker'

/**
 * Reads the picture of a take as it comes, in a worker that makes ready while nobody waits.
 *
 * @param plan of the set-up as it stands
 * @param picture of this take; null: none yet
 */
export function useTakeReading(plan: () => Plan, picture: () => PictureRecord | null) {
  const reading = shallowRef<TakeReading | null>(null)
  const failed = ref('')
  const busy = ref(false)
  if (import.meta.server) return { reading, failed, busy }
  const worker = new Worker(new URL('../workers/read.worker.ts', import.meta.url), { type: 'module' })
  // What the page holds are proxies, which no message can carry.
  const send = (asked: ReadAsked): void => worker.postMessage(JSON.parse(JSON.stringify(asked)))
  let asked = 0

  worker.onmessage = ({ data }: MessageEvent<ReadGiven>) => {
    if (data.id !== asked) return
    busy.value = false
    if ('reading' in data) reading.value = data.reading
    else failed.value = data.failed
  }
  const planned = computed(() => plan().setup)
  watch(planned, setup => send({ kind: 'setup', setup }), { immediate: true })
  watch(
    () => picture()?.id,
    () => {
      const shown = picture()
      reading.value = null
      failed.value = ''
      asked++
      busy.value = shown !== null
      if (!shown) return
      const { camera } = shown.exposure
      send({ kind: 'picture', id: asked, url: `/api/pictures/${shown.id}/full`, camera, setup: planned.value })
    },
    { immediate: true },
  )
  onScopeDispose(() => worker.terminate())
  return { reading, failed, busy }
}
