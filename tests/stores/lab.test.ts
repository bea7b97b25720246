import { fresh, serve, storage, until } from '../support/page'
import { type Setup, assess, newKitItem, newSetup, sceneFigures, withChange } from '~~/core'
import type { Export } from '~~/core/lab'
import type { WorkerAsked } from '~~/app/workers/answering'
import { LAB } from '~~/shared/text/lab'

/** The Lab's worker in the test's own thread. */
interface Answering {
  onmessage: ((event: MessageEvent<WorkerAsked<unknown>>) => void) | null
  postMessage: (said: unknown) => void
}
const inside: Answering = { onmessage: null, postMessage: said => InPlace.last?.onmessage?.({ data: said }) }
class InPlace {
  static last: InPlace | null = null
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: (() => void) | null = null
  constructor() {
    InPlace.last = this
  }
  postMessage(data: WorkerAsked<unknown>): void {
    queueMicrotask(() => inside.onmessage?.({ data } as MessageEvent<WorkerAsked<unknown>>))
  }
  terminate(): void {
    InPlace.last = null
  }
}
Object.assign(globalThis, { self: inside, Worker: InPlace })

const { useLabStore } = await import('~~/app/stores/lab')
const { useSetupStore } = await import('~~/app/stores/setup')
const { useKitStore } = await import('~~/app/stores/kit')
const { useTakesStore } = await import('~~/app/stores/takes')
await import('~~/app/workers/lab.worker')

const SOUND = 'bounces'
const value = (id: string): number => {
  const figure = useLabStore().reading!.figures.find(one => one.id === id)
  if (figure?.value == null) throw new Error(`${id} is not read`)
  return figure.value
}
const aTake = {
  planned: 0.0178,
  sharp: true,
  exposed: true,
  clean: true,
  cause: null,
  alsoCause: null,
  variant: null,
  settings: {},
}

/** A set-up at hand, on a server that keeps it. */
async function atHand(start: Setup = newSetup('projectile')): Promise<ReturnType<typeof useSetupStore>> {
  const kept = { setup: start, revision: 1 }
  serve(({ method, path, body }) => {
    if (path.includes('/takes')) return { body: [] }
    if (method === 'PUT') Object.assign(kept, { setup: body.setup, revision: kept.revision + 1 })
    return { body: { id: 's', shootId: 'h', shootName: 'Shoot', updatedAt: '', ...kept } }
  })
  storage.removeItem('epiro-draft-s')
  const store = useSetupStore()
  await store.open('s')
  return store
}

beforeEach(() => {
  fresh()
  serve(() => ({ body: [] }))
})

