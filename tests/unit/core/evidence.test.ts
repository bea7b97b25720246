import {
  type Evidence,
  RECIPES,
  type Setup,
  assess,
  completeSetup,
  entered,
  evidenceOf,
  find,
  infer,
  newSetup,
  plan,
  repeatsOf,
  withChanges,
} from '~~/core'
import { exportedToSetup } from '~~/core/lab'
import { sceneFigures } from '~~/core/light/figures'
import { motionFor } from '~~/core/take/chain'
import { type Draw, EvidenceWorld, type Told } from '../../support/evidenceWorld'
import { logged, runs } from '../../support/runs'
import { figure, inWords } from '../../support/figures'

const cracker = newSetup('projectile')
const dialled = assess(cracker).timing.used
const place = (value: number, more: Partial<Evidence> = {}): Evidence =>
  evidenceOf(cracker, { kind: 'place', value, delay: dialled, ...more })
const seen = (...evidence: Evidence[]): Setup => ({
  ...cracker,
  evidence: evidence.map((entry, i) => ({ ...entry, id: `e${i}` })),
})

describe('what was seen counts once', () => {
  test('one take told three or twenty times is one take, and is asked about', () => {
    const once = assess(seen(place(0.03)))
    for (const times of [3, 20]) {
      const told = plan(seen(...Array.from({ length: times }, () => place(0.03))))
      expect(told.timing.wanted).toBe(once.timing.wanted)
      expect(told.spread.uncertainty).toBe(once.spread.uncertainty)
      expect(told.keep.firstTake).toBe(once.keep.firstTake)
      const asked = told.findings.find(finding => finding.id === 'evidence-repeat')!
      expect(figure(asked.figures.n).value).toBe(times)
      const [one, each] = asked.fixes
      expect(assess(withChanges(told.entered, one!.changes)).timing.wanted).toBe(once.timing.wanted)
      const several = assess(withChanges(told.entered, each!.changes))
      expect(repeatsOf(several.entered.evidence)).toEqual([])
      expect(several.spread.uncertainty).toBeLessThan(once.spread.uncertainty * 0.7)
    }
  })

  test('a picture read three times is one firing: its scatter counts once', () => {
    const read = (firing: string): Evidence[] => [0.03, 0.031, 0.029].map(value => place(value, { firing }))
    const [one, three] = [assess(seen(...read('a'))), assess(seen(...read('')))]
    const once = assess(seen(place(0.03)))
    // Three readings of one picture tell its place a little better, and of the scatter nothing.
    expect(one.spread.uncertainty).toBeGreaterThan(once.spread.uncertainty * 0.95)
    expect(one.spread.uncertainty).toBeLessThanOrEqual(once.spread.uncertainty)
    expect(three.spread.uncertainty).toBeLessThan(once.spread.uncertainty * 0.7)
    // The takes behind them say as much.
    const byTake = assess(seen(...read('').map(entry => ({ ...entry, takes: [4] }))))
    expect(byTake.spread.uncertainty).toBeCloseTo(one.spread.uncertainty, 12)
  })

  test('readings of one chronograph share its scale', () => {
    const fast = (instrument: string, i: number): Evidence =>
      evidenceOf(cracker, { kind: 'speed', value: 34 + 0.01 * i, error: 1, at: 0.1, instrument })
    const all = (instrument: string) =>
      infer(seen(...Array.from({ length: 6 }, (_, i) => fast(instrument, i))))!.covariance[0]![0]!
    expect(all('chronograph 1')).toBeGreaterThan(all('') * 2)
  })
})

