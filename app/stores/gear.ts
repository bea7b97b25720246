import { type KitItem, isGear, remembered, rememberedFlash } from '~~/core'
import { type FlashMemory, type GearMemory, flashMemory, gearMemory } from '~~/core/season'
import { gearDate, gearDayOf, gearToday } from '~~/shared/gear/days'
import type { FlashReadingInput } from '~~/shared/schemas/flashReading'
import type { GearEventInput } from '~~/shared/schemas/gear'
import { type GearRecord, api } from '~/services/api'
import { readOnce } from '~/utils/readOnce'
import { useSessionStore } from '~/stores/session'

/** A piece of gear with what its takes, or a flash’s readings, have shown. */
export interface ShownGear {
  id: string
  item: KitItem
  record: GearRecord
  memory: GearMemory | null
  /** Of a flash: by power. */
  flash: FlashMemory | null
}

/** What the studio's takes say of its gear. */
export const useGearStore = defineStore('gear', () => {
  const kit = useKitStore()
  const session = useSessionStore()
  const records = shallowRef<GearRecord[]>([])
  const loaded = ref(false)
  /** Set-ups whose takes are not worked out yet. */
  const behind = ref(0)

  async function load(): Promise<void> {
    const [found] = await Promise.all([api.gear(), kit.needed()])
    // What was named elsewhere since is not in the list yet.
    if (found.gear.some(({ kitId }) => !kit.byId.has(kitId))) await kit.load()
    records.value = found.gear
    behind.value = found.behind
    loaded.value = true
  }

  const needed = readOnce(() => loaded.value, load)

  const shown = computed<ShownGear[]>(() => {
    const today = gearToday(session.zone)
    return records.value.flatMap((record): ShownGear[] => {
      const known = kit.byId.get(record.kitId)
      if (!known) return []
      const { item } = known
      const events = record.events.map(({ kind, date }) => ({ kind, day: gearDayOf(date) }))
      if (!isGear(item.kind)) {
        const rated = item.table.filter(({ basis }) => basis !== 'measured')
        const readings = record.readings.map(reading => ({ ...reading, day: gearDayOf(reading.date) }))
        const flash = flashMemory(rated, readings, events, today)
        return [{ id: record.kitId, item, record, memory: flash?.memory ?? null, flash }]
      }
      const memory = gearMemory(item.kind, item.figures, record.days, events, today)
      return [{ id: record.kitId, item, record, memory, flash: null }]
    })
  })
  const byId = computed(() => new Map(shown.value.map(one => [one.id, one])))

  /** An item of kit as a set-up takes it: with what its takes or readings have shown. */
  function taken(id: string): KitItem | undefined {
    const own = byId.value.get(id)
    const last = own?.memory?.points.at(-1)
    if (!own || !last) return kit.byId.get(id)?.item
    const date = gearDate(last.day)
    return own.flash ? rememberedFlash(own.item, own.flash, date) : remembered(own.item, own.memory, date)
  }

  async function note(id: string, event: GearEventInput): Promise<void> {
    await api.noteGear(id, event)
    await load()
  }
  /** Keeps a duration that was read of a flash. @returns its id */
  async function read(id: string, reading: FlashReadingInput): Promise<string> {
    const made = await api.noteFlashReading(id, reading)
    await load()
    return made.id
  }
  async function takeBackReading(id: string): Promise<void> {
    await api.strikeFlashReading(id, true)
    await load()
  }
  async function takeBack(event: string): Promise<void> {
    await api.strikeGear(event, true)
    await load()
  }

  return { loaded, behind, shown, byId, load, needed, taken, note, takeBack, read, takeBackReading }
})