describe('what the Lab reads', () => {
  test('a stand-in is read, near its truth, with settings as it was made', async () => {
    const lab = useLabStore()
    lab.choose(SOUND)
    await lab.loadSample(true, 4)
    expect([lab.busy, lab.trouble, lab.hidden, lab.files.length]).toEqual(['', [], true, 1])
    expect(value('restitution') / lab.truth!.restitution!).toBeCloseTo(1, 2)
    for (const setting of Object.values(lab.settings))
      if (typeof setting === 'number') expect(Number(setting.toPrecision(5))).toBe(setting)
  })

  test('the same number makes the same stand-in, another tool forgets it', async () => {
    const lab = useLabStore()
    lab.choose(SOUND)
    await lab.loadSample(false, 4)
    const first = value('restitution')
    await lab.loadSample(false, 4)
    expect(value('restitution')).toBe(first)
    lab.choose('levels')
    expect([lab.toolId, lab.files, lab.reading, lab.truth]).toEqual(['levels', [], null, null])
    lab.choose('no such tool')
    expect(lab.toolId).toBe('levels')
  })

  test('a mark by hand is kept for its own file and name, and given up again', async () => {
    const lab = useLabStore()
    lab.choose(SOUND)
    await lab.loadSample(false, 4)
    const before = value('restitution')
    const [first, second] = lab.reading!.marks
    await lab.mark(first!.id, 0, first!.at + 0.02)
    await lab.mark(second!.id, 0, second!.at)
    await lab.mark(first!.id, 1, 0.5)
    expect(lab.marks).toEqual([
      { id: first!.id, file: 0, at: first!.at + 0.02 },
      { id: second!.id, file: 0, at: second!.at },
      { id: first!.id, file: 1, at: 0.5 },
    ])
    expect(value('restitution')).not.toBeCloseTo(before, 4)
    await lab.mark(first!.id, 0, null)
    await lab.mark(first!.id, 1, null)
    expect(lab.marks.map(mark => [mark.id, mark.file])).toEqual([[second!.id, 0]])
    expect(value('restitution')).toBeCloseTo(before, 2)
  })

  test('a reading that comes after its file is gone is not shown', async () => {
    const lab = useLabStore()
    lab.choose(SOUND)
    await lab.loadSample(false, 4)
    const late = lab.mark(lab.reading!.marks[0]!.id, 0, lab.reading!.marks[0]!.at + 0.02)
    lab.clear()
    await late
    expect([lab.reading, lab.files, lab.trouble]).toEqual([null, [], []])
  })

  test('a stand-in that comes after another was asked for is not taken', async () => {
    const lab = useLabStore()
    lab.choose(SOUND)
    const [late, now] = [lab.loadSample(false, 4), lab.loadSample(true, 9)]
    await Promise.all([late, now])
    await lab.loadSample(true, 9)
    const alone = [lab.files.map(({ name }) => name), lab.truth, lab.settings, value('restitution')]
    lab.clear()
    const [first, second] = [lab.loadSample(false, 4), lab.loadSample(true, 9)]
    await Promise.all([first, second])
    expect([lab.files.map(({ name }) => name), lab.truth, lab.settings, value('restitution')]).toEqual(alone)
    expect(lab.hidden).toBe(true)
  })

  test('fewer files than a tool compares are not read; one more is', async () => {
    const lab = useLabStore()
    lab.choose('trace')
    const rows = Array.from({ length: 400 }, (_, i) => {
      const t = i * 5e-6
      return `${t},${t < 2e-4 ? 0 : Math.exp(-(t - 2e-4) / 2e-4)}`
    })
    const csv = new File([`s,V\n${rows.join('\n')}\n`], 'pulse.csv')
    await lab.add([new File(['nothing in it'], 'broken.csv'), csv])
    expect(lab.trouble.map(text => text.split(':')[0])).toEqual(['broken.csv'])
    expect(lab.files.map(file => file.name)).toEqual(['pulse.csv'])
    // An exponential of 0.2 ms: to half in 0.139 ms, to a tenth in 0.461 ms.
    expect(value('t05') / (2e-4 * Math.LN2)).toBeCloseTo(1, 1)
    expect(value('t01') / (2e-4 * Math.LN10)).toBeCloseTo(1, 1)
    lab.choose('chain')
    expect(lab.tool.least).toBe(2)
    await lab.set('delay', 0.01)
    expect([lab.reading, lab.settings.delay]).toEqual([null, 0.01])
  })

  test('files take the place of a stand-in, and stand beside one another', async () => {
    const lab = useLabStore()
    lab.choose(SOUND)
    await lab.loadSample(false, 4)
    const quiet = new Float32Array(48_000).map((_, i) => 0.01 * Math.sin(i * 12.9898))
    await lab.addSound([quiet], 48_000)
    expect([lab.truth, lab.files.length]).toEqual([null, 1])
    expect(lab.files[0]!.seconds).toBe(1)
    expect(lab.files[0]!.name).toMatch(/^recorded \d\d:\d\d:\d\d/)
    await lab.addSound([quiet], 48_000)
    expect(lab.files).toHaveLength(2)
    lab.stop()
    expect([lab.files, lab.reading]).toEqual([[], null])
  })

  test('what somebody sets is read by: the same sound over twice the way is twice as fast', async () => {
    const lab = useLabStore()
    lab.choose('speed')
    await lab.loadSample(false, 2)
    const [before, way] = [value('speed'), lab.settings.distance as number]
    await lab.set('distance', 2 * way)
    expect(lab.settings.distance).toBe(2 * way)
    expect(value('speed') / before).toBeGreaterThan(1.9)
  })

  test('a file of one’s own takes the place of a stand-in, and what was wrong before it is forgotten', async () => {
    const lab = useLabStore()
    lab.choose('trace')
    await lab.loadSample(false, 3)
    await lab.add([new File(['nothing in it'], 'broken.csv')])
    expect([lab.trouble.length, lab.files, lab.truth]).toEqual([1, [], null])
    await lab.loadSample(false, 3)
    expect([lab.trouble, lab.files.length > 0]).toEqual([[], true])
    const rows = Array.from({ length: 400 }, (_, i) => `${i * 5e-6},${i < 40 ? 0 : Math.exp(-(i - 40) / 40)}`)
    await lab.add([new File([`s,V\n${rows.join('\n')}\n`], 'own.csv')])
    expect([lab.trouble, lab.files.map(({ name }) => name), lab.truth]).toEqual([[], ['own.csv'], null])
  })

  test('of a stand-in’s settings words stay words', async () => {
    const lab = useLabStore()
    lab.choose('trace')
    await lab.loadSample(false, 3)
    expect(lab.settings).toMatchObject({ coupling: 'auto', power: 0.0625 })
  })

  test('a tool is given what it asks for of the set-up, and nothing else', async () => {
    await atHand({ ...newSetup('projectile'), flashes: [] })
    const lab = useLabStore()
    lab.choose('trace')
    const start = lab.tool.fields.find(({ key }) => key === 'power')!.start
    expect(lab.settings.power).toBe(start)
    for (const id of ['speed', 'trace', 'levels']) {
      lab.choose(id)
      const fields = lab.tool.fields.map(({ key }) => key)
      expect([id, Object.keys(lab.settings).filter(key => !fields.includes(key))]).toEqual([id, []])
    }
  })

  test('what the set-up knows takes the place of what a tool starts with, but not of a stand-in’s', async () => {
    await atHand(withChange(newSetup('projectile'), { path: 'air.temperatureC', value: 31 }))
    const lab = useLabStore()
    lab.choose('speed')
    expect(lab.settings.air).toBe(31)
    await lab.loadSample(false, 2)
    const made = lab.settings.air
    lab.takeKnown()
    expect([lab.settings.air, made === 31]).toEqual([made, false])
  })

  test('the ground’s reflectance is the set-up’s, and only the tool that reads a ground takes it', async () => {
    await atHand(withChange(newSetup('pour'), { path: 'scene.ground.reflectance', value: 0.83 }))
    const lab = useLabStore()
    lab.choose('ground')
    expect(lab.settings.reflectance).toBe(0.83)
    // How bright the plan has the background, exactly mid grey too.
    const stops = sceneFigures(assess(useSetupStore().setup!)).background.middle!
    expect(lab.settings.planned).toBeCloseTo(stops, 2)
    const iso = Math.round(useSetupStore().setup!.picture.iso * 2 ** -stops)
    expect(useSetupStore().change([{ path: 'picture.iso', value: iso }])).toEqual([])
    lab.choose('levels')
    lab.choose('ground')
    expect(lab.settings.planned).toBeCloseTo(0, 5)
    for (const id of ['exposure', 'black']) {
      lab.choose(id)
      expect([id, Object.values(lab.settings).includes(0.83)]).toEqual([id, false])
    }
  })
})

