import { plan as planOf } from '~~/core'
import {
  type DayChoice,
  type DayItem,
  type DayOrder,
  type DayPlan,
  type ShootDay,
  type MinuteRule,
  NOTHING_KNOWN,
  type Stretch,
  type StudioKnows,
  type StudioMinutes,
  type SurerOrder,
  better,
  choiceOf,
  dayInputOf,
  groundOf,
  newShootDay,
  quickTakes,
  walked,
} from '~~/core/day'
import type { Planned } from '~~/shared/day/sheet'
import { darkStretches, sunStretches } from '~~/shared/day/sun'
import { checkShootDay } from '~~/shared/schemas/shootDay'
import { type DayRecord, api, newerIn } from '~/services/api'
import { planInWorker, takesInWorker } from '~/services/dayPlanner'
import { draftsOf } from '~/services/drafts'
import { Outbox } from '~/services/outbox'
import { useSessionStore } from '~/stores/session'
import { servicesWords } from '~~/shared/texts/pages/services'

const RETRY = 3000
const QUIET = 500
const MOST_UNDO = 100
const drafts = draftsOf('epiro-day-draft-', 'day', checkShootDay)

/** The day of a shoot at hand: what was said of it, its plan, its history and its way to the server. */
export const useDayStore = defineStore('day', () => {
  const session = useSessionStore()
  const record = shallowRef<DayRecord | null>(null)
  const day = shallowRef<ShootDay>(newShootDay())
  const items = shallowRef<DayItem[]>([])
  const trouble = ref('')
  const past = shallowRef<ShootDay[]>([])
  const future = shallowRef<ShootDay[]>([])

  /** The zone whose clock the day goes by: its own, or the studio's. */
  const zone = computed(() => day.value.zone || session.zone)
  const dark = computed(() => {
    const { blackedOut, latitude, longitude } = day.value
    if (blackedOut || latitude === null || longitude === null || !record.value) return null
    return darkStretches(record.value.shoot.date, zone.value, latitude, longitude)
  })
  /** When the sun stands where it is wanted, by set-up whose light it is; without a place it cannot be told. */
  const sunned = computed<Record<string, Stretch[]>>(() => {
    const { latitude, longitude, setups } = day.value
    if (latitude === null || longitude === null || !record.value) return {}
    const { date } = record.value.shoot
    return Object.fromEntries(
      Object.entries(setups).flatMap(([id, { sun }]) =>
        sun ? [[id, sunStretches(date, zone.value, { latitude, longitude }, sun)]] : [],
      ),
    )
  })
  /** What the studio knows of its own minutes. */
  const studio = computed<StudioKnows>(() => record.value?.studio ?? NOTHING_KNOWN)
  const input = computed(() =>
    dayInputOf(day.value, items.value, {
      date: record.value?.shoot.date ?? '',
      dark: dark.value,
      studio: studio.value,
      sunned: sunned.value,
    }),
  )
  const ground = computed(() => groundOf(input.value))
  const placesOf = (ids: readonly string[]): number[] =>
    ids.flatMap(id => {
      const at = input.value.setups.findIndex(setup => setup.id === id)
      return at < 0 ? [] : [at]
    })

  /** The plan as it was played last, and the best there is where somebody chose another order. */
  const played = shallowRef<DayPlan | null>(null)
  const best = shallowRef<DayPlan | null>(null)
  const planning = ref(false)
  /** An order that keeps the fixed times on clearly more days than the best. */
  const surer = shallowRef<SurerOrder | null>(null)

  /** Every set-up of the day in the chosen order; those that nobody placed come last. */
  const chosen = computed<string[] | null>(() => {
    if (day.value.order.length === 0) return null
    const here = input.value.setups.map(({ id }) => id)
    return [...day.value.order.filter(id => here.includes(id)), ...here.filter(id => !day.value.order.includes(id))]
  })
  /** The order as it stands now, at once: while it is played the times are those of the walk. */
  const order = computed<DayOrder | null>(() => {
    const ids = chosen.value ?? played.value?.rows.map(({ id }) => id) ?? null
    return ids === null ? null : walked(ground.value, placesOf(ids))
  })
  /** Whether what was played is what stands there. */
  const fresh = computed(
    () =>
      played.value !== null &&
      order.value !== null &&
      !planning.value &&
      played.value.rows.map(({ id }) => id).join() === order.value.rows.map(({ id }) => id).join(),
  )
  /** Whether every set-up's sessions were played; until then its takes are about as they come. */
  const sessionsLeft = ref(0)
  /** The day as its sheet and its files tell it; null while its plan is not yet what stands there. */
  const planned = computed<Planned | null>(() =>
    fresh.value && record.value
      ? {
          shoot: record.value.shoot,
          day: day.value,
          input: input.value,
          plan: played.value!,
          setups: new Map(items.value.map(item => [item.id, item.setup])),
        }
      : null,
  )
  /** A better order than the chosen one, where it saves five minutes or a set-up. */
  const offer = computed(() => {
    if (!chosen.value || !best.value || !order.value || !better(best.value, order.value)) return null
    const sooner = order.value.end - best.value.end
    return sooner >= 5 || best.value.rows.length > order.value.rows.length ? { plan: best.value, sooner } : null
  })

  async function replan(): Promise<void> {
    if (items.value.length === 0) {
      played.value = null
      return
    }
    planning.value = true
    trouble.value = ''
    try {
      const [given, ids] = [input.value, chosen.value]
      const made = await planInWorker(given, ids === null ? null : placesOf(ids))
      if (!made) return
      played.value = made.plan
      const sought = ids === null ? made : await planInWorker(given, null)
      best.value = sought?.plan ?? null
      surer.value = sought?.surer ?? null
      planning.value = false
    } catch (error) {
      trouble.value = (error as Error).message
      planning.value = false
    }
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  watch([input, chosen], () => {
    clearTimeout(timer)
    planning.value = items.value.length > 0
    timer = setTimeout(() => void replan(), 60)
  })

  let opened = 0
  async function open(shootId: string): Promise<void> {
    close()
    const opening = opened
    const loaded = await api.day(shootId)
    if (opening !== opened) return
    record.value = loaded
    day.value = loaded.day ?? newShootDay()
    const draft = drafts.read(shootId)
    if (draft && draft.revision === loaded.revision) {
      day.value = draft.state
      box.put(shootId, draft.state)
    } else drafts.drop(shootId)
    // About as they come, until sessions were played.
    items.value = loaded.setups.map(({ id, setup }) => ({
      id,
      setup,
      takes: quickTakes(planOf(setup).keeper, setup.goal.keepers),
    }))
    sessionsLeft.value = loaded.setups.length
    for (const { id, setup } of loaded.setups) {
      const takes = await takesInWorker(setup).catch(() => null)
      if (opening !== opened) return
      sessionsLeft.value--
      if (takes) items.value = items.value.map(item => (item.id === id ? { ...item, takes } : item))
    }
  }
  function close(): void {
    opened++
    clearTimeout(timer)
    if (record.value) void box.now(record.value.shoot.id)
    record.value = null
    items.value = []
    played.value = best.value = null
    past.value = []
    future.value = []
    trouble.value = ''
  }

  const box = new Outbox<ShootDay>({
    retry: RETRY,
    async send(id, sent) {
      const known = record.value?.shoot.id === id ? record.value.revision : (drafts.read(id)?.revision ?? 0)
      try {
        const saved = await api.saveDay(id, known, sent)
        if (record.value?.shoot.id === id) record.value = { ...record.value, revision: saved.revision }
        drafts.taken(id, saved.revision, sent, box.of(id) ?? sent)
      } catch (error) {
        const current = newerIn<DayRecord>(error)
        if (!current) throw error
        drafts.drop(id)
        box.drop(id)
        if (record.value?.shoot.id !== id) return
        record.value = { ...record.value, revision: current.revision }
        if (current.day) day.value = current.day
        trouble.value = servicesWords('day.changedElsewhereMeantimeLatest')
      }
    },
    held: (id, error, again) => {
      if (record.value?.shoot.id === id)
        trouble.value = again
          ? servicesWords('day.notSavedYetTrying', { message: error.message })
          : servicesWords('day.notSaved', { message: error.message })
    },
  })

  function put(next: ShootDay): void {
    day.value = next
    const id = record.value?.shoot.id
    if (!id || !session.isCrew) return
    drafts.keep(id, { revision: record.value!.revision, state: next })
    box.put(id, next, QUIET)
  }
  /** Changes the day. @returns what is wrong with the change, and then nothing is changed; empty: nothing */
  function change(next: Partial<ShootDay>): string {
    const checked = checkShootDay({ ...day.value, ...next })
    if ('mistakes' in checked) return checked.mistakes[0]?.reason ?? servicesWords('day.cannot')
    past.value = [...past.value.slice(-MOST_UNDO + 1), day.value]
    future.value = []
    put(checked.value)
    return ''
  }
  const choose = (id: string, next: Partial<DayChoice>): string =>
    change({ setups: { ...day.value.setups, [id]: { ...choiceOf(day.value, id), ...next } } })

  /** Moves a set-up to a place in the order, which from then on is somebody's. */
  function move(id: string, to: number): void {
    const now = chosen.value ?? order.value?.rows.map(row => row.id) ?? []
    const without = now.filter(one => one !== id)
    const at = Math.max(0, Math.min(without.length, to))
    const next = [...without.slice(0, at), id, ...without.slice(at)]
    if (next.join() !== now.join()) change({ order: next })
  }
  /** Minutes of the studio's own for a rule, for every shoot; null: by the rule again. @returns what is wrong */
  async function setRule(rule: MinuteRule, minutes: number | null): Promise<string> {
    try {
      const own = await api.setDayRule(rule, minutes)
      if (record.value) record.value = { ...record.value, studio: { ...record.value.studio, own } }
      return ''
    } catch (error) {
      return (error as Error).message
    }
  }
  /** What the studio's own minutes have come to meanwhile; the day is planned anew where they changed. */
  function learn(learnt: StudioMinutes): void {
    if (!record.value || JSON.stringify(learnt) === JSON.stringify(studio.value.learnt)) return
    record.value = { ...record.value, studio: { ...studio.value, learnt } }
  }
  function undo(): void {
    const before = past.value.at(-1)
    if (!before) return
    future.value = [...future.value, day.value]
    past.value = past.value.slice(0, -1)
    put(before)
  }
  function redo(): void {
    const next = future.value.at(-1)
    if (!next) return
    past.value = [...past.value, day.value]
    future.value = future.value.slice(0, -1)
    put(next)
  }

  return {
    record,
    day,
    items,
    input,
    studio,
    zone,
    order,
    played,
    fresh,
    about: computed(() => sessionsLeft.value > 0),
    planned,
    planning,
    offer,
    /** Offered where nobody chose an order: the set-ups by id. */
    surer: computed(() =>
      surer.value && day.value.order.length === 0
        ? { ...surer.value, ids: surer.value.order.map(place => input.value.setups[place]?.id ?? '') }
        : null,
    ),
    dark,
    sunned,
    trouble,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    open,
    close,
    change,
    choose,
    move,
    setRule,
    learn,
    /** Somebody of the day by name. */
    personOf: (id: string): string => day.value.people.find(person => person.id === id)?.name ?? id,
    /** When everything is packed, the order being over at a minute. */
    packed: (minute: number): number => minute + day.value.end - input.value.end,
    undo,
    redo,
  }
})
