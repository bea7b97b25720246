import { type PictureRecord, api } from '~/services/api'

/** Pictures of the set-up at hand, the newest first. */
export const usePicturesStore = defineStore('pictures', () => {
  const setupId = ref('')
  const pictures = shallowRef<PictureRecord[]>([])
  const latest = computed(() => pictures.value[0] ?? null)
  const ofTake = computed(() => {
    const found = new Map<string, PictureRecord[]>()
    for (const picture of pictures.value)
      if (picture.takeId) found.set(picture.takeId, [...(found.get(picture.takeId) ?? []), picture])
    return found
  })

  async function refresh(): Promise<void> {
    const id = setupId.value
    const list = id ? await api.pictures(id) : []
    if (setupId.value === id) pictures.value = list
  }
  async function open(id: string): Promise<void> {
    setupId.value = id
    pictures.value = []
    await refresh()
  }
  /** Adds files to a take, or to those of their times; gives what went wrong, file by file. */
  async function add(files: readonly File[], take: string | null): Promise<string[]> {
    const wrong: string[] = []
    for (const file of files) {
      try {
        await api.addPicture(setupId.value, file, take)
      } catch (error) {
        wrong.push(`${file.name}: ${(error as Error).message}`)
      }
    }
    await refresh()
    return wrong
  }
  async function put(id: string, take: string | null): Promise<void> {
    await api.putPicture(id, take)
    await refresh()
  }

  async function remove(id: string): Promise<void> {
    await api.deletePicture(id)
    await refresh()
  }

  return { pictures, latest, ofTake, open, refresh, add, put, remove }
})
