import {
  KIT_KINDS,
  type KitItem,
  type KitKind,
  type Setup,
  SINGLE_KINDS,
  entered,
  evidenceOf,
  flashFromKit,
  freshCopy,
  isOwn,
  keptAsKit,
  marked,
  ownKitFor,
  forgetKit,
  kitChanges,
  kitDifferences,
  kitIdsOf,
  newKitItem,
  newSetup,
  sourceOf,
  withChange,
  withChanges,
  withKit,
  withModifier,
} from '~~/core'
import { completeKitItem } from '~~/core/kit/complete'
import { kitFromCsv, kitFromJson, kitToCsv, kitToJson } from '~~/shared/kit/files'
import { checkKitItem } from '~~/shared/schemas/kit'
import { checkSetup } from '~~/shared/schemas/setup'

const items = (): KitItem[] => KIT_KINDS.map(kind => newKitItem(kind))
const reasons = (result: ReturnType<typeof kitFromCsv>): string =>
  'mistakes' in result ? result.mistakes.map(m => `${m.field} ${m.reason}`).join('\n') : ''

describe('kit', () => {
  test.each(KIT_KINDS)('a new %s is valid, and each of its figures has a mark', kind => {
    const item = newKitItem(kind)
    expect(checkKitItem(item)).toEqual({ value: item })
    expect(Object.keys(item.marks)).toEqual(Object.keys(item.figures))
  })
  test.each<[string, (item: KitItem) => unknown, RegExp]>([
    [
      'a figure out of range',
      item => ({ ...item, figures: { ...item.figures, guideNumber: -1 } }),
      /guideNumber.*0\.1/,
    ],
    [
      'a figure of another kind',
      item => ({ ...item, figures: { ...item.figures, focalLength: 0.1 } }),
      /Unknown field: focalLength/,
    ],
    [
      'a mark that is neither',
      item => ({ ...item, marks: { ...item.marks, energy: { basis: 'guessed', date: '' } } }),
      /rated, measured or assumed/,
    ],
    [
      'a day the calendar has not',
      item => ({ ...item, marks: { ...item.marks, energy: { basis: 'measured', date: '2026-02-30' } } }),
      /Must be a date such as/,
    ],
    ['a power twice', item => ({ ...item, table: [...item.table, item.table[0]] }), /The same power appears twice/],
    ['t.1 below t.5', item => ({ ...item, table: [{ ...item.table[0], t01: 1e-6 }] }), /t\.1 is never shorter/],
    ['an unknown kind', item => ({ ...item, kind: 'tripod' }), /one of camera/],
    ['no name', item => ({ ...item, name: '' }), /missing/],
  ])('%s is refused with its reason', (_, change, reason) => {
    const checked = checkKitItem(change(newKitItem('flash')))
    expect('mistakes' in checked && checked.mistakes.map(m => `${m.field}: ${m.reason}`).join('\n')).toMatch(reason)
  })

  test('an item put into a set-up gives it its figures, and no difference', () => {
    for (const kind of SINGLE_KINDS) {
      const item = newKitItem(kind)
      const setup = withChanges(newSetup('projectile'), kitChanges(item, 'id-1'))
      expect(checkSetup(setup)).toHaveProperty('value')
      expect(kitIdsOf(setup)).toEqual(['id-1'])
      expect(kitDifferences(setup, item, 'id-1')).toEqual([])
    }
  })
  test('a figure changed in kit or set-up is told by its name, and taking over mends it', () => {
    const item = newKitItem('camera')
    const setup = withChange(withChanges(newSetup('toss'), kitChanges(item, 'c')), { path: 'camera.lag', value: 0.07 })
    expect(kitDifferences(setup, item, 'c')).toEqual(['lag'])
    expect(kitDifferences(withKit(setup, item, 'c'), item, 'c')).toEqual([])
    const lights = { ...setup, flashes: setup.flashes.map(flash => flashFromKit(flash, newKitItem('flash'), 'f')) }
    const slower = {
      ...newKitItem('flash'),
      table: [{ power: 1, t05: 1e-3, t01: 3e-3, basis: 'measured' as const, date: '2026-11-24' }],
    }
    expect(kitDifferences(lights, slower, 'f')).toEqual(['table'])
    expect(withKit(lights, slower, 'f').flashes[0]!.table).toEqual([{ power: 1, t05: 1e-3, t01: 3e-3 }])
  })
  test('durations count as measured where the rows about the power in use are', () => {
    const item = newKitItem('flash')
    const measured = {
      ...item,
      table: item.table.map(row => ({
        ...row,
        basis: row.power <= 1 / 32 ? ('measured' as const) : ('rated' as const),
      })),
    }
    const [flash] = newSetup('projectile').flashes
    expect(flashFromKit({ ...flash!, power: 1 / 64 }, measured, 'f').measured).toBe(true)
    expect(flashFromKit({ ...flash!, power: 1 / 8 }, measured, 'f').measured).toBe(false)
  })
  test('a flash never goes below its lowest power; a modifier takes its stops', () => {
    const [flash] = newSetup('projectile').flashes
    const strong = { ...newKitItem('flash'), figures: { ...newKitItem('flash').figures, minimumPower: 1 / 16 } }
    expect(flashFromKit(flash!, strong, 'f').power).toBe(1 / 16)
    expect(withModifier(flash!, newKitItem('modifier'), 'm')).toMatchObject({
      modifier: 'm',
      head: 'softbox',
      lossStops: 1.3,
      headWidth: 0.6,
    })
  })
  test('kit of another studio is forgotten, its figures stay', () => {
    const setup = { ...withChanges(newSetup('pour'), kitChanges(newKitItem('lens'), 'theirs')), name: 'Theirs' }
    const here = forgetKit(setup, new Set(['mine']))
    expect(here.kit.lens).toBe('')
    expect(here.lens).toEqual(setup.lens)
    expect(forgetKit(setup, new Set(['theirs']))).toEqual(setup)
  })
})

