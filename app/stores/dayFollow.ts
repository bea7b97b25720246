import {
  type DayEventKind,
  type DayHistory,
  type FollowedDay,
  type FollowedRow,
  NOTHING_KNOWN,
  changeMinutes,
  followedRows,
  quickTakes,
  studioRules,
} from '~~/core/day'
import { plan as planOf } from '~~/core'
import { minuteOf } from '~~/shared/day/sun'
import type { DayEventInput } from '~~/shared/schemas/shootDay'
import { type DayLog, api } from '~/services/api'
import { type QueuedDayEvent, dayEventQueue, sendDayEvents } from '~/services/dayEvents'
import { followInWorker } from '~/services/dayPlanner'
import { studioInstant, studioNow } from '~/services/studioClock'
import { useDayStore } from '~/stores/day'
import { useSessionStore } from '~/stores/session'
import { servicesWords } from '~~/shared/texts/pages/services'

/** ms between looks at what others noted and fired, and between tries to send. */
const LOOK = 15_000

/** The day at hand as it goes: what was noted and fired, what is left, and what slips. */
export const useDayFollowStore = defineStore('dayFollow', () => {
  const store = useDayStore()
  const session = useSessionStore()
  const log = shallowRef<Pick<DayLog, 'events' | 'takes'>>({ events: [], takes: [] })
  const queued = shallowRef<QueuedDayEvent[]>([])
  const now = ref(studioNow())
  const followed = shallowRef<FollowedDay | null>(null)
  const trouble = ref('')
  let timer: ReturnType<typeof setInterval> | undefined

  const minute = (at: string | number): number =>
    minuteOf(new Date(at), store.record?.shoot.date ?? '1970-01-01', store.zone)
  /** Min after midnight of the day at hand. */
  const clock = computed(() => minute(now.value))
  const history = computed<DayHistory>(() => {
    const known = new Set(log.value.events.map(({ setupId, kind, at }) => `${setupId} ${kind} ${at}`))
    const waiting = queued.value
      .map(({ setupId, event: { kind, at } }) => ({ setupId, kind, at }))
      .filter(({ setupId, kind, at }) => !known.has(`${setupId} ${kind} ${at}`))
    const ofDay = ({ at }: { at: number }): boolean => at >= store.day.start - 240 && at <= store.day.end + 720
    return {
      events: [...log.value.events, ...waiting]
        .map(({ setupId, kind, at }) => ({ id: setupId, kind, at: minute(at) }))
        .filter(ofDay),
      takes: log.value.takes.map(({ setupId, at, keeper }) => ({ id: setupId, at: minute(at), keeper })).filter(ofDay),
    }
  })
  /** Whether the day is on: it is now, or something of it was noted or fired a while ago. */
  const on = computed(() => {
    const { start, end } = store.day
    const begun = history.value.events.length + history.value.takes.length > 0
    return begun ? clock.value >= start - 240 && clock.value <= end + 720 : clock.value >= start && clock.value <= end
  })
  /** A day that is over is looked at from its end. */
  const at = computed(() => {
    const last = Math.max(0, ...[...history.value.events, ...history.value.takes].map(sign => sign.at))
    return clock.value > store.day.end + 720 ? last : clock.value
  })
  const rows = computed<FollowedRow[]>(() => followedRows(store.input, history.value, at.value))
  const setupOf = (id: string) => store.items.find(item => item.id === id)?.setup

  /** Takes that the set-up on the stage still needs, by its chances and the keepers it has. */
  function takesLeft(): number[] | null {
    const open = rows.value.find(({ stage }) => stage === 'firing')
    const setup = open && setupOf(open.id)
    if (!setup) return null
    const wanted = setup.goal.keepers - open.keepers
    if (wanted <= 0) return []
    const { keeper } = planOf(setup)
    const taken = quickTakes({ ...keeper, chance: open.keepers > 0 ? keeper.later : keeper.chance }, wanted)
    return taken.length > 0 ? taken : null
  }
  async function follow(): Promise<void> {
    const order = store.order?.rows.map(row => row.id)
    if (!on.value || !order) {
      followed.value = null
      return
    }
    const { sheet } = store.day
    try {
      followed.value = await followInWorker(store.input, {
        order,
        sheet: sheet.length > 0 ? sheet : sheetOf(),
        history: history.value,
        now: at.value,
        takes: takesLeft(),
      })
    } catch (error) {
      trouble.value = (error as Error).message
    }
  }
  let soon: ReturnType<typeof setTimeout> | undefined
  watch([() => store.input, () => store.order, history, () => Math.floor(clock.value), on], () => {
    clearTimeout(soon)
    soon = setTimeout(() => void follow(), 150)
  })

  const sheetOf = (): { id: string; fires: number; ends: number }[] =>
    (store.order?.rows ?? []).map(({ id, fires, ends }) => ({ id, fires, ends }))

  async function look(): Promise<void> {
    now.value = studioNow()
    const id = store.record?.shoot.id
    if (!id) return
    const sent = await sendDayEvents(session.key)
    if (sent.refused.length > 0) trouble.value = servicesWords('dayFollow.notSaved', { refused: sent.refused[0]! })
    try {
      const read = await api.dayLog(id)
      const waiting = await dayEventQueue.all(session.key)
      if (store.record?.shoot.id !== id) return
      // Together: what has just been sent would be in neither, and the buttons turn for a moment.
      log.value = read
      queued.value = waiting
      store.learn(read.learnt)
    } catch {
      // Without a network what is here stands.
    }
  }
  async function open(): Promise<void> {
    clearInterval(timer)
    timer = setInterval(() => void look(), LOOK)
    await look()
  }
  function close(): void {
    clearInterval(timer)
    clearTimeout(soon)
    log.value = { events: [], takes: [] }
    followed.value = null
    trouble.value = ''
  }

  /** Minutes of finished work by the rule and as they were worked, to learn from. */
  function learnable(
    kind: DayEventKind,
    id: string,
    then: readonly FollowedRow[],
  ): Pick<DayEventInput, 'planned' | 'minutes'> {
    const place = then.findIndex(row => row.id === id)
    const row = then[place]
    const setup = setupOf(id)
    if (!row || !setup) return { planned: null, minutes: null }
    const rules = studioRules({ setup }, NOTHING_KNOWN)
    const before = setupOf(then[place - 1]?.id ?? '')
    const told = {
      built: [before ? changeMinutes(before, setup) : rules.build.thumb, row.worked.build],
      tested: [rules.test.thumb, row.worked.test],
      done: [rules.take.thumb, row.worked.take],
      struck: [rules.strike.thumb, row.worked.strike],
    } as Partial<Record<DayEventKind, [number, number | null]>>
    const [planned, minutes] = told[kind] ?? [0, null]
    return planned > 0 && minutes !== null && minutes > 0 ? { planned, minutes } : { planned: null, minutes: null }
  }
  /** Notes something of a set-up, now. The first note of a day keeps the times by which it is followed. */
  async function note(kind: DayEventKind, setupId: string): Promise<void> {
    if (!session.isCrew) return
    if (store.day.sheet.length === 0) store.change({ sheet: sheetOf() })
    const instant = studioInstant()
    // Takes fired since the last look are part of what is timed.
    await look()
    const noted = { id: setupId, kind, at: minute(instant) }
    const then = followedRows(store.input, { ...history.value, events: [...history.value.events, noted] }, noted.at)
    const event = { key: crypto.randomUUID(), kind, at: instant, ...learnable(kind, setupId, then) }
    await dayEventQueue.keep({ owner: session.key, setupId, event })
    queued.value = await dayEventQueue.all(session.key)
    await look()
  }
  /** What was noted last, to be taken back. */
  const last = computed(() => log.value.events.at(-1) ?? null)
  async function takeBack(): Promise<void> {
    if (!last.value) return
    await api.strikeDayEvent(last.value.id, true).catch((error: unknown) => {
      trouble.value = (error as Error).message
    })
    await look()
  }

  return { rows, followed, on, clock, at, history, trouble, last, queued, open, close, note, takeBack, minute }
})
