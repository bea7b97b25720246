import { ApiError, api } from '~/services/api'

/** Which studio this browser is signed in to. */
export const useSessionStore = defineStore('session', () => {
  const studio = ref<{ name: string, isDemo: boolean } | null>(null)
  const known = ref(false)

  async function load(): Promise<void> {
    try {
      studio.value = (await api.session()).studio
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

  return { studio, known, load, signOut }
})