describe('kit files', () => {
  test('CSV and JSON give back what they were made from, notes with commas, quotes and formulas included', () => {
    const all = items()
    all[0]!.notes = '=SUM(A1), "quoted"\nsecond line'
    all[2]!.marks.energy = { basis: 'measured', date: '2026-10-12' }
    expect(kitFromCsv(kitToCsv(all))).toEqual({ value: all })
    expect(kitFromJson(kitToJson(all))).toEqual({ value: all })
    expect(kitFromJson(JSON.stringify(all[1]))).toEqual({ value: [all[1]] })
  })
  test('a cell that a spreadsheet would run is kept from it', () => {
    const item = { ...newKitItem('modifier'), notes: '=1+1' }
    expect(kitToCsv([item])).toContain("'=1+1")
  })
  test('figures may be in the units of the trade', () => {
    const csv = kitToCsv([newKitItem('camera')]).replace(/lag,,0\.055,s/, 'lag,,55,ms')
    const read = kitFromCsv(csv)
    expect('value' in read && read.value[0]!.figures.lag).toBeCloseTo(0.055, 12)
  })
  test.each([
    ['no columns', 'a,b\n1,2\n', /line 1 Columns missing: kind, item/],
    [
      'an unknown kind',
      'kind,item,figure,power,value,unit,basis,date\ntripod,A,height,,1,m,rated,\n',
      /line 2 kind is “tripod”/,
    ],
    [
      'an unknown figure',
      'kind,item,figure,power,value,unit,basis,date\nmodifier,A,colour,,1,,rated,\n',
      /line 2 A modifier has no figure “colour”/,
    ],
    [
      'a word for a number',
      'kind,item,figure,power,value,unit,basis,date\nmodifier,A,lossStops,,some,,rated,\n',
      /line 2 lossStops: “some/,
    ],
    ['nothing', 'kind,item,figure,power,value,unit,basis,date\n', /No kit in this file/],
  ])('%s is told with its line', (_, csv, reason) => expect(reasons(kitFromCsv(csv))).toMatch(reason))
  test.each([
    ['{', /Not valid JSON/],
    ['{"format":"epiro-kit-list","items":[{"kind":"lens"}]}', /item 1/],
    ['3', /must be an object/],
  ])('JSON %s is refused', (text, reason) => {
    expect(reasons(kitFromJson(text))).toMatch(reason)
  })
})

