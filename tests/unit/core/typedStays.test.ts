import fc from 'fast-check'
import {
  type Change,
  FIELDS,
  FLASH_FIELDS,
  type FigureValue,
  METHODS,
  type Method,
  RECIPE,
  RECIPES,
  type Recipe,
  type Setup,
  TRIGGERS,
  type Trigger,
  changed,
  chosenFromKit,
  compareMethods,
  completeSetup,
  entered,
  fieldAt,
  flashFromLeaflet,
  isTyped,
  knownBy,
  knownTable,
  methodChanges,
  momentOf,
  newKitItem,
  newSetup,
  plan,
  sourceOf,
  usualWay,
  valueAt,
  withTyped,
  withTypedDurations,
} from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import { followersOf } from '~~/shared/text/followers'
import { runs } from '../../support/runs'

/** What the page does with what somebody types or chooses. */
const type = (setup: Setup, path: string, value: Change['value']): Setup =>
  entered(changed(setup, [{ path, value }]), [{ path, value }], '2026-11-29')
const choose = (setup: Setup, method: Method, trigger: Trigger): Setup =>
  changed(setup, methodChanges(setup, method, trigger))
const withMoment = (setup: Setup, index: number): Setup =>
  changed(setup, momentOf(setup, RECIPE[setup.recipe].moments[index]!))

/** Every number of a set-up that can be typed, with a value within its limits that is not the one there. */
const TYPED = [...Object.keys(FIELDS), ...Object.keys(FLASH_FIELDS).map(key => `flashes[0].${key}`)].filter(
  path => fieldAt(path)?.type === 'number' && !/^(tests|goal)\./.test(path),
)
function otherValue(setup: Setup, path: string): number | null {
  const field = fieldAt(path)
  if (field?.type !== 'number') return null
  const now = Number(valueAt(setup, path) ?? 0)
  const near = [now * 1.1, now * 0.9, now + 0.001, field.min, field.max].map(v => (field.integer ? Math.round(v) : v))
  return near.find(v => v >= field.min && v <= field.max && v !== now) ?? null
}

const anyRecipe = fc.constantFrom(...RECIPES)
const anyMethod = fc.constantFrom(...METHODS)
const anyTrigger = fc.constantFrom(...TRIGGERS)

test('what fires it changes nothing else, whatever was typed', () => {
  fc.assert(
    fc.property(
      anyRecipe,
      anyMethod,
      anyTrigger,
      anyTrigger,
      fc.constantFrom(...TYPED),
      (recipe, method, from, to, path) => {
        const start = newSetup(recipe, method, from)
        const value = otherValue(start, path)
        fc.pre(value !== null)
        const typed = type(start, path, value)
        const there = choose(typed, method, to)
        expect({ ...there, trigger: from }).toEqual(typed)
        expect(choose(there, method, from)).toEqual(typed)
      },
    ),
    { numRuns: runs(1500) },
  )
})

test('a method changes of what was typed only the shutter; there and back is the same set-up', () => {
  fc.assert(
    fc.property(
      anyRecipe,
      anyMethod,
      anyMethod,
      anyTrigger,
      fc.constantFrom(...TYPED),
      (recipe, from, to, trigger, path) => {
        const start = newSetup(recipe, from, trigger)
        const value = otherValue(start, path)
        fc.pre(value !== null && from !== to)
        const typed = type(start, path, value)
        const there = choose(typed, to, trigger)
        for (const mark of typed.marks)
          if (mark.path !== 'picture.shutter') expect(valueAt(there, mark.path)).toEqual(valueAt(typed, mark.path))
        expect(there.delay).toBe(typed.delay)
        expect(checkSetup(there)).toHaveProperty('value')
        const back = choose(there, from, trigger)
        expect(back).toEqual({ ...typed, marks: expect.arrayContaining(typed.marks) })
        expect(back.marks).toHaveLength(typed.marks.length)
      },
    ),
    { numRuns: runs(300) },
  )
})

