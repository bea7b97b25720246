import { type KitItem, type KitKind, newKitItem } from '~~/core'
import { checkKitItem } from '~~/shared/schemas/kit'
import type { Mistake } from '~~/shared/schemas/validate'
import { type KitRecord, api, newerIn } from '~/services/api'
import { KIT_DRAFT, draftsOf } from '~/services/drafts'
import { Outbox } from '~/services/outbox'
import { readOnce } from '~/utils/readOnce'
import { servicesWords } from '~~/shared/texts/pages/services'

const RETRY = 2500
const drafts = draftsOf(KIT_DRAFT, 'item', checkKitItem)

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
    for (const record of records.value) takeUp(record)
  }

  const needed = readOnce(() => loaded.value, load)

  /** What was changed here before the page was left, and never taken by the server. */
  function takeUp(record: KitRecord): void {
    const draft = drafts.read(record.id)
    if (!draft) return
    if (JSON.stringify(draft.state) === JSON.stringify(record.item)) drafts.drop(record.id)
    else if (draft.revision === record.revision) later(record, draft.state)
    else overtaken(record.id)
  }

  const put = (record: KitRecord): void => {
    records.value = records.value.map(other => (other.id === record.id ? record : other))
  }

  const say = (id: string, text: string): void => {
    trouble.value = { ...trouble.value, [id]: text }
  }
  /** Somebody else was quicker: theirs stands. */
  function overtaken(id: string): void {
    drafts.drop(id)
    box.drop(id)
    say(id, servicesWords('kit.changedElsewhereMeantimeLatest'))
  }

  const box = new Outbox<KitItem>({
    retry: RETRY,
    async send(id, item) {
      const known = byId.value.get(id)
      if (!known) return
      try {
        const kept = await api.saveKitItem(id, known.revision, item)
        const newest = box.of(id) ?? item
        put({ ...kept, item: newest === item ? kept.item : newest })
        drafts.taken(id, kept.revision, item, newest)
        say(id, '')
      } catch (error) {
        const current = newerIn<KitRecord>(error)
        if (!current) throw error
        put(current)
        overtaken(id)
      }
    },
    held: (id, error, again) =>
      say(
        id,
        again
          ? servicesWords('kit.notSavedYetTrying', { message: error.message })
          : servicesWords('kit.notSaved', { message: error.message }),
      ),
  })
  const later = (record: KitRecord, item: KitItem): void => {
    put({ ...record, item })
    drafts.keep(record.id, { revision: record.revision, state: item })
    box.put(record.id, item)
  }

  /** Changes an item and saves it; gives what is wrong with the change, and then changes nothing. */
  function change(id: string, item: KitItem): Mistake[] {
    const known = byId.value.get(id)
    if (!known) return []
    const checked = checkKitItem(item)
    if ('mistakes' in checked) return checked.mistakes
    later(known, checked.value)
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
    return (await add([{ ...item, name: servicesWords('kit.copy', { name: item.name.slice(0, 115) }) }]))[0]!
  }
  async function archive(id: string, archived: boolean): Promise<void> {
    await box.now(id)
    put(await api.archiveKitItem(id, archived))
  }

  return { records, loaded, trouble, inSight, byId, ofKind, load, needed, change, add, addNew, duplicate, archive }
})
