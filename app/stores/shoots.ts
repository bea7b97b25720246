import type { Recipe } from '~~/core'
import { newSetup } from '~~/core'
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

  /** Adds a whole, plausible set-up of a recipe; gives its id. */
  async function addSetup(shootId: string, recipe: Recipe): Promise<string> {
    return (await api.createSetup(shootId, newSetup(recipe))).id
  }

  return { shoots, loaded, load, create, addSetup }
})