describe('kit of one’s own in a set-up', () => {
  const own = (kind: KitKind, name: string, figures: Record<string, number | string>, uses = 0) => {
    const item = newKitItem(kind, name)
    return { id: name, item: { ...item, figures: { ...item.figures, ...figures } }, uses }
  }
  test('what suits the recipe best comes first, and of equals what was taken most', () => {
    const items = [
      own('lens', 'fifty', { focalLength: 0.05 }),
      own('lens', 'hundred', { focalLength: 0.105 }),
      own('camera', 'spare', {}, 1),
      own('camera', 'first', {}, 4),
      own('sensor', 'microphone', { kind: 'sound' }, 9),
      own('sensor', 'beam', { kind: 'beam' }),
      own('modifier', 'softbox', {}),
      own('consumable', 'crackers', {}),
      own('flash', 'small', { guideNumber: 20 }),
      own('flash', 'close', { guideNumber: 30 }),
    ]
    expect(ownKitFor(newSetup('projectile'), items)).toEqual({
      lens: 'hundred',
      camera: 'first',
      sensor: 'beam',
      flash: 'close',
    })
    expect(ownKitFor(newSetup('swing'), items).lens).toBe('fifty')
    expect(ownKitFor(newSetup('projectile'), items.slice(4, 5))).toEqual({})
  })
  test('a flash somebody has told about is kept with its figures and where they come from', () => {
    const start = newSetup('projectile')
    expect(isOwn(start, 'flash', 0)).toBe(false)
    const setup = marked(
      withChanges(start, [{ path: 'flashes[0].guideNumber', value: 34 }]),
      ['flashes[0].guideNumber'],
      'yours',
    )
    expect(isOwn(setup, 'flash', 0)).toBe(true)
    expect(isOwn(setup, 'flash', 1)).toBe(false)
    expect(isOwn(marked(start, ['flashes[0].distance'], 'yours'), 'flash', 0)).toBe(false)
    const item = keptAsKit(setup, 'flash', 'Key', 0)
    expect(item).toMatchObject({ kind: 'flash', name: 'Key' })
    expect(item.figures.guideNumber).toBe(34)
    expect(item.marks.guideNumber).toEqual({ basis: 'rated', date: '' })
    expect(item.marks.latency).toEqual({ basis: 'assumed', date: '' })
    expect(item.table.map(row => row.basis)).toEqual(Array(8).fill('assumed'))
    expect(checkKitItem(item)).toHaveProperty('value')
    const measured = marked(setup, ['camera.lag'], 'measured', { date: '2026-11-20' })
    expect(keptAsKit(measured, 'camera', 'Body').marks.lag).toEqual({ basis: 'measured', date: '2026-11-20' })
    expect(checkKitItem(keptAsKit(measured, 'camera', 'Body'))).toHaveProperty('value')
  })
})

describe('which part took what', () => {
  const flash = { ...newKitItem('flash', 'Head'), figures: { ...newKitItem('flash').figures, guideNumber: 51 } }
  /** Two lights, the second of which took the item; neither has its figures. */
  const twoLights = (): Setup => {
    const start = newSetup('projectile')
    return { ...start, flashes: start.flashes.map((light, i) => ({ ...light, kit: i === 1 ? 'k' : 'other' })) }
  }

  test('an item is brought up to date where it was taken, and nowhere else', () => {
    const setup = twoLights()
    const fresh = withKit(setup, flash, 'k')
    expect(fresh.flashes[0]).toBe(setup.flashes[0])
    expect(fresh.flashes[1]!.guideNumber).toBe(51)
    expect(withKit(setup, newKitItem('modifier'), 'k').flashes).toEqual(setup.flashes)
    expect(withKit(setup, newKitItem('lens'), 'k')).toBe(setup)
  })

  test('what differs is told of the part that took it alone', () => {
    const fresh = withKit(twoLights(), flash, 'k')
    expect(kitDifferences(fresh, flash, 'k')).toEqual([])
    expect(kitDifferences(withChange(fresh, { path: 'flashes[1].guideNumber', value: 40 }), flash, 'k')).toEqual([
      'guideNumber',
    ])
    expect(kitDifferences(withChange(fresh, { path: 'flashes[0].guideNumber', value: 40 }), flash, 'k')).toEqual([])
    const table = fresh.flashes.map(light => ({ ...light, table: light.table.slice(1) }))
    expect(kitDifferences({ ...fresh, flashes: table }, flash, 'k')).toEqual(['table'])
  })

  test('a flash that goes no lower than the light was set is taken at the least it can', () => {
    const light = { ...newSetup('projectile').flashes[0]!, power: 1 / 64 }
    const item = (minimumPower: number): KitItem => ({ ...flash, figures: { ...flash.figures, minimumPower } })
    expect(flashFromKit(light, item(1 / 32), 'k').power).toBe(1 / 32)
    expect(flashFromKit(light, item(1 / 128), 'k').power).toBe(1 / 64)
  })
})

