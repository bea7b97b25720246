import { type Setup, newSetup } from '~~/core'
import {
  type DayPlanInput,
  type DaySoFar,
  NOTHING_KNOWN,
  type ShootDay,
  followDay,
  groundOf,
  newShootDay,
  planDay,
  surerOrder,
} from '~~/core/day'
import { type Asked, fresh, serve, storage } from './page'

/** Days that are played for each plan: enough to be one. */
const FEW = 40

/** Takes that the stand-in for the worker finds a set-up to need. */
export const NEEDED = [3, 4, 5, 6]

type Message = { id: number; asked: { kind: string; input?: DayPlanInput; order?: number[] | null; so?: DaySoFar } }

type Answer = { given: unknown } | { failed: string }

/** What the day's workers were asked, those that are left unanswered meanwhile, and what they answer in its place. */
export const worked: {
  asked: Message['asked'][]
  silent: boolean
  held: (() => void)[]
  instead: ((asked: Message['asked'], answer: () => Answer) => Answer) | null
} = { asked: [], silent: false, held: [], instead: null }
/** The workers answer again, first what they were asked meanwhile. */
export function speak(): void {
  worked.silent = false
  for (const answer of worked.held.splice(0)) answer()
}

/** The page's workers, in the page: the same sums over few days. */
class DayWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: (() => void) | null = null
  postMessage({ id, asked }: Message): void {
    worked.asked.push(asked)
    const given = (): Answer => worked.instead?.(asked, () => answerTo(asked)) ?? answerTo(asked)
    const answer = (): void => queueMicrotask(() => this.onmessage?.({ data: { id, ...given() } }))
    if (worked.silent) worked.held.push(answer)
    else answer()
  }
  terminate(): void {
    this.onmessage = null
  }
}
function answerTo({ kind, input, order, so }: Message['asked']): Answer {
  try {
    if (kind === 'takes') return { given: { takes: NEEDED } }
    const few = { ...input!, days: FEW }
    if (kind === 'follow') return { given: { followed: followDay(few, so!) } }
    const plan = planDay(few, order ?? undefined)
    return { given: { plan, surer: order ? null : surerOrder(groundOf(few), plan) } }
  } catch (error) {
    return { failed: (error as Error).message }
  }
}
Object.assign(globalThis, { Worker: DayWorker })

/** A studio's server with one shoot of some set-ups and its day. */
export function dayServer(setups: Record<string, Setup> = { a: newSetup('projectile'), b: newSetup('pour') }) {
  const state = {
    day: null as ShootDay | null,
    revision: 0,
    down: false,
    refuse: 0,
    studio: NOTHING_KNOWN,
    events: [] as { id: string; key: string; setupId: string; kind: string; at: string }[],
    takes: [] as { setupId: string; at: string; keeper: boolean }[],
  }
  const shoot = { id: 'h', name: 'Shoot', date: '2026-12-04', place: 'Hall', notes: '', practice: false }
  const record = () => ({
    shoot,
    revision: state.revision,
    day: state.day,
    studio: state.studio,
    setups: Object.entries(setups).map(([id, setup]) => ({ id, setup })),
  })
  const asked = serve(({ method, path, body }: Asked) => {
    if (state.down) return 'unreachable'
    if (path === '/api/session')
      return {
        body: { studio: { name: 'S', isDemo: false }, role: 'lead', member: 'Mara', key: 'k', installation: false },
      }
    if (path === '/api/day-rules') return { body: { [body.rule]: body.minutes } }
    if (path === '/api/shoots/h/log')
      return { body: { events: state.events, takes: state.takes, learnt: state.studio.learnt } }
    if (path.endsWith('/strike')) {
      state.events = state.events.filter(({ id }) => !path.includes(`/${id}/`))
      return { body: { ok: true } }
    }
    if (path.endsWith('/day-events')) {
      if (state.refuse > 0) return { status: state.refuse, body: { detail: `says ${state.refuse}` } }
      state.events.push({ id: `v${state.events.length}`, setupId: path.split('/')[3]!, ...body })
      return { status: 201, body: { id: 'v' } }
    }
    if (method === 'GET') return { body: record() }
    if (state.refuse > 0) return { status: state.refuse, body: { detail: `says ${state.refuse}` } }
    if (body.revision !== state.revision)
      return { status: 409, body: { detail: 'Changed elsewhere', current: record() } }
    state.day = body.day
    state.revision++
    return { body: record() }
  })
  return {
    state,
    asked,
    shoot,
    saved: () => asked.filter(({ method, path }) => method === 'PUT' && path.endsWith('/day')),
  }
}

/** A day in a zone of its own, so that no machine's clock tells. */
export const utcDay = (change: Partial<ShootDay> = {}): ShootDay => ({ ...newShootDay(), zone: 'UTC', ...change })

const { clearOutboxes } = await import('~~/app/services/outbox')
/** A page of its own, with nothing left of a day before. */
export function freshDay(): void {
  clearOutboxes()
  fresh()
  storage.removeItem('epiro-day-draft-h')
  worked.asked = []
  worked.silent = false
  worked.held = []
  worked.instead = null
}