describe('what was seen is never swallowed', () => {
  const asked = (...evidence: Evidence[]) => {
    const whole = plan(seen(...evidence))
    return { whole, told: inWords(whole.findings.find(finding => finding.id === 'evidence-surprise')) }
  }
  const side = (kind: 'beyond' | 'short', value: number) => evidenceOf(cracker, { kind, value, delay: dialled })

  test('“beyond 3 m” where 0.03 m is expected', () => {
    const { told } = asked(side('beyond', 3))
    expect(figure(told!.figures.read).value).toBe(3)
    expect(figure(told!.figures.expected).value).toBeCloseTo(0.03, 2)
    expect(figure(told!.figures.sigma).value).toBeLessThan(0.04)
    expect(told!.title).toMatch(/beyond/)
  })

  test('“beyond 0.5 m” and “short of −0.1 m” at one delay', () => {
    expect(asked(side('beyond', 0.5), side('short', -0.1)).told).toBeDefined()
    expect(asked(side('beyond', 0), side('short', 0.06)).told).toBeUndefined()
  })

  test('a place typed as 5 m: everything else says what it says without it', () => {
    const speed = evidenceOf(cracker, { kind: 'speed', value: 34, at: 0.3 })
    const { told } = asked(place(0.03), place(0.031), speed, place(5))
    expect(figure(told!.figures.read).value).toBe(5)
    expect(figure(told!.figures.expected).value).toBeCloseTo(0.03, 2)
    expect(figure(told!.figures.sigma).value).toBeLessThan(0.03)
    const [leave] = told!.fixes
    const without = plan(withChanges(seen(place(0.03), place(0.031), speed, place(5)), leave!.changes))
    expect(without.setup.motion.speed).toBeCloseTo(34, 0)
  })

  test('it names what may be to blame, and takes the answer in one press', () => {
    const speeds = [34, 34.1, 33.9].map(value => evidenceOf(cracker, { kind: 'speed', value, at: 0.3 }))
    // As if the card stood 110 mm nearer than its tape says.
    const { told, whole } = asked(...speeds, place(0.14))
    expect(told!.reason).toMatch(/would fit if .*the distance to the subject were/)
    const tape = told!.fixes.find(fix =>
      fix.label.startsWith('The tape was wrong: let the takes find the subject distance'),
    )!
    expect(tape.changes[0]!.path).toBe('subject.distanceError')
    const open = plan(withChanges(whole.entered, tape.changes))
    expect(open.findings.map(finding => finding.id)).not.toContain('evidence-surprise')
    expect(open.setup.subject.distance).toBeCloseTo(0.79, 1)
    const wider = told!.fixes.find(fix => fix.label.startsWith('Keep both'))!
    expect(plan(withChanges(whole.entered, wider.changes)).findings.map(finding => finding.id)).not.toContain(
      'evidence-surprise',
    )
  })

  test('“find” where it does over a whole stretch tells its ends', () => {
    const { answers } = find(cracker, 'picture.iso', a => Math.max(800, a.setup.picture.iso), 800)
    expect(answers.length).toBeLessThanOrEqual(2)
    expect(Math.max(...answers)).toBeLessThanOrEqual(800)
  })
})

describe('light that agrees with the plan leaves it', () => {
  const light = { label: 'lab.test' as const, to: 'evidence' as const, kind: 'light' as const, error: 0.1 }
  const from = { how: 'a frame', date: '2026-11-30' }

  test('a grey card as dark as planned, of all lights and of one', () => {
    const setup = withChanges(newSetup('pour'), [{ path: 'picture.iso', value: 100 }])
    const before = assess(setup)
    const all = assess(exportedToSetup(setup, { ...light, value: before.exposure.flash! }, from))
    expect(all.exposure.flash).toBeCloseTo(before.exposure.flash!, 9)
    const alone = sceneFigures(before).lights[1]!.facing
    const one = assess(exportedToSetup(setup, { ...light, value: alone, more: { light: 1 } }, from))
    expect(one.setup.flashes[1]!.lossStops).toBeCloseTo(setup.flashes[1]!.lossStops, 6)
    // A stop brighter than planned is a stop, held back by what was entered.
    const brighter = assess(exportedToSetup(setup, { ...light, value: before.exposure.flash! + 1 }, from))
    expect(brighter.exposure.flash! - before.exposure.flash!).toBeCloseTo(1 / 0.1 ** 2 / (1 / 0.1 ** 2 + 4), 6)
    // Read again, it is as it was held.
    const again = exportedToSetup(brighter.entered, { ...light, value: before.exposure.flash! + 1 }, from)
    expect(assess(again).exposure.flash! - before.exposure.flash!).toBeLessThan(1)
  })

  test('a black frame at 1:1 as dark as planned', () => {
    const setup = withChanges(newSetup('drop'), [
      { path: 'lens.focalLength', value: 0.1 },
      { path: 'picture.distance', value: 0.2 },
      { path: 'picture.ambientEv', value: 3 },
    ])
    const before = assess(setup)
    expect(before.optics.magnification).toBeCloseTo(1, 2)
    // What a frame tells: what the lens gets, by the f-number that is set.
    const { aperture, iso, shutter } = setup.picture
    const read = before.exposure.ambient + Math.log2(aperture ** 2 / shutter) - Math.log2(iso / 100)
    const give = { ...light, kind: 'ambient' as const, value: read }
    expect(assess(exportedToSetup(setup, give, from)).exposure.ambient).toBeCloseTo(before.exposure.ambient, 6)
  })

  test('a figure put right after it was metered is not off any more', () => {
    const setup = newSetup('pour')
    const metered = evidenceOf(setup, { kind: 'light', value: 1, light: 0, error: 0.1 })
    const right = withChanges({ ...setup, evidence: [metered] }, [
      { path: 'flashes[0].guideNumber', value: setup.flashes[0]!.guideNumber * Math.SQRT2 },
    ])
    const bare = withChanges({ ...right, evidence: [] }, [])
    expect(assess(right).setup.flashes[0]!.lossStops).toBeCloseTo(bare.flashes[0]!.lossStops, 9)
    // Turned down after it, it is off by as much as before.
    const down = withChanges({ ...setup, evidence: [metered] }, [{ path: 'flashes[0].power', value: 1 / 64 }])
    expect(setup.flashes[0]!.lossStops - assess(down).setup.flashes[0]!.lossStops).toBeGreaterThan(0.9)
  })
})

