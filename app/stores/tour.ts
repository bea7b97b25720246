import { TOUR_LABELS, TOUR_STEPS } from '~~/shared/texts/tour'
import { api } from '~/services/api'

type StepId = (typeof TOUR_STEPS)[number]['id']

/** Where somebody is in the tour. */
interface Progress {
  setupId: string
  /** Place of the step; beyond the last: it is over. */
  step: number
  /** Set-up on the practice bench that the last step runs. */
  rehearsal: string
}

const KEY = 'epiro-tour'

function kept(): Progress | null {
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<Progress> | null
    return typeof found?.setupId === 'string' && Number.isInteger(found.step)
      ? { setupId: found.setupId, step: Number(found.step), rehearsal: String(found.rehearsal ?? '') }
      : null
  } catch {
    return null
  }
}

/** The tour: six acts on a set-up that is made for it; it is left at any time, and resumed. */
export const useTourStore = defineStore('tour', () => {
  const progress = ref<Progress | null>(kept())
  /** Left for now: out of sight, and resumed where it was. */
  const away = ref(false)
  const step = computed(() => (progress.value ? (TOUR_STEPS[progress.value.step] ?? null) : null))
  const isOver = computed(() => progress.value !== null && step.value === null)
  const isOn = computed(() => progress.value !== null && !away.value)

  function keep(next: Progress | null): void {
    progress.value = next
    try {
      if (next) localStorage.setItem(KEY, JSON.stringify(next))
      else localStorage.removeItem(KEY)
    } catch {
      // It lasts as long as the page then.
    }
  }

  /** Begins, or goes on where it was left. @returns where to go */
  async function start(): Promise<string> {
    away.value = false
    if (progress.value && !isOver.value) return placeOf(progress.value)
    const date = localDay()
    const shoots = await api.shootNames()
    const shoot =
      shoots.find(({ name }) => name === TOUR_LABELS.shoot) ??
      (await api.createShoot({ name: TOUR_LABELS.shoot, date, place: '', notes: '' }))
    // The layout holds this store: the core is read when a tour begins, not with every page.
    const { newSetup } = await import('~~/core')
    const { id } = await api.createSetup(shoot.id, newSetup('projectile'))
    keep({ setupId: id, step: 0, rehearsal: '' })
    return `/setups/${id}`
  }
  const placeOf = ({ setupId, rehearsal, step: at }: Progress): string =>
    TOUR_STEPS[at]?.id === 'run' && rehearsal !== '' ? `/setups/${rehearsal}/run` : `/setups/${setupId}`

  /** The act of a step was done, or is left out. */
  function next(done?: StepId): void {
    if (!progress.value || (done && step.value?.id !== done)) return
    keep({ ...progress.value, step: progress.value.step + 1 })
  }
  /** Puts the set-up on the practice bench. @returns where it is run */
  async function rehearse(): Promise<string> {
    const now = progress.value!
    const rehearsal = now.rehearsal || (await api.rehearse(now.setupId)).id
    keep({ ...now, rehearsal })
    return `/setups/${rehearsal}/run`
  }
  /** Ends it; its set-up stays, or goes to the archive. */
  async function end(archive: boolean): Promise<void> {
    const setupId = progress.value?.setupId
    keep(null)
    if (archive && setupId) await api.archiveSetup(setupId)
  }

  return { progress, step, isOn, isOver, away, start, next, rehearse, end }
})