test('every two methods in turn, each with figures typed while it stood: each has its own when it comes back', () => {
  const shutters: Record<Method, number> = { 'open-shutter': 3, 'sync-shutter': 1 / 125, 'fast-shutter': 1 / 1250 }
  let setup = newSetup('toss')
  for (const method of METHODS) setup = type(choose(setup, method, 'sensor'), 'picture.shutter', shutters[method])
  for (const method of [...METHODS, ...[...METHODS].reverse()]) {
    setup = choose(setup, method, 'sensor')
    expect(setup.picture.shutter).toBe(shutters[method])
    expect(isTyped(setup, 'picture.shutter')).toBe(true)
  }
})

test('story 3: 1/500 and ISO 500, typed, change neither when the hand takes over nor when it goes back', () => {
  let setup = newSetup('toss', 'fast-shutter')
  setup = type(type(setup, 'picture.shutter', 1 / 500), 'picture.iso', 500)
  setup = type(setup, 'delay', 0.17)
  const byHand = changed(setup, methodChanges(setup, 'fast-shutter', 'hand'))
  expect([byHand.picture.shutter, byHand.picture.iso, byHand.delay]).toEqual([1 / 500, 500, 0.17])
  expect(changed(byHand, methodChanges(byHand, 'fast-shutter', 'sensor'))).toEqual(setup)
})

test('an ISO that nobody typed follows the light of a method, and is told with the shutter', () => {
  const start = newSetup('toss')
  const fast = choose({ ...start, picture: { ...start.picture, ambientEv: 14 } }, 'fast-shutter', 'sensor')
  expect(Math.abs(plan(fast).exposure.ambient)).toBeLessThan(0.7)
  const told = followersOf(start, fast, methodChanges(start, 'fast-shutter', 'sensor'))
  expect(told?.rows.map(row => row.path)).toContain('picture.iso')
  expect(told?.choice).toBe('method')
  expect(sourceOf(fast, 'picture.iso').from).toBe('assumed')
  expect(followersOf(start, start, [{ path: 'method', value: start.method }])).toBeNull()
  expect(followersOf(start, fast, [{ path: 'picture.iso', value: 1 }])).toBeNull()
})

describe('kinds and moments', () => {
  test.each<[Recipe, string, string | number, string, number]>([
    ['projectile', 'link.kind', 'radio', 'link.latency', 3e-6],
    ['projectile', 'sensor.kind', 'sound', 'sensor.latency', 3e-4],
    ['pour', 'flashes[0].head', 'softbox', 'flashes[0].beamAngle', 0.5],
    ['projectile', 'sensor.kind', 'sound', 'delay', 0.0185],
    ['projectile', 'action.kind', 'catapult', 'motion.speed', 33],
  ])('%s, %s to %s: %s as typed when it is chosen back', (recipe, path, value, figure, typed) => {
    const start = newSetup(recipe)
    const own = type(start, figure, typed)
    const before = valueAt(own, path) as string
    const there = changed(own, [{ path, value }])
    expect(changed(there, [{ path, value: before }])).toEqual(own)
  })
  test('the lists speak of the sensor and the launcher there are; a line somebody wrote is left alone', () => {
    const start = newSetup('projectile')
    const own = { text: 'Beam set square by Ida', done: true }
    const listed = { ...start, lists: { ...start.lists, preparation: [...start.lists.preparation, own] } }
    const heard = changed(listed, [{ path: 'sensor.kind', value: 'sound' }])
    const lines = heard.lists.preparation.map(item => item.text)
    expect(lines).toContain('Microphone on its own stand, not on the table')
    expect(lines.join()).not.toContain('tested once by hand')
    expect(heard.lists.preparation.at(-1)).toEqual(own)
    expect(heard.lists.reset.map(item => item.text)).toContain('Microphone armed, nobody speaks')
    const catapult = changed(listed, [{ path: 'action.kind', value: 'catapult' }])
    expect(catapult.lists.preparation.map(item => item.text)).toContain(
      'Catapult clamped, its band looked over for tears',
    )
    expect(changed(heard, [{ path: 'sensor.kind', value: 'beam' }]).lists).toEqual(listed.lists)
  })
  test('what was typed for one kind says nothing of another', () => {
    const own = type(newSetup('projectile'), 'link.latency', 3e-6)
    expect(changed(own, [{ path: 'link.kind', value: 'radio' }]).link.latency).toBeNull()
  })
  test('a typed window and delay stay with another moment; its place is the moment’s own and comes back', () => {
    for (const recipe of RECIPES) {
      const start = newSetup(recipe)
      let own = type(type(start, 'delay', 0.05), 'moment.offset', 0.0123)
      for (const part of ['beforeDistance', 'afterDistance', 'beforeTime', 'afterTime'])
        own = type(own, `moment.window.${part}`, 0.0031)
      RECIPE[recipe].moments.forEach((moment, i) => {
        if (i === 0) return
        const there = withMoment(own, i)
        expect(there.moment.phase).toBe(moment.name)
        expect(there.delay).toBe(0.05)
        expect(there.moment.window).toEqual(own.moment.window)
        expect(withMoment(there, 0).moment).toEqual(own.moment)
      })
    }
  })
  test('what a choice brings is nobody’s word', () => {
    const setup = newSetup('balloon')
    const changes = momentOf(setup, RECIPE.balloon.moments[1]!)
    expect(entered(changed(setup, changes), changes).marks.every(mark => mark.from === 'assumed')).toBe(true)
  })
  test('a speed that was typed stays when the mass is changed; draw and pull say another', () => {
    const catapult = changed(newSetup('projectile'), [{ path: 'action.kind', value: 'catapult' }])
    const drawn = type(type(catapult, 'action.draw', 0.5), 'action.pull', 80)
    const own = type(drawn, 'motion.speed', 41)
    expect(type(own, 'motion.mass', 0.01).motion.speed).toBe(41)
    expect(type(drawn, 'motion.mass', 0.01).motion.speed).not.toBe(drawn.motion.speed)
    expect(type(own, 'action.pull', 90).motion.speed).not.toBe(41)
  })
})

