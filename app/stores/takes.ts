import type { TakeInput } from '~~/shared/schemas/records'
import { type TakeRecord, api } from '~/services/api'

/** Takes of the set-up at hand, newest first. */
export const useTakesStore = defineStore('takes', () => {
  const takes = shallowRef<TakeRecord[]>([])
  const setupId = ref('')

  async function open(id: string): Promise<void> {
    setupId.value = id
    takes.value = []
    takes.value = await api.takes(id)
  }

  async function log(take: TakeInput): Promise<TakeRecord> {
    const kept = await api.logTake(setupId.value, take)
    takes.value = [kept, ...takes.value.filter(other => other.id !== kept.id)]
    return kept
  }

  return { takes, open, log }
})
