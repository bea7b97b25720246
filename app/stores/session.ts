import type { SessionRole } from '~~/shared/schemas/records'
import { ApiError, api } from '~/services/api'

/** Which studio this browser is signed in to. */
export const useSessionStore = defineStore('session', () => {
  const studio = ref<{ name: string, isDemo: boolean } | null>(null)
  const role = ref<SessionRole>('lead')
  const isLead = computed(() => role.value === 'lead')
  const known = ref(false)

  async function load(): Promise<void> {
    try {
      const session = await api.session()
      studio.value = session.studio
      role.value = session.role
    }
    catch (error) {
      if (!(error instanceof ApiError) || error.status !== 401) throw error
      studio.value = null
    }
    known.value = true
  }

  async function signOut(): Promise<void> {
    await api.signOut()
    studio.value = null
  }

  return { studio, role, isLead, known, load, signOut }
})
