import { USUAL_READING_ERROR } from '~~/core/season'
import {
  type Export,
  type GivenFrom,
  type HandMark,
  type LabReading,
  type LabSettings,
  type LabTool,
  LAB_TOOLS,
  exportedToKit,
  exportedToSetup,
  labTool,
  marksOf,
  startOf,
  takenFromKit,
  takenFromSetup,
} from '~~/core/lab'
import { EVIDENCE_FIELDS, type Evidence, assess, sceneFigures } from '~~/core'
import { amendmentOf } from '~~/shared/takes/input'
import { LAB } from '~~/shared/text/lab'
import { askLab, stopLab } from '~/services/lab'
import { decodedSound } from '~/services/recording'
import type { LabFile } from '~/workers/lab.worker'
import { localDay } from '~/utils/day'
import { servicesWords } from '~~/shared/texts/pages/services'

/** A figure that was sent from here, with what takes it back. */
export interface Sent {
  label: string
  where: string
  /** Empty: it was taken back, or cannot be. */
  back: (() => Promise<void> | void) | null
  taken: boolean
}

/** The Lab: a tool, the files it was given, what it reads in them, and what was sent on. */
export const useLabStore = defineStore('lab', () => {
  const toolId = ref(LAB_TOOLS[0]!.id)
  const tool = computed<LabTool>(() => labTool(toolId.value)!)
  const files = shallowRef<LabFile[]>([])
  const settings = ref<LabSettings>(startOf(tool.value))
  const marks = shallowRef<HandMark[]>([])
  const reading = shallowRef<LabReading | null>(null)
  /** What is true of a stand-in; null: these are real files. */
  const truth = shallowRef<Record<string, number> | null>(null)
  /** Whether the truth stays hidden until it is asked for. */
  const hidden = ref(false)
  const busy = ref('')
  const trouble = ref<string[]>([])
  const sent = shallowRef<Sent[]>([])
  /** What is asked of the tool: an answer to something earlier comes too late. */
  let asked = 0
  /** Settings that somebody set since the tool was chosen. */
  let said: LabSettings = {}
  /** Readings asked for: marks move faster than they are read, and only the last answer holds. */
  let reads = 0

  function choose(id: string): void {
    if (!labTool(id)) return
    toolId.value = id
    said = {}
    clear()
    settings.value = startOf(tool.value)
    takeKnown()
  }
  /** Settings that the set-up at hand knows take the place of what they start with. */
  function takeKnown(): void {
    if (!truth.value) settings.value = { ...settings.value, ...fromSetup() }
  }
  function clear(): void {
    asked++
    reads++
    files.value = []
    marks.value = []
    reading.value = null
    truth.value = null
    trouble.value = []
    void askLab<'forget'>({ kind: 'forget' })
  }

  /** A sample that is shown, or on its way, makes room, its settings with it; what somebody set meanwhile stays. */
  function ownFiles(): void {
    clear()
    settings.value = { ...startOf(tool.value), ...fromSetup(), ...said }
  }

  /** What the set-up at hand knows of a tool's settings. */
  function fromSetup(): LabSettings {
    const setup = useSetupStore().setup
    if (!setup) return {}
    const { middle } = sceneFigures(assess(setup)).background
    const known: LabSettings = {
      power: setup.flashes[0]?.power ?? null,
      air: setup.air.temperatureC,
      distance: setup.subject.distance,
      delay: setup.delay,
      travel: setup.camera.curtainTravel,
      planned: middle === null ? null : Number(middle.toFixed(2)),
      reflectance: toolId.value === 'ground' ? setup.scene.ground.reflectance : null,
    }
    const asked = new Set(tool.value.fields.map(field => field.key))
    return Object.fromEntries(Object.entries(known).filter(([key, value]) => asked.has(key) && value != null))
  }

  async function work(what: string, job: () => Promise<void>): Promise<void> {
    busy.value = what
    trouble.value = []
    try {
      await job()
    } catch (error) {
      trouble.value = [...trouble.value, (error as Error).message]
    }
    busy.value = ''
  }

  const read = async (): Promise<void> => {
    const own = ++reads
    if (files.value.length < tool.value.least) {
      reading.value = null
      return
    }
    const answer = await askLab<'read'>({
      kind: 'read',
      tool: toolId.value,
      files: files.value.map(({ file }) => file),
      settings: { ...settings.value },
      marks: marks.value.map(mark => ({ ...mark })),
    })
    if (own === reads) reading.value = answer
  }

  async function one(file: File): Promise<LabFile> {
    if (tool.value.takes === 'frame')
      return askLab<'picture'>({ kind: 'picture', file, full: tool.value.full === true })
    if (tool.value.takes === 'trace' && /\.(csv|tsv|txt)$/i.test(file.name))
      return askLab<'table'>({ kind: 'table', file })
    const sound = await decodedSound(file)
    return askLab<'sound'>({ kind: 'sound', name: file.name, as: tool.value.takes, ...sound })
  }
  /** Adds files; what is wrong with some does not keep the others away. */
  const add = (list: readonly File[]): Promise<void> =>
    work('Reading', async () => {
      if (truth.value || files.value.length === 0) ownFiles()
      for (const [i, file] of list.entries()) {
        busy.value = servicesWords('lab.reading', { i: i + 1, list: list.length })
        try {
          files.value = [...files.value, await one(file)]
        } catch (error) {
          trouble.value = [...trouble.value, (error as Error).message]
        }
      }
      await read()
    })
  const addSound = (channels: Float32Array[], rate: number): Promise<void> =>
    work('Reading', async () => {
      if (truth.value || files.value.length === 0) ownFiles()
      const name = servicesWords('lab.recorded', { date: new Date().toLocaleTimeString([], { hour12: false }) })
      files.value = [
        ...files.value,
        await askLab<'sound'>({ kind: 'sound', name, as: tool.value.takes, channels, rate }),
      ]
      await read()
    })
  const loadSample = (hide = false, seed = Math.ceil(Math.random() * 1e6)): Promise<void> =>
    work(servicesWords('lab.makingSample'), async () => {
      clear()
      hidden.value = hide
      const own = asked
      const made = await askLab<'sample'>({ kind: 'sample', tool: toolId.value, seed })
      if (own !== asked) return
      files.value = made.files
      truth.value = made.truth
      const rounded = Object.entries(made.settings).map(([key, value]) => [
        key,
        typeof value === 'number' ? Number(value.toPrecision(5)) : value,
      ])
      settings.value = { ...startOf(tool.value), ...(Object.fromEntries(rounded) as LabSettings) }
      marks.value = marksOf(made.settings)
      await read()
    })

  const set = (key: string, value: number | string | null): Promise<void> => {
    said = { ...said, [key]: value }
    settings.value = { ...settings.value, [key]: value }
    return work('Reading', read)
  }
  /** Sets a mark by hand, or with null lets it be read again. */
  const mark = (id: string, file: number, at: number | null): Promise<void> => {
    const others = marks.value.filter(one => one.id !== id || one.file !== file)
    marks.value = at === null ? others : [...others, { id, file, at }]
    return work('Reading', read)
  }
  function stop(): void {
    stopLab()
    files.value = []
    reading.value = null
  }

  // ── sending on ──
  const from = (): GivenFrom => ({
    how: `Lab, ${LAB.tell(tool.value.title).toLowerCase()}: ${files.value.map(file => file.name).join(', ')}`.slice(
      0,
      EVIDENCE_FIELDS.how.maxLength,
    ),
    date: localDay(),
  })
  const noted = (label: string, where: string, back: Sent['back']): void => {
    sent.value = [{ label, where, back, taken: false }, ...sent.value]
  }
  /** @param seenIn the firing it was seen in: a take's number, or a name; left out: one of its own */
  function toSetup(give: Export, seenIn: Pick<Evidence, 'firing' | 'takes'> = { firing: '', takes: [] }): void {
    const store = useSetupStore()
    const before = store.setup
    if (!before) return
    const of = give.to === 'evidence' ? { ...give, more: { ...give.more, ...seenIn } } : give
    const after = exportedToSetup(before, of, from())
    store.replace(after)
    noted(LAB.tell(give.label), before.name, () =>
      store.replace(takenFromSetup(store.setup ?? after, before, after, give)),
    )
  }
  /** Keeps a flash's duration among its readings, where the next one will not replace it. @returns its id */
  async function kept({ to: _, label: __, ...read }: Export & { to: 'kit-row' }, id: string): Promise<string> {
    const { how, date } = from()
    return useGearStore().read(id, { ...read, error: read.error ?? USUAL_READING_ERROR, date, how: how.slice(0, 200) })
  }
  /** @returns what is wrong; empty: nothing */
  async function toKit(give: Export, id: string): Promise<string> {
    const kit = useKitStore()
    const item = kit.byId.get(id)?.item
    const after = item && exportedToKit(item, give, from())
    if (!item || !after) return servicesWords('lab.chooseKitItemWas')
    const wrong = kit.change(id, after)[0]
    if (wrong) return wrong.reason
    let reading = ''
    let failure = ''
    if (give.to === 'kit-row')
      try {
        reading = await kept(give, id)
      } catch (error) {
        failure = servicesWords('lab.flashsTableButNot', { message: (error as Error).message })
      }
    noted(LAB.tell(give.label), item.name, async () => {
      const now = kit.byId.get(id)?.item
      if (now) kit.change(id, takenFromKit(now, item, give))
      if (reading) await useGearStore().takeBackReading(reading)
    })
    return failure
  }
  async function toTake(give: Extract<Export, { to: 'take' }>): Promise<string> {
    const takes = useTakesStore()
    const take = takes.takes[0]
    if (!take) return servicesWords('lab.setUpHasNo')
    const was = amendmentOf(take)
    const { note, position } = was
    const added = give.note && LAB.told(give.note)
    const joined = [note, added].filter(Boolean).join('; ')
    await takes.amend(take, { ...was, position: give.position ?? position, note: joined.slice(0, 1000) })
    noted(LAB.tell(give.label), servicesWords('lab.take', { number: take.number }), async () => {
      const now = takes.takes.find(other => other.id === take.id)
      if (now) await takes.amend(now, was)
    })
    return ''
  }
  async function takeBack(entry: Sent): Promise<void> {
    await entry.back?.()
    sent.value = sent.value.map(one => (one === entry ? { ...one, taken: true, back: null } : one))
  }

  return {
    toolId,
    tool,
    files,
    settings,
    marks,
    reading,
    truth,
    hidden,
    busy,
    trouble,
    sent,
    choose,
    takeKnown,
    clear,
    add,
    addSound,
    loadSample,
    set,
    mark,
    stop,
    toSetup,
    toKit,
    toTake,
    takeBack,
  }
})
