import type { ShootInput } from '~~/shared/schemas/records'
import { type ShootRecord, api } from '~/services/api'

/** The studio's shoots with their set-ups. */
export const useShootsStore = defineStore('shoots', () => {
  const shoots = shallowRef<ShootRecord[]>([])
  const loaded = ref(false)

  async function load(): Promise<void> {
    shoots.value = await api.shoots()
    loaded.value = true
  }

  async function create(shoot: ShootInput): Promise<void> {
    await api.createShoot(shoot)
    await load()
  }

  return { shoots, loaded, load, create }
})