describe('kit of earlier versions', () => {
  test('figures that were added since are rated as they always were; what is there stays', () => {
    const { recyclePower: _r, ...figures } = newKitItem('flash').figures
    const { recyclePower: _m, ...marks } = newKitItem('flash').marks
    const old = { ...newKitItem('flash'), figures, marks }
    const now = completeKitItem(old) as KitItem
    expect([now.figures.recyclePower, now.marks.recyclePower]).toEqual([1, { basis: 'rated', date: '' }])
    expect(now.figures.guideNumber).toBe(old.figures.guideNumber)
    const own = { ...old, figures: { ...figures, recyclePower: 0.5 } }
    expect(completeKitItem(own)).toBe(own)
  })
  test.each([
    ['nothing', null],
    ['another format', { ...newKitItem('flash'), format: 'epiro-log', figures: {} }],
    ['no figures', { ...newKitItem('flash'), figures: null }],
    ['no marks', { ...newKitItem('flash'), figures: {}, marks: 3 }],
  ])('%s is given back as it is', (_, value) => expect(completeKitItem(value)).toBe(value))
})

describe('the studio’s own gear for a new set-up', () => {
  const lens = (id: string, focalLength: number, uses: number) => ({
    id,
    uses,
    item: { ...newKitItem('lens'), figures: { ...newKitItem('lens').figures, focalLength } },
  })
  const start = newSetup('projectile').lens.focalLength
  test.each([
    ['of two alike the one that is taken more', [lens('a', start, 1), lens('b', start, 2)], 'b'],
    ['the first of two alike in all', [lens('a', start, 2), lens('b', start, 2)], 'a'],
    ['what suits better, however seldom it is taken', [lens('a', start * 1.5, 9), lens('b', start * 1.2, 0)], 'b'],
    ['and not what suits worse, however often', [lens('a', start * 1.2, 0), lens('b', start / 1.5, 9)], 'a'],
  ])('%s', (_, items, id) => expect(ownKitFor(newSetup('projectile'), items).lens).toBe(id))
})

describe('what a set-up starts with another day', () => {
  test('evidence without its takes, lists with nothing ticked, no test made', () => {
    const start = newSetup('balloon')
    const entry = evidenceOf(start, { kind: 'found', value: 0.012, takes: [3, 4] })
    const used: Setup = {
      ...start,
      evidence: [entry],
      learnt: [{ path: 'motion.speed', was: 34, value: 33, date: '2026-11-27', takes: [3, 4] }],
      tests: { ...start.tests, exposure: { outcome: 'as-predicted', stops: 0, note: 'seen' } },
      lists: { ...start.lists, preparation: start.lists.preparation.map(item => ({ ...item, done: true })) },
    }
    const fresh = freshCopy(used)
    expect(fresh.evidence).toEqual([{ ...entry, takes: [] }])
    expect(fresh.lists.preparation.map(item => item.done)).toEqual(start.lists.preparation.map(() => false))
    expect([fresh.tests, fresh.learnt, fresh.lists.acknowledged]).toEqual([start.tests, [], []])
  })
  test('a figure that is cleared is assumed again; one that nobody entered has no mark', () => {
    const start = newSetup('projectile')
    const typed = entered(start, [{ path: 'sensor.latency', value: 1e-4 }], '2026-11-28')
    expect(typed.marks.find(mark => mark.path === 'sensor.latency')).toMatchObject({
      from: 'yours',
      date: '2026-11-28',
    })
    const cleared = entered(typed, [{ path: 'sensor.latency', value: null }])
    expect(sourceOf(cleared, 'sensor.latency').from).toBe('assumed')
    expect(entered(start, [{ path: 'sensor.latency', value: null }]).marks).toEqual(start.marks)
  })
})