logged('stated intervals hold what they say, firing by firing, in the practice world', () => {
  const share = (off: readonly number[], z: number): number => off.filter(x => Math.abs(x) < z).length / off.length
  const mixes: [name: string, draw: Draw][] = [
    ['one kind, three firings', { kinds: ['place'], firings: 3, together: false }],
    ['place, speed and time of the same three', { kinds: ['place', 'speed', 'interval'], firings: 3, together: true }],
    ['place, speed and time of nine', { kinds: ['place', 'speed', 'interval'], firings: 3, together: false }],
    ['a place and a side of the same three', { kinds: ['place', 'beyond'], firings: 3, together: true }],
  ]
  /** Kinds that can be read of a recipe. */
  const readable = ({ motion, moment }: Setup, kinds: readonly Told[]): Told[] => {
    const timed = motion.kind === 'still' || moment.reference !== 'travel'
    const fits = kinds.map((kind): Told => (timed && (kind === 'place' || kind === 'beyond') ? 'late' : kind))
    return [...new Set(fits)].filter(kind => kind !== 'speed' || !['still', 'fall'].includes(motion.kind))
  }
  const truths = runs(60)

  test.each(mixes)('%s', (_, draw) => {
    const [delay, speed, distance]: number[][] = [[], [], []]
    let asked = 0
    let logs = 0
    for (const recipe of RECIPES) {
      const start = { ...newSetup(recipe), trigger: 'sensor' as const }
      // The world's air brakes by the temperature it has, the plan's by the one entered.
      const setup =
        start.motion.kind === 'still'
          ? start
          : withChanges(start, [{ path: 'motion.dragPerMetre', value: assess(start).drag }])
      for (let seed = 1; seed <= truths; seed++) {
        const world = new EvidenceWorld(setup, seed)
        const wanted = world.wanted()
        const evidence = world.log({ ...draw, kinds: readable(setup, draw.kinds) })
        const belief = infer({ ...setup, evidence })
        if (wanted === null || belief === null) continue
        const told = assess({ ...setup, evidence })
        delay!.push((told.timing.wanted! - wanted) / told.spread.uncertainty)
        belief.unknowns.forEach(({ input, log }, i) => {
          const sigma = Math.sqrt(belief.covariance[i]![i]!)
          if (input === 'speed' && log) speed!.push(Math.log(world.truth.speed / belief.values[i]!) / sigma)
          if (input === 'subjectDistance') distance!.push((world.truth.subjectDistance - belief.values[i]!) / sigma)
        })
        logs++
        if (belief.outliers.length > 0) asked++
      }
    }
    for (const off of [delay!, speed!, distance!]) {
      const luck = 3 * Math.sqrt(0.2 / off.length)
      expect(share(off, 1)).toBeGreaterThan(0.64 - luck)
      expect(share(off, 1)).toBeLessThan(0.74 + luck)
      expect(share(off, 1.96)).toBeGreaterThan(0.92 - luck / 2)
      expect(share(off, 1.96)).toBeLessThanOrEqual(1)
    }
    // Honest logs of three to nine readings.
    expect(asked / logs).toBeLessThan(0.03 + 3 * Math.sqrt(0.03 / logs))
  })

  test('a chronograph near the top of a toss', () => {
    const setup = withChanges(newSetup('toss'), [{ path: 'motion.dragPerMetre', value: 0 }])
    const off: number[] = []
    for (let seed = 1; seed <= runs(300); seed++) {
      const world = new EvidenceWorld(setup, seed)
      const evidence = world.log({ kinds: ['speed'], firings: 3, together: false, at: 0.47 })
      const belief = evidence.length > 0 ? infer({ ...setup, evidence }) : null
      const i = belief?.unknowns.findIndex(unknown => unknown.input === 'speed') ?? -1
      if (i < 0) continue
      off.push(Math.log(world.truth.speed / belief!.values[i]!) / Math.sqrt(belief!.covariance[i]![i]!))
    }
    expect(share(off, 1.96)).toBeGreaterThan(0.92 - 2 * Math.sqrt(0.05 / off.length))
    // Not to one side: those that got there are the quicker ones.
    expect(Math.abs(off.reduce((sum, x) => sum + x, 0) / off.length)).toBeLessThan(0.3)
  })
})

