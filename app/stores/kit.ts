import { type KitItem, type KitKind, newKitItem } from '~~/core'
import { checkKitItem } from '~~/shared/schemas/kit'
import type { Mistake } from '~~/shared/schemas/validate'
import { ApiError, type KitRecord, api, comesBack } from '~/services/api'

const RETRY = 2500

/** The studio's gear and props. */
export const useKitStore = defineStore('kit', () => {
  const records = shallowRef<KitRecord[]>([])
  const loaded = ref(false)
  /** Whether every change has been taken by the server, by item; the text of what went wrong else. */
  const trouble = ref<Record<string, string>>({})

  const inSight = computed(() => records.value.filter(record => !record.archived))
  const byId = computed(() => new Map(records.value.map(record => [record.id, record])))
  const ofKind = (kind: KitKind): KitRecord[] => inSight.value.filter(record => record.item.kind === kind)

  async function load(): Promise<void> {
    records.value = await api.kit()
    loaded.value = true
  }

  const put = (record: KitRecord): void => {
    records.value = records.value.map(other => (other.id === record.id ? record : other))
  }

  let queue: Promise<unknown> = Promise.resolve()
  const unsent = new Map<string, KitItem>()

  /** Sends the newest state of an item; one after the other, so that each is made from the revision before it. */
  function send(id: string): void {
    queue = queue.then(async () => {
      const item = unsent.get(id)
      const known = byId.value.get(id)
      if (!item || !known) return
      unsent.delete(id)
      try {
        const kept = await api.saveKitItem(id, known.revision, item)
        put(unsent.has(id) ? { ...kept, item: unsent.get(id)! } : kept)
        trouble.value = { ...trouble.value, [id]: '' }
      } catch (error) {
        if (!(error instanceof ApiError)) throw error
        const current = error.problem?.current as KitRecord | undefined
        if (error.status === 409 && current) {
          put(current)
          trouble.value = {
            ...trouble.value,
            [id]: 'Changed elsewhere meanwhile: this is the newest. Make your change again.',
          }
        } else if (comesBack(error.status)) {
          // A newer change may have come meanwhile; the newest is what is tried again.
          if (!unsent.has(id)) unsent.set(id, item)
          trouble.value = { ...trouble.value, [id]: `Not saved yet, trying again: ${error.message}` }
          setTimeout(() => send(id), RETRY)
        } else trouble.value = { ...trouble.value, [id]: `Not saved: ${error.message}` }
      }
    })
  }

  /** Changes an item and saves it; gives what is wrong with the change, and then changes nothing. */
  function change(id: string, item: KitItem): Mistake[] {
    const known = byId.value.get(id)
    if (!known) return []
    const checked = checkKitItem(item)
    if ('mistakes' in checked) return checked.mistakes
    put({ ...known, item: checked.value })
    unsent.set(id, checked.value)
    send(id)
    return []
  }

  /** Adds items; gives the ids they got. */
  async function add(items: readonly KitItem[]): Promise<string[]> {
    const { ids } = await api.createKit(items)
    await load()
    return ids
  }
  const addNew = async (kind: KitKind): Promise<string> => (await add([newKitItem(kind)]))[0]!
  const duplicate = async (id: string): Promise<string> => {
    const { item } = byId.value.get(id)!
    return (await add([{ ...item, name: `${item.name.slice(0, 115)} copy` }]))[0]!
  }
  async function archive(id: string, archived: boolean): Promise<void> {
    await queue
    put(await api.archiveKitItem(id, archived))
  }

  return { records, loaded, trouble, inSight, byId, ofKind, load, change, add, addNew, duplicate, archive }
})
