import type { SessionRole } from '~~/shared/schemas/records'
import { ownZone } from '~~/shared/units/zone'
import { ApiError, api } from '~/services/api'
import { keepFor } from '~/services/kept'

/** Which studio this browser is signed in to. */
export const useSessionStore = defineStore('session', () => {
  const studio = ref<{ name: string; isDemo: boolean; zone: string | null } | null>(null)
  const role = ref<SessionRole>('lead')
  /** Name of who is signed in; null: from before people had names. */
  const member = ref<string | null>(null)
  /** Tells one person in one studio from all others; empty: nobody is signed in. */
  const key = ref('')
  /** Whether this is a lead of the installation, who makes other studios. */
  const installation = ref(false)
  /** The zone by whose clocks the studio's days go; this device's where it is not known. */
  const zone = computed(() => studio.value?.zone ?? ownZone())
  const isLead = computed(() => role.value === 'lead')
  /** Whether this device runs and logs, or only looks. */
  const isCrew = computed(() => role.value !== 'viewer')
  const known = ref(false)

  async function load(): Promise<void> {
    try {
      const session = await api.session()
      await keepFor(session.key)
      studio.value = session.studio
      role.value = session.role
      member.value = session.member
      key.value = session.key
      installation.value = session.installation
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 401) throw error
      studio.value = null
      key.value = ''
    }
    known.value = true
  }

  /** Has the studio's days go by the clocks of another zone. */
  async function setZone(next: string): Promise<void> {
    await api.setZone(next)
    if (studio.value) studio.value = { ...studio.value, zone: next }
  }

  async function signOut(): Promise<void> {
    await api.signOut()
    studio.value = null
    key.value = ''
  }

  return { studio, role, member, key, zone, installation, isLead, isCrew, known, load, setZone, signOut }
})
