import {
  type Change,
  type Fix,
  type Method,
  type Plan,
  type Setup,
  changed,
  entered,
  fieldAt,
  methodChanges,
  plan as planOf,
  withChanges,
  withinLimits,
} from '~~/core'
import { type Followers, followersOf } from '~~/shared/text/followers'
import { significant } from '~~/core/math/significant'
import type { checkSetup } from '~~/shared/schemas/setup'
import type { Mistake } from '~~/shared/schemas/validate'
import { type SetupRecord, api, newerIn } from '~/services/api'
import { SETUP_DRAFT, draftsOf } from '~/services/drafts'
import { Outbox } from '~/services/outbox'
import { useSessionStore } from '~/stores/session'
import { localDay } from '~/utils/day'
import { servicesWords } from '~~/shared/texts/pages/services'

export type SaveState = 'saved' | 'tried' | 'waiting' | 'saving' | 'offline' | 'conflict' | 'refused'

/** Pause after the last change before it is sent, ms. */
const QUIET = 400
const RETRY = 3000
const MOST_UNDO = 200

/** Rows of tables have rules that hold between them. */
const IN_TABLE = /\.(table|repeat|track)\[/
/** Within its limits and bound to no other: what a drag changes many times a second, and most of what is typed. */
const plainlyInOrder = (change: Change): boolean =>
  fieldAt(change.path) !== undefined && !IN_TABLE.test(change.path) && withinLimits(change)

/** A drag stops where a hand stops: four figures of it are what was meant. */
const tidied = (change: Change): Change =>
  typeof change.value === 'number' ? { ...change, value: significant(change.value) } : change

/** The schema of set-ups, once it was read: the page stands without it. */
let check: typeof checkSetup | null = null
/** Reads the schema that files, drafts and changes of whole tables are held to. */
const schema = async (): Promise<typeof checkSetup> => (check ??= (await import('~~/shared/schemas/setup')).checkSetup)
const drafts = draftsOf<Setup>(SETUP_DRAFT, 'setup', value => check!(value))
const same = (one: Setup, other: Setup): boolean => JSON.stringify(one) === JSON.stringify(other)

/** The set-up at hand: its one history, its plan, and its way to the server. */
export const useSetupStore = defineStore('setup', () => {
  const session = useSessionStore()
  const record = shallowRef<SetupRecord | null>(null)
  const setup = shallowRef<Setup | null>(null)
  /** Shown in place of the set-up while a fix is hovered or focused. */
  const preview = shallowRef<Setup | null>(null)
  const saveState = ref<SaveState>('saved')
  /** Whether this browser keeps what waits; else it is gone with the tab. */
  const kept = ref(true)
  const saveMessage = ref('')
  /** What the server has where both were changed. */
  const theirs = shallowRef<SetupRecord | null>(null)
  const past = shallowRef<Setup[]>([])
  const future = shallowRef<Setup[]>([])

  const shown = computed(() => preview.value ?? setup.value)
  /** The plan, or why there is none: a set-up that cannot be planned takes no page with it. */
  const planned = computed<{ plan: Plan | null; failed: string }>(() => {
    if (!shown.value) return { plan: null, failed: '' }
    try {
      return { plan: planOf(shown.value), failed: '' }
    } catch (error) {
      return { plan: null, failed: error instanceof Error ? error.message : String(error) }
    }
  })
  const plan = computed(() => planned.value.plan)
  const failed = computed(() => planned.value.failed)

  /** What the last choice changed besides itself; null: nothing, or something else was done since. */
  const followed = shallowRef<Followers | null>(null)
  let lastMerge = ''
  /** Of each set-up the revision that its next change is made from. */
  const revisions = new Map<string, number>()
  const isOpen = (id: string): boolean => record.value?.id === id

  async function open(id: string): Promise<void> {
    close()
    await box.now(id)
    const loaded = await api.setup(id)
    takeOver(loaded)
    setup.value = loaded.setup
    // What else is changed on this page may need it.
    const read = schema()
    if (drafts.has(id)) await read
    else read.catch(() => {})
    const draft = drafts.has(id) ? drafts.read(id) : null
    if (draft && !same(draft.state, loaded.setup)) {
      setup.value = draft.state
      if (draft.revision === loaded.revision) schedule(0)
      else conflictWith(loaded)
    } else drafts.drop(id)
  }

  /**
   * Takes over what was changed elsewhere, in place: what somebody is at on the page stays. What is no newer than what
   * is here, or was changed here meanwhile, is not taken.
   */
  async function renew(): Promise<void> {
    const id = record.value?.id
    if (id === undefined || saveState.value !== 'saved') return
    const loaded = await api.setup(id)
    if (!isOpen(id) || saveState.value !== 'saved' || loaded.revision <= record.value!.revision) return
    takeOver(loaded)
    setup.value = loaded.setup
    forgetSteps()
  }

  /** What was done before can be neither undone nor told of. */
  function forgetSteps(): void {
    past.value = []
    future.value = []
    followed.value = null
  }

  /** Leaves it; what is not sent yet is sent. */
  function close(): void {
    if (record.value) void box.now(record.value.id)
    record.value = setup.value = preview.value = theirs.value = null
    forgetSteps()
    saveState.value = 'saved'
  }

  /** What the server has is what the next change is made from. */
  function takeOver(current: SetupRecord): void {
    record.value = current
    revisions.set(current.id, current.revision)
  }

  function conflictWith(current: SetupRecord): void {
    box.drop(current.id)
    theirs.value = current
    saveState.value = 'conflict'
  }

  function schedule(wait = QUIET): void {
    if (!record.value || !setup.value) return
    // A viewer may try what a change would do; nothing of it is kept.
    if (!session.isCrew) {
      saveState.value = 'tried'
      return
    }
    const { id, revision } = record.value
    // The server comes first: a browser that keeps nothing keeps no change from it.
    kept.value = drafts.keep(id, { revision, state: setup.value })
    if (saveState.value === 'conflict') return
    saveState.value = 'waiting'
    box.put(id, setup.value, wait)
  }

  const box = new Outbox<Setup>({
    retry: RETRY,
    async send(id, sent) {
      if (isOpen(id)) saveState.value = 'saving'
      try {
        taken(await api.saveSetup(id, revisions.get(id)!, sent), sent)
      } catch (error) {
        const current = newerIn<SetupRecord>(error)
        if (!current) throw error
        if (same(current.setup, sent)) taken(current, sent)
        else if (isOpen(id)) conflictWith(current)
      }
    },
    held(id, error, again) {
      if (!isOpen(id)) return
      saveState.value = again ? 'offline' : 'refused'
      saveMessage.value = error.message
    },
  })

  /** The server has it; a newer one that waits is made from its revision. */
  function taken(saved: SetupRecord, sent: Setup): void {
    revisions.set(saved.id, saved.revision)
    if (isOpen(saved.id)) record.value = saved
    const newest = box.of(saved.id) ?? sent
    const safe = drafts.taken(saved.id, saved.revision, sent, newest)
    if (isOpen(saved.id)) kept.value = safe
    if (isOpen(saved.id)) saveState.value = newest === sent ? 'saved' : 'waiting'
  }

  function replace(next: Setup): void {
    followed.value = null
    if (!setup.value || next === setup.value) return
    past.value = [...past.value.slice(-MOST_UNDO + 1), setup.value]
    future.value = []
    setup.value = next
    preview.value = null
    schedule()
  }

  /** A change alone with what follows from it, so that the set-up stays one whole. */
  function whole(base: Setup, changes: Change[]): Setup {
    const [only] = changes
    if (changes.length === 1 && only?.path === 'method' && withinLimits(only))
      return changed(base, methodChanges(base, only.value as Method, base.trigger))
    return changed(base, changes)
  }

  /**
   * Applies changes; those of one drag, named alike, are undone together. Gives what is wrong with them, and then
   * changes nothing.
   */
  function change(changes: Change[], merge = ''): Mistake[] {
    if (!setup.value) return []
    if (merge !== '') changes = changes.map(tidied)
    const next = entered(whole(setup.value, changes), changes, localDay())
    // Whatever is not plainly in order is held to the whole schema, which says what is wrong.
    if (!changes.every(plainlyInOrder)) {
      if (!check) return [{ field: changes[0]?.path ?? '', reason: servicesWords('setup.stillLoading') }]
      const checked = check(next)
      if ('mistakes' in checked) return checked.mistakes
    }
    const before = setup.value
    if (merge !== '' && merge === lastMerge && past.value.length > 0) {
      setup.value = next
      schedule()
    } else replace(next)
    lastMerge = merge
    followed.value = followersOf(before, next, changes)
    return []
  }

  function undo(): void {
    const previous = past.value.at(-1)
    if (!previous || !setup.value) return
    future.value = [...future.value, setup.value]
    past.value = past.value.slice(0, -1)
    setup.value = previous
    followed.value = null
    lastMerge = ''
    schedule()
  }

  function redo(): void {
    const next = future.value.at(-1)
    if (!next || !setup.value) return
    past.value = [...past.value, setup.value]
    future.value = future.value.slice(0, -1)
    setup.value = next
    followed.value = null
    lastMerge = ''
    schedule()
  }

  const tryFix = (fix: Fix | null): void => {
    preview.value = fix && setup.value ? withChanges(setup.value, fix.changes) : null
  }

  /** Ends a conflict: mine is saved over theirs, or theirs is taken and mine can be had back by undo. */
  function resolve(keep: 'mine' | 'theirs'): void {
    const other = theirs.value
    if (!other || !setup.value) return
    takeOver(other)
    theirs.value = null
    saveState.value = 'saved'
    if (keep === 'mine') {
      schedule(0)
      return
    }
    past.value = [...past.value, setup.value]
    future.value = []
    setup.value = other.setup
    drafts.drop(other.id)
  }

  const canUndo = computed(() => past.value.length > 0)
  const canRedo = computed(() => future.value.length > 0)

  return {
    kept,
    record,
    setup,
    shown,
    preview,
    plan,
    failed,
    followed,
    saveState,
    saveMessage,
    theirs,
    canUndo,
    canRedo,
    open,
    renew,
    close,
    change,
    replace,
    undo,
    redo,
    tryFix,
    resolve,
  }
})
