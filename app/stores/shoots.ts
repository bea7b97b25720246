import type { ShootInput } from '~~/shared/schemas/records'
import { type ShootRecord, api } from '~/services/api'

/** The studio's shoots with their set-ups, the newest first, as far back as was asked for. */
export const useShootsStore = defineStore('shoots', () => {
  const shoots = shallowRef<ShootRecord[]>([])
  /** Where the earlier ones are; null: all are here. */
  const next = shallowRef<string | null>(null)
  const loaded = ref(false)

  /** Reads them anew, as many as there were. */
  async function load(): Promise<void> {
    const wanted = shoots.value.length
    let page = await api.shoots()
    const read = [...page.items]
    while (page.next && read.length < wanted) {
      page = await api.shoots(page.next)
      read.push(...page.items)
    }
    shoots.value = read
    next.value = page.next
    loaded.value = true
  }

  /** Reads the next page of earlier ones. */
  async function loadEarlier(): Promise<void> {
    if (!next.value) return
    const page = await api.shoots(next.value)
    const here = new Set(shoots.value.map(shoot => shoot.id))
    shoots.value = [...shoots.value, ...page.items.filter(shoot => !here.has(shoot.id))]
    next.value = page.next
  }

  async function create(shoot: ShootInput): Promise<void> {
    await api.createShoot(shoot)
    await load()
  }

  return { shoots, next, loaded, load, loadEarlier, create }
})