describe('kit', () => {
  test('an item of kit replaces what another said, not what somebody typed or measured', () => {
    const sensor = withTyped(withTyped(newKitItem('sensor', 'Gate'), 'latency', 5e-4), 'response', 2e-4)
    let own = type(newSetup('projectile'), 'sensor.latency', 3e-4)
    own = chosenFromKit(own, sensor, 'k')
    expect(own.sensor.latency).toBe(3e-4)
    expect(sourceOf(own, 'sensor.latency').from).toBe('yours')
    expect(own.sensor.response).toBe(2e-4)
    expect(sourceOf(own, 'sensor.response')).toMatchObject({ from: 'rated', how: 'Gate' })
    expect(own.kit.sensor).toBe('k')
    const other = chosenFromKit(own, withTyped(sensor, 'response', 1e-4), 'k2')
    expect([other.sensor.response, other.sensor.latency, other.kit.sensor]).toEqual([1e-4, 3e-4, 'k2'])
  })
  test('a flash with a typed duration keeps its table; one with none takes the kit’s, and no mark of the old', () => {
    const flash = flashFromLeaflet({
      name: 'Spark',
      supply: 'battery',
      durations: [{ duration: 1 / 9000, measure: 't05', power: 1 / 16 }],
      guideNumber: 36,
      energy: null,
      recycleTime: null,
    })
    const start = newSetup('pour')
    const typed = type(type(start, 'flashes[0].table[4].t05', 99e-6), 'flashes[1].guideNumber', 21)
    const taken = [0, 1].reduce((now, light) => chosenFromKit(now, flash, 'f', light), typed)
    expect(taken.flashes[0]!.table).toEqual(typed.flashes[0]!.table)
    expect(taken.flashes[0]!.guideNumber).toBe(36)
    expect(taken.flashes[1]!.table).toHaveLength(flash.table.length)
    expect(taken.flashes[1]!.guideNumber).toBe(21)
    const rated = chosenFromKit(start, flash, 'f', 0)
    const again = chosenFromKit(rated, { ...flash, table: flash.table.slice(0, 2) }, 'g', 0)
    expect(again.marks.filter(mark => /^flashes\[0\]\.table\[[2-9]/.test(mark.path))).toEqual([])
  })
  test('a new item is assumed until a figure of it is typed, and measured stays measured', () => {
    const item = newKitItem('camera')
    expect(Object.values(item.marks).every(mark => mark.basis === 'assumed')).toBe(true)
    const typed = withTyped(item, 'lag', 0.04)
    expect([typed.marks.lag!.basis, typed.marks.lagJitter!.basis]).toEqual(['rated', 'assumed'])
    const measured = { ...item, marks: { ...item.marks, lag: { basis: 'measured' as const, date: '2026-11-01' } } }
    expect(withTyped(measured, 'lag', 0.04).marks.lag).toEqual({ basis: 'measured', date: '2026-11-01' })
  })
})

describe('assumed durations follow typed ones', () => {
  /** A typical t.5 of so many s at each power, typed as 24.8 µs at 1/128. */
  const start = newSetup('projectile')
  test('a typed t.5 leaves no assumed t.1 behind, along the whole table', () => {
    const typed = type(start, 'flashes[0].table[7].t05', 44e-6)
    const [before, after] = [knownTable(start.flashes[0]!), knownTable(typed.flashes[0]!)]
    expect(after[7]!.t05).toBe(44e-6)
    expect(after[7]!.t01 / after[7]!.t05).toBeCloseTo(1.3, 9)
    for (let i = 0; i < 7; i++) expect(after[i]!.t05 / before[i]!.t05).toBeCloseTo(2, 9)
    expect(sourceOf(typed, 'flashes[0].table[7].t01').from).toBe('assumed')
  })
  test('a typed t.1 moves an assumed t.5, and none that was typed', () => {
    const one = type(start, 'flashes[0].table[7].t01', 62e-6)
    expect(knownTable(one.flashes[0]!)[7]!.t05).toBeCloseTo(62e-6 / 1.3, 12)
    const both = type(type(start, 'flashes[0].table[7].t05', 30e-6), 'flashes[0].table[7].t01', 62e-6)
    expect(both.flashes[0]!.table[7]).toEqual({ power: 1 / 128, t05: 30e-6, t01: 62e-6 })
  })
  test('a second typed row leaves the first; between them the assumed ones are drawn through both', () => {
    const one = type(start, 'flashes[0].table[7].t05', 44e-6)
    const two = type(one, 'flashes[0].table[3].t05', 210e-6)
    const table = knownTable(two.flashes[0]!)
    expect([table[7]!.t05, table[3]!.t05]).toEqual([44e-6, 210e-6])
    // Twice as long at 1/128, as typical at 1/8: half of the way between, in stops, by the root of two.
    expect(table[5]!.t05).toBeCloseTo(65e-6 * Math.SQRT2, 12)
    expect(table[0]!.t05).toBeCloseTo(1250e-6, 12)
  })
  test('rated and measured figures never follow; a table without any mark is somebody’s own', () => {
    const own: Setup = { ...start, flashes: start.flashes.map(flash => ({ ...flash, borrowed: false })) }
    const typed = type(own, 'flashes[0].table[2].t05', 500e-6)
    expect(typed.flashes[0]!.table[2]).toEqual({ power: 1 / 4, t05: 500e-6, t01: 560e-6 })
    expect(typed.flashes[0]!.table[7]).toEqual(own.flashes[0]!.table[7])
  })
  test('in kit too: a typed cell is rated, assumed rows follow, rated ones stay', () => {
    const item = newKitItem('flash')
    const rows = item.table.map((row, i) => (i === 7 ? { ...row, t05: 44e-6 } : row))
    const typed = withTypedDurations(item, rows)
    expect(typed.table[7]).toMatchObject({ t05: 44e-6, t01: null, basis: 'rated' })
    expect(typed.table[0]).toMatchObject({ basis: 'assumed' })
    expect(typed.table[0]!.t05).toBeCloseTo(2500e-6, 12)
    const second = withTypedDurations(
      typed,
      typed.table.map((row, i) => (i === 0 ? { ...row, t01: 4e-3 } : row)),
    )
    expect(second.table[7]).toEqual(typed.table[7])
    expect(second.table[0]).toMatchObject({ t05: null, t01: 4e-3, basis: 'rated' })
    expect(withTypedDurations(item, item.table.slice(1)).table).toEqual(item.table.slice(1))
  })
})

describe('how a typed figure is known', () => {
  test('a guess where the recipe’s own is one, else off a scale; a later word of it stays', () => {
    expect([usualWay('throw', 'motion.speed'), usualWay('projectile', 'motion.speed')]).toEqual(['guess', 'scale'])
    const thrown = type(newSetup('throw'), 'motion.speed', 6)
    expect(thrown.motion.speedError).toBe(0.2)
    expect(sourceOf(thrown, 'motion.speed')).toMatchObject({ from: 'yours', how: 'guess' })
    const read = knownBy(thrown, 'motion.speed', 'measured')
    expect(read.motion.speedError).toBe(0.01)
    expect(sourceOf(read, 'motion.speed').from).toBe('measured')
    expect(type(type(newSetup('throw'), 'motion.speedError', 0.07), 'motion.speed', 6).motion.speedError).toBe(0.07)
    expect(type(newSetup('projectile'), 'motion.speed', 40).motion.speedError).toBe(0.04)
  })
  test('a guess does not outweigh one control shot', () => {
    const thrown = type(newSetup('throw'), 'motion.speed', 6)
    const told = plan(thrown).timing.wanted!
    const control = { kind: 'late' as const, value: 0.04, error: 0.002, delay: told }
    const seen: Setup = {
      ...thrown,
      evidence: [
        {
          ...control,
          id: 'c',
          on: true,
          at: null,
          from: 'start',
          to: 'moment',
          light: 0,
          scatter: null,
          takes: [],
          firing: '',
          instrument: '',
          date: '',
          how: '',
          conditions: [],
        },
      ],
    }
    // One throw in ten differs: a quarter of the way is held back, not the four fifths of a figure read off a scale.
    expect(told - plan(seen).timing.wanted!).toBeGreaterThan(0.04 * 0.6)
  })
})

describe('an assumption yields to a fact', () => {
  test('ISO 64 is no mistake on an assumed camera; on one rated to 100 it is, and its limit can be widened', () => {
    const typed = type(newSetup('drop'), 'picture.iso', 64)
    expect(plan(typed).findings.map(f => f.id)).not.toContain('setting-out-of-range')
    const rated = chosenFromKit(typed, withTyped(newKitItem('camera', 'Tarn'), 'baseIso', 100), 'c')
    const finding = plan(rated).findings.find(f => f.id === 'setting-out-of-range')
    expect(finding?.fixes.map(fix => fix.changes)).toEqual([
      [{ path: 'picture.iso', value: 100 }],
      [{ path: 'camera.baseIso', value: 64 }],
    ])
    for (const fix of finding!.fixes) expect(fix.clears ?? []).toBeDefined()
  })
})

test('a new set-up is whole: a first take of 10 % or more, or a sentence says why that way is poor for it', () => {
  const poor: string[] = []
  for (const recipe of RECIPES)
    for (const method of METHODS)
      for (const trigger of TRIGGERS) {
        const setup = newSetup(recipe, method, trigger)
        const p = plan(setup)
        expect(setup).toMatchObject({ recipe, method, trigger, marks: [], aside: [] })
        expect(checkSetup(setup)).toHaveProperty('value')
        // The shutter is one of the method.
        if (method === 'fast-shutter') expect(setup.picture.shutter).toBeLessThanOrEqual(1 / 1000)
        if (method === 'sync-shutter' && p.sequence === null) expect(setup.picture.shutter).toBeLessThanOrEqual(1 / 100)
        const exposed = compareMethods(setup).find(m => m.method === method && m.trigger === trigger)
        if (exposed) expect(Math.abs(exposed.exposure)).toBeLessThan(0.5)
        const told = p.findings.some(f => f.severity !== 'note' && ['spread', 'negative-delay', 'blur'].includes(f.id))
        if (p.keep.firstTake < 0.1 && !told) poor.push(`${recipe} ${method} ${trigger}`)
      }
  expect(poor).toEqual([])
})

test('files from before: what was chosen otherwise than the recipe starts stays, and is marked as somebody’s', () => {
  const { aside: _, ...old } = { ...newSetup('pour'), picture: { ...newSetup('pour').picture, iso: 1600 } }
  const opened = completeSetup(JSON.parse(JSON.stringify(old))) as Setup
  expect(isTyped(opened, 'picture.iso')).toBe(true)
  expect(isTyped(opened, 'picture.aperture')).toBe(false)
  expect(choose(opened, 'fast-shutter', 'sensor').picture.iso).toBe(1600)
  const figure: FigureValue = opened.picture.iso
  expect(figure).toBe(1600)
})