describe('what the Lab sends on', () => {
  const evidence: Export = { label: 'lab.speed.useSpeedSetUp', to: 'evidence', kind: 'speed', value: 33.5, error: 0.4 }

  test('to the set-up, with where it comes from; and back, what was changed since staying', async () => {
    const store = await atHand()
    const lab = useLabStore()
    lab.choose(SOUND)
    await lab.loadSample(false, 4)
    lab.toSetup(evidence)
    const [entry] = store.setup!.evidence
    expect(entry).toMatchObject({ kind: 'speed', value: 33.5, error: 0.4 })
    expect(entry!.how).toBe(`Lab, ${LAB.tell(lab.tool.title).toLowerCase()}: ${lab.files[0]!.name}`)
    expect(entry!.date).toMatch(/^\d{4}-\d\d-\d\d$/)
    expect(lab.sent.map(({ label, where, taken }) => [label, where, taken])).toEqual([
      ['Use this speed in the set-up', store.setup!.name, false],
    ])
    store.change([{ path: 'picture.iso', value: 200 }])
    await lab.takeBack(lab.sent[0]!)
    expect([store.setup!.evidence, store.setup!.picture.iso]).toEqual([[], 200])
    expect([lab.sent[0]!.taken, lab.sent[0]!.back]).toEqual([true, null])
    // Once more there is nothing to take back.
    lab.toSetup(evidence)
    await lab.takeBack(lab.sent.find(({ taken }) => taken)!)
    expect(store.setup!.evidence.map(({ kind }) => kind)).toEqual(['speed'])
  })

  test('to an item of kit of its kind, and back', async () => {
    const item = newKitItem('sensor', 'Ear')
    serve(({ method, body }) =>
      method === 'GET'
        ? { body: [{ id: 'k', revision: 1, archived: false, updatedAt: '', uses: 0, item }] }
        : { body: { id: 'k', revision: 2, archived: false, updatedAt: '', uses: 0, item: body.item } },
    )
    const [lab, kit] = [useLabStore(), useKitStore()]
    await kit.load()
    const give: Export = {
      label: 'lab.light.saveFlashLatencyFlash',
      to: 'kit' as const,
      kind: 'sensor',
      figures: { latency: 1.5e-4 },
    }
    expect(await lab.toKit(give, 'nobody')).toBe('Choose the kit item that was measured.')
    expect(await lab.toKit({ ...give, kind: 'lens' }, 'k')).toBe('Choose the kit item that was measured.')
    expect(await lab.toKit({ ...give, figures: { latency: -1 } }, 'k')).toMatch(/0/)
    expect(lab.sent).toEqual([])
    expect(await lab.toKit(give, 'k')).toBe('')
    expect(kit.byId.get('k')!.item.figures.latency).toBe(1.5e-4)
    expect(kit.byId.get('k')!.item.marks.latency!.basis).toBe('measured')
    await lab.takeBack(lab.sent[0]!)
    expect(kit.byId.get('k')!.item).toEqual(item)
    await until(() => kit.trouble.k === '')
  })

  test('a flash’s duration goes into its table and is kept among its readings, and both are taken back', async () => {
    const item = newKitItem('flash', 'Wick')
    const record = { id: 'k', revision: 1, archived: false, updatedAt: '', usedBy: [], item }
    const none = { kitId: 'k', days: [], readings: [], setups: 0, shoots: 0, events: [] }
    let away = false
    const asked = serve(({ method, path, body }) => {
      if (path === '/api/kit') return { body: [record] }
      if (path === '/api/gear') return { body: { behind: 0, gear: [none] } }
      if (path.endsWith('/readings')) return away ? { status: 503, body: { detail: 'Busy' } } : { body: { id: 'r' } }
      if (path.startsWith('/api/flash-readings')) return { body: { ok: true } }
      return { body: { ...record, revision: 2, item: method === 'PUT' ? body.item : item } }
    })
    const [lab, kit] = [useLabStore(), useKitStore()]
    await kit.load()
    const row = { power: 1 / 64, t05: null, t01: 6e-5 }
    const give: Export = { label: 'lab.light.saveTheseDurationsFlash', to: 'kit-row', ...row, error: 0.02 }
    expect(await lab.toKit(give, 'k')).toBe('')
    expect(kit.byId.get('k')!.item.table).toContainEqual(expect.objectContaining({ ...row, basis: 'measured' }))
    const kept = asked.find(({ path }) => path === '/api/kit/k/readings')!
    expect(kept.body).toMatchObject({ ...row, error: 0.02, how: expect.stringMatching(/^Lab, /) })
    await lab.takeBack(lab.sent[0]!)
    expect(kit.byId.get('k')!.item).toEqual(item)
    const back = asked.find(({ path }) => path === '/api/flash-readings/r/strike')
    expect(back).toMatchObject({ method: 'PUT', body: { struck: true } })
    // What cannot be kept is said; the table has it all the same.
    away = true
    expect(await lab.toKit({ ...give, error: null }, 'k')).toMatch(/^In the flash’s table, but not kept .*: Busy/)
    expect(asked.findLast(({ path }) => path === '/api/kit/k/readings')!.body.error).toBe(0.05)
    expect(kit.byId.get('k')!.item.table).toContainEqual(expect.objectContaining(row))
    await until(() => kit.trouble.k === '')
  })

  test('to the last take: its place, and the note beside what was there', async () => {
    const lab = useLabStore()
    const give: Export = {
      label: 'lab.place.addPositionTake',
      to: 'take',
      position: 0.012,
      note: { say: 'lab.sharpness.note', figures: { px: { value: 12, quantity: 'number' } } },
    }
    expect(await lab.toTake(give as Extract<Export, { to: 'take' }>)).toBe('This set-up has no takes yet.')
    const own = { delay: 0.018, verdict: 'late', keeper: false, position: null, note: 'first' }
    const one = { ...aTake, ...own, id: 't', key: 'take-key-1', number: 1, by: 'me', createdAt: '' }
    const server = { take: one }
    serve(({ method, path, body }) => {
      // One that it has already comes back as it is; what is put right comes with a PUT.
      // A set-up of the test before may still be on its way.
      if (method === 'PUT' && path.includes('/takes/')) server.take = { ...server.take, ...body }
      return { body: method === 'GET' ? [server.take] : server.take }
    })
    const takes = useTakesStore()
    await takes.open('s')
    expect(await lab.toTake(give as Extract<Export, { to: 'take' }>)).toBe('')
    await until(() => server.take.position !== null)
    expect(server.take).toEqual({ ...one, position: 0.012, note: 'first; Edge 12 px' })
    expect(lab.sent[0]!.where).toBe('take 1')
    await lab.takeBack(lab.sent[0]!)
    await until(() => server.take.position === null)
    expect(server.take).toEqual(one)
    takes.close()
  })
})