test('200 evenings: a typed guess of a throw yields to one control shot, and holds as well as a guess holds', () => {
  const thrown = entered(withChanges(newSetup('throw'), [{ path: 'motion.speed', value: 6 }]), [
    { path: 'motion.speed', value: 6 },
  ])
  const setup = withChanges(thrown, [{ path: 'motion.dragPerMetre', value: assess(thrown).drag }])
  const [guessed, seenOnce]: number[][] = [[], []]
  let held = 0
  for (let seed = 1; seed <= runs(200); seed++) {
    const world = new EvidenceWorld(setup, seed)
    const wanted = world.wanted()
    if (wanted === null) continue
    const evidence = world.log({ kinds: ['late'], firings: 1, together: false })
    const told = assess({ ...setup, evidence })
    guessed!.push(Math.abs(assess(setup).timing.wanted! - wanted))
    seenOnce!.push(Math.abs(told.timing.wanted! - wanted))
    if (Math.abs(told.timing.wanted! - wanted) < 1.96 * told.spread.uncertainty) held++
  }
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length
  expect(mean(seenOnce!)).toBeLessThan(0.75 * mean(guessed!))
  expect(held / seenOnce!.length).toBeGreaterThan(0.95 - 3 * Math.sqrt(0.05 / seenOnce!.length))
})

test('a shock of something that slows past the speed of sound is heard when the first of its path is', () => {
  const setup = withChanges(cracker, [
    { path: 'sensor.kind', value: 'sound' },
    { path: 'sensor.source', value: 'start' },
    { path: 'motion.speed', value: 360 },
    { path: 'motion.dragPerMetre', value: null },
    { path: 'sensor.position', value: 3 },
    { path: 'sensor.offset', value: 0.2 },
    { path: 'subject.distance', value: 4 },
  ])
  const a = assess(setup)
  expect(a.timing.heard).toBe('shock')
  const mean = {
    speed: 360,
    subjectDistance: 4,
    sensorPosition: 3,
    sensorOffset: 0.2,
    temperatureC: setup.air.temperatureC,
    crackSpeed: setup.subject.crackSpeed,
    waveSpeed: setup.sensor.waveSpeed,
    phaseScale: 1,
    speedLost: setup.subject.speedLost,
  }
  const motion = motionFor(a.known, a.drag, mean)
  let first = Infinity
  for (let t = 0; t < 0.02; t += 2e-7) {
    if (motion.speedAt(t) <= a.soundSpeed) break
    const e = motion.positionAt(t)
    first = Math.min(first, t + Math.hypot(3 - e, 0.2) / a.soundSpeed)
  }
  expect(Math.abs(a.timing.sensed! - first)).toBeLessThan(2e-6)
})

test('a file of version 1 says that lights from behind no longer count', () => {
  const { role: _, ...flash } = newSetup('swing').flashes[0]!
  const file = (angles: number[], notes = '') => ({
    ...newSetup('swing'),
    version: 1,
    notes,
    flashes: angles.map((angle, i) => ({ ...flash, name: `Light ${i + 1}`, angle })),
  })
  const opened = completeSetup(file([2.2, 0.8, -1.1], 'Cold hall.')) as Setup
  expect(opened.flashes.map(light => light.role)).toEqual(['rim', 'rim', 'key'])
  expect(opened.notes).toBe(
    'Cold hall.\nOpened from a file of version 1. Behind the subject: Light 1, Light 2. That is no longer counted in ' +
      'the exposure, which was shown too bright.',
  )
  expect((completeSetup(opened) as Setup).notes).toBe(opened.notes)
  expect((completeSetup(file([-1, -2])) as Setup).notes).toBe('')
})
