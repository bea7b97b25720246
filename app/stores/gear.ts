import { type KitItem, isGear, remembered } from '~~/core'
import { type GearMemory, gearMemory } from '~~/core/season'
import { gearDate, gearDay, gearDayOf } from '~~/shared/gear/days'
import type { GearEventInput } from '~~/shared/schemas/gear'
import { type GearRecord, api } from '~/services/api'

/** A piece of gear with what its takes have shown. */
export interface ShownGear {
  id: string
  item: KitItem
  record: GearRecord
  memory: GearMemory | null
}

/** What the studio's takes say of its gear. */
export const useGearStore = defineStore('gear', () => {
  const kit = useKitStore()
  const records = shallowRef<GearRecord[]>([])
  const loaded = ref(false)
  /** Set-ups whose takes are not worked out yet. */
  const behind = ref(0)

  async function load(): Promise<void> {
    const [found] = await Promise.all([api.gear(), kit.loaded ? null : kit.load()])
    records.value = found.gear
    behind.value = found.behind
    loaded.value = true
  }

  let reading: Promise<void> | null = null
  /** Read once, however many parts of a page ask for it. */
  const needed = (): Promise<void> =>
    loaded.value ? Promise.resolve() : (reading ??= load().finally(() => (reading = null)))

  const shown = computed<ShownGear[]>(() => {
    const today = gearDay(new Date())
    return records.value.flatMap((record): ShownGear[] => {
      const known = kit.byId.get(record.kitId)
      if (!known || !isGear(known.item.kind)) return []
      const events = record.events.map(({ kind, date }) => ({ kind, day: gearDayOf(date) }))
      const memory = gearMemory(known.item.kind, known.item.figures, record.days, events, today)
      return [{ id: record.kitId, item: known.item, record, memory }]
    })
  })
  const byId = computed(() => new Map(shown.value.map(one => [one.id, one])))

  /** An item of kit as a set-up takes it: with what its takes have shown. */
  function taken(id: string): KitItem | undefined {
    const own = byId.value.get(id)
    const last = own?.memory?.points.at(-1)
    return own && last ? remembered(own.item, own.memory, gearDate(last.day)) : kit.byId.get(id)?.item
  }

  async function note(id: string, event: GearEventInput): Promise<void> {
    await api.noteGear(id, event)
    await load()
  }
  async function takeBack(event: string): Promise<void> {
    await api.strikeGear(event, true)
    await load()
  }

  return { loaded, behind, shown, byId, load, needed, taken, note, takeBack }
})
