import {
  type Change,
  type Fix,
  type Method,
  type Plan,
  type Setup,
  type Trigger,
  changed,
  entered,
  fieldAt,
  methodChanges,
  plan as planOf,
  withChanges,
  withinLimits,
} from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import type { Mistake } from '~~/shared/schemas/validate'
import { ApiError, type SetupRecord, api, comesBack } from '~/services/api'
import { useSessionStore } from '~/stores/session'
import { localDay } from '~/utils/day'

export type SaveState = 'saved' | 'tried' | 'waiting' | 'saving' | 'offline' | 'conflict' | 'refused'

/** Pause after the last change before it is sent, ms. */
const QUIET = 400
const RETRY = 3000
const MOST_UNDO = 200

/** Rows of tables have rules that hold between them. */
const IN_TABLE = /\.(table|repeat|track)\[/
/** A number within its field's limits and bound to no other: what a drag changes many times a second. */
const plainlyInOrder = (change: Change): boolean =>
  fieldAt(change.path)?.type === 'number' && !IN_TABLE.test(change.path) && withinLimits(change)

interface Draft {
  revision: number
  setup: Setup
}

/** What was changed here and not yet taken by the server outlives the tab. */
const draftKey = (id: string): string => `epiro-draft-${id}`
function readDraft(id: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null') as Draft | null
    const checked = draft && checkSetup(draft.setup)
    return checked && 'value' in checked ? { ...draft, setup: checked.value } : null
  } catch {
    return null
  }
}

/** The set-up at hand: its one history, its plan, and its way to the server. */
export const useSetupStore = defineStore('setup', () => {
  const session = useSessionStore()
  const record = shallowRef<SetupRecord | null>(null)
  const setup = shallowRef<Setup | null>(null)
  /** Shown in place of the set-up while a fix is hovered or focused. */
  const preview = shallowRef<Setup | null>(null)
  const saveState = ref<SaveState>('saved')
  const saveMessage = ref('')
  /** What the server has where both were changed. */
  const theirs = shallowRef<SetupRecord | null>(null)
  const past = shallowRef<Setup[]>([])
  const future = shallowRef<Setup[]>([])

  const shown = computed(() => preview.value ?? setup.value)
  const plan = computed<Plan | null>(() => (shown.value ? planOf(shown.value) : null))

  let timer: ReturnType<typeof setTimeout> | undefined
  let lastMerge = ''
  let saving: Promise<void> | null = null

  async function open(id: string): Promise<void> {
    close()
    const loaded = await api.setup(id)
    record.value = loaded
    setup.value = loaded.setup
    const draft = readDraft(id)
    if (draft && JSON.stringify(draft.setup) !== JSON.stringify(loaded.setup)) {
      setup.value = draft.setup
      if (draft.revision === loaded.revision) schedule(0)
      else conflictWith(loaded)
    } else localStorage.removeItem(draftKey(id))
  }

  function close(): void {
    clearTimeout(timer)
    record.value = setup.value = preview.value = theirs.value = null
    past.value = []
    future.value = []
    saveState.value = 'saved'
  }

  function conflictWith(current: SetupRecord): void {
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
    localStorage.setItem(
      draftKey(record.value.id),
      JSON.stringify({ revision: record.value.revision, setup: setup.value } satisfies Draft),
    )
    if (saveState.value === 'conflict') return
    saveState.value = 'waiting'
    clearTimeout(timer)
    timer = setTimeout(() => void save(), wait)
  }

  async function save(): Promise<void> {
    if (saving) return saving
    saving = send().finally(() => {
      saving = null
    })
    return saving
  }

  async function send(): Promise<void> {
    const base = record.value
    const sent = setup.value
    if (!base || !sent) return
    saveState.value = 'saving'
    try {
      const kept = await api.saveSetup(base.id, base.revision, sent)
      if (record.value?.id !== base.id) return
      record.value = kept
      if (setup.value === sent) {
        localStorage.removeItem(draftKey(base.id))
        saveState.value = 'saved'
      } else schedule()
    } catch (error) {
      if (record.value?.id !== base.id || !(error instanceof ApiError)) return
      const current = error.problem?.current as SetupRecord | undefined
      if (error.status === 409 && current) {
        if (JSON.stringify(current.setup) === JSON.stringify(sent)) {
          record.value = current
          saveState.value = 'saved'
        } else conflictWith(current)
      } else if (!comesBack(error.status)) {
        saveState.value = 'refused'
        saveMessage.value = error.message
      } else {
        saveState.value = 'offline'
        saveMessage.value = error.message
        clearTimeout(timer)
        timer = setTimeout(() => void save(), RETRY)
      }
    }
  }

  function replace(next: Setup): void {
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
    if (changes.length !== 1 || !only || !withinLimits(only)) return changed(base, changes)
    if (only.path === 'method') return withChanges(base, methodChanges(base, only.value as Method, base.trigger))
    if (only.path === 'trigger') return withChanges(base, methodChanges(base, base.method, only.value as Trigger))
    return changed(base, changes)
  }

  /**
   * Applies changes; those of one drag, named alike, are undone together. Gives what is wrong with them, and then
   * changes nothing.
   */
  function change(changes: Change[], merge = ''): Mistake[] {
    if (!setup.value) return []
    const next = entered(whole(setup.value, changes), changes, localDay())
    // Whatever is not plainly in order is held to the whole schema, which says what is wrong.
    if (!changes.every(plainlyInOrder)) {
      const checked = checkSetup(next)
      if ('mistakes' in checked) return checked.mistakes
    }
    if (merge !== '' && merge === lastMerge && past.value.length > 0) {
      setup.value = next
      schedule()
    } else replace(next)
    lastMerge = merge
    return []
  }

  function undo(): void {
    const previous = past.value.at(-1)
    if (!previous || !setup.value) return
    future.value = [...future.value, setup.value]
    past.value = past.value.slice(0, -1)
    setup.value = previous
    lastMerge = ''
    schedule()
  }

  function redo(): void {
    const next = future.value.at(-1)
    if (!next || !setup.value) return
    past.value = [...past.value, setup.value]
    future.value = future.value.slice(0, -1)
    setup.value = next
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
    record.value = other
    theirs.value = null
    saveState.value = 'saved'
    if (keep === 'mine') {
      schedule(0)
      return
    }
    past.value = [...past.value, setup.value]
    future.value = []
    setup.value = other.setup
    localStorage.removeItem(draftKey(other.id))
  }

  const canUndo = computed(() => past.value.length > 0)
  const canRedo = computed(() => future.value.length > 0)

  return {
    record,
    setup,
    shown,
    preview,
    plan,
    saveState,
    saveMessage,
    theirs,
    canUndo,
    canRedo,
    open,
    close,
    change,
    replace,
    undo,
    redo,
    tryFix,
    resolve,
    save,
  }
})
