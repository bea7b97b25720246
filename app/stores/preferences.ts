import type { System } from '~~/shared/units'

export type Look = 'work' | 'safelight'

/** How this browser likes things shown; kept in cookies, so that the server's first byte already has the look. */
export const usePreferencesStore = defineStore('preferences', () => {
  const year = { maxAge: 365 * 86_400, sameSite: 'strict', path: '/' } as const
  const look = useCookie<Look>('epiro-look', { ...year, default: () => 'work' })
  const panel = useCookie<'know' | 'all'>('epiro-panel', { ...year, default: () => 'know' })
  const system = useCookie<System>('epiro-units', { ...year, default: () => 'metric' })

  /** Shoots as pictures, or as a compact list. */
  const shootsAs = useCookie<'board' | 'list'>('epiro-shoots', { ...year, default: () => 'board' })

  /** Whether a take whose reading is sure is logged by itself. */
  const autoLog = useCookie<boolean>('epiro-auto-log', { ...year, default: () => false })

  /** The look from before the dark, while a run is on; kept too, so that a tab closed in the dark leaves it. */
  const before = useCookie<Look | null>('epiro-look-before', { ...year, default: () => null })
  function enterDark(): void {
    before.value ??= look.value
    look.value = 'safelight'
  }
  function leaveDark(): void {
    if (before.value === null) return
    look.value = before.value
    before.value = null
  }

  watch(
    look,
    value => {
      document.documentElement.dataset.look = value
    },
    { immediate: true },
  )

  return { look, system, panel, shootsAs, autoLog, enterDark, leaveDark }
})
