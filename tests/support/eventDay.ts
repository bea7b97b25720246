import type { DayHistory, DayPlanInput } from '~~/core/day'

/** Random numbers of the simulation's own. */
function chanceOf(seed: number): { even: () => number; normal: () => number } {
  let state = (seed * 2654435761) >>> 0
  const even = (): number => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even())
  return { even, normal }
}

/** A clock that crews work by: whistles stop work and let it go on. */
class Clock {
  constructor(
    public now: number,
    private readonly whistles: readonly { at: number; minutes: number }[],
  ) {}

  private pause(): { at: number; minutes: number } | undefined {
    return this.whistles.find(({ at, minutes }) => this.now >= at && this.now < at + minutes)
  }
  /** Waits until work may begin. */
  wait(): void {
    for (let whistle = this.pause(); whistle; whistle = this.pause()) this.now = whistle.at + whistle.minutes
  }
  /** Works so long, resting as the whistles say. */
  work(minutes: number): void {
    let left = minutes
    if (left <= 0) return
    for (;;) {
      this.wait()
      const next = Math.min(...this.whistles.map(({ at }) => at).filter(at => at > this.now), Infinity)
      if (this.now + left <= next) {
        this.now += left
        return
      }
      left -= next - this.now
      this.now = next
    }
  }
  copy(): Clock {
    return new Clock(this.now, this.whistles)
  }
}

/** When a set-up may be fired: minute by minute, stretches that touch made one. */
function openings(day: DayPlanInput, i: number): [number, number][] {
  const setup = day.setups[i]!
  const within = (list: readonly (readonly [number, number])[], minute: number): boolean =>
    list.length === 0 || list.some(([from, to]) => minute >= from && minute < to)
  const found: [number, number][] = []
  const last = 6000
  for (let minute = 0; minute < last; minute++) {
    const open =
      within(setup.windows, minute) &&
      setup.needs.every(id => within(day.people.find(person => person.id === id)!.hours, minute)) &&
      !(setup.loud && day.quiet.some(([from, to]) => minute >= from && minute < to))
    if (!open) continue
    if (found.at(-1)?.[1] === minute) found.at(-1)![1] = minute + 1
    else found.push([minute, minute + 1])
  }
  return found.map(([from, to]) => [from, to === last ? Infinity : to])
}

export interface SimulatedDay {
  end: number
  ends: (number | null)[]
  whole: boolean[]
  used: Record<string, number>
  /** What somebody would have noted, and the takes: who stands by presses at once. */
  events: DayHistory['events'][number][]
  takes: DayHistory['takes'][number][]
}

/** A day as it goes, event by event: a second account of rule 5 that shares no code with the planner's. */
export function simulateDay(day: DayPlanInput, order: readonly number[], seed: number): SimulatedDay {
  const { even, normal } = chanceOf(seed)
  const pace = Math.exp(0.12 * normal() - 0.0072)
  const drawn = (minutes: number, s: number): number => minutes * pace * Math.exp(s * normal() - (s * s) / 2)
  const clock = new Clock(day.start, day.breaks)
  let dirt: string[] = []
  let last: number | null = null
  let anything = false
  const out: SimulatedDay = { end: 0, ends: [], whole: [], used: {}, events: [], takes: [] }
  for (const i of order) {
    const setup = day.setups[i]!
    const before = clock.copy()
    const cleaned = dirt.filter(kind => setup.minds.includes(kind))
    const change = day.change[last === null ? '' : day.setups[last]!.id]?.[setup.id]
    let busy = last !== null && change === undefined ? drawn(day.setups[last]!.strike, 0.2) : 0
    for (const kind of cleaned) busy += drawn(day.clean[kind]![0], 0.25)
    clock.work(busy)
    const airedAt = clock.now + Math.max(0, ...cleaned.map(kind => day.clean[kind]![1]))
    clock.work(drawn(change ?? setup.build, 0.3))
    clock.now = Math.max(clock.now, airedAt)
    const trouble = even() < (anything ? 0.15 : 0.35) ? -20 * Math.log(1 - even()) : 0
    const builtAt = clock.now
    clock.work(drawn(setup.test, 0.4))
    const brokeAt = clock.now
    clock.work(trouble)
    const readyAt = clock.now
    const noted: SimulatedDay['events'] = [{ id: setup.id, kind: 'built', at: builtAt }]
    if (trouble > 0)
      noted.push({ id: setup.id, kind: 'fault', at: brokeAt }, { id: setup.id, kind: 'mended', at: readyAt })
    noted.push({ id: setup.id, kind: 'tested', at: readyAt })
    const piece = setup.takes === null || setup.take === null
    const n = piece ? 1 : Math.min(setup.most.takes, setup.takes![Math.floor(even() * setup.takes!.length)]!)
    const one = (): number => (piece ? drawn(setup.fire, 0.3) : drawn(setup.take!, 0.35))
    let first = one()
    let stretch: [number, number] | undefined
    for (const [from, to] of openings(day, i)) {
      const tried = clock.copy()
      tried.now = Math.max(tried.now, from)
      tried.wait()
      const begins = tried.now
      tried.work(first)
      if (tried.now > to) continue
      clock.now = begins
      out.events.push(...noted, { id: setup.id, kind: 'armed', at: begins })
      stretch = [from, to]
      break
    }
    if (!stretch) {
      clock.now = before.now
      out.ends.push(null)
      out.whole.push(false)
      continue
    }
    let [fired, spent] = [0, 0]
    while (fired < n && (piece || spent < setup.most.minutes)) {
      const tried = clock.copy()
      tried.work(first)
      if (tried.now > stretch[1]) break
      clock.now = tried.now
      spent += first
      fired++
      if (!piece) out.takes.push({ id: setup.id, at: clock.now, keeper: false })
      first = one()
    }
    anything = true
    dirt = [...new Set([...dirt.filter(kind => !cleaned.includes(kind)), ...setup.leaves])]
    last = i
    out.events.push({ id: setup.id, kind: 'done', at: clock.now })
    out.ends.push(clock.now)
    out.whole.push(fired >= n || (!piece && spent >= setup.most.minutes))
    const takes = piece ? Math.round(setup.fire / (setup.take ?? Infinity)) : fired
    for (const [kind, each] of Object.entries(setup.props)) out.used[kind] = (out.used[kind] ?? 0) + each * takes
  }
  clock.work(last === null ? 0 : drawn(day.setups[last]!.strike, 0.2))
  out.end = clock.now
  return out
}
