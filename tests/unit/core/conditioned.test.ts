import {
  type Evidence,
  type Setup,
  assess,
  evidenceOf,
  heldAt,
  infer,
  learntElsewhere,
  marked,
  newSetup,
  posteriorOf,
  repeatsOf,
  withChanges,
} from '~~/core'
import { conditionedOnEvidence } from '~~/core/inference/conditioned'
import { curtainSeen } from '~~/core/inference/curtain'
import { firingOf, included } from '~~/core/inference/firing'
import { LOOKS_SHARED } from '~~/core/inference/elsewhere'
import { unknownsOf } from '~~/core/inference/unknowns'
import { FIELDS, type NumberField } from '~~/core/setup/fields'
import { significant } from '~~/core/math/significant'
import { valueAt } from '~~/core/setup/paths'

type Changes = Record<string, number | string | null>
const changed = (setup: Setup, changes: Changes): Setup =>
  withChanges(
    setup,
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  )
const cracker = (changes: Changes = {}): Setup =>
  changed(newSetup('projectile'), { 'motion.dragPerMetre': 0, 'motion.speedError': 0.06, ...changes })
type Told = Pick<Evidence, 'kind' | 'value'> & Partial<Evidence>
const saw = (setup: Setup, ...all: Told[]): Setup => ({
  ...setup,
  evidence: [...setup.evidence, ...all.map((one, i) => ({ ...evidenceOf(setup, one), id: `n${i}` }))],
})

describe('the set-up as what was seen makes it', () => {
  /** Field, its error as a field, and whether that is a share of it. */
  const FIGURES: [input: string, path: string, error: string, share: boolean][] = [
    ['speed', 'motion.speed', 'motion.speedError', true],
    ['subjectDistance', 'subject.distance', 'subject.distanceError', false],
    ['crackSpeed', 'subject.crackSpeed', 'subject.crackSpeedError', true],
    ['speedLost', 'subject.speedLost', 'subject.speedLostError', true],
    ['waveSpeed', 'sensor.waveSpeed', 'sensor.waveSpeedError', true],
    ['temperatureC', 'air.temperatureC', 'air.temperatureError', false],
    ['flinch', 'hand.flinch', 'hand.flinchError', false],
  ]
  const cases: [string, Setup][] = [
    ['a cracker', saw(cracker(), { kind: 'place', value: 0.06, delay: 0.018 }, { kind: 'speed', value: 36, at: 0.2 })],
    ['a balloon that is heard', saw(newSetup('balloon'), { kind: 'late', value: 2e-3, delay: 0.002, error: 1e-4 })],
    [
      'a toss by hand',
      saw(newSetup('toss', 'fast-shutter', 'hand'), { kind: 'late', value: 0.08, delay: -0.1, error: 0.001 }),
    ],
  ]
  test.each(cases)('%s: each figure as its unknown is held, the rest as entered', (_, setup) => {
    const informed = conditionedOnEvidence(setup)
    const belief = infer(setup)!
    const own = unknownsOf(setup)
    expect(informed.posterior!.inputs).toEqual(own.map(({ input }) => input))
    expect(belief.values.some((value, i) => Math.abs(value - belief.unknowns[i]!.prior) > 1e-6)).toBe(true)
    for (const [input, path, error, share] of FIGURES) {
      const at = belief.unknowns.findIndex(unknown => unknown.input === input)
      const prior = own.find(unknown => unknown.input === input)
      const value = valueAt(informed, path) as number
      const wrong = valueAt(informed, error) as number
      if (at < 0) {
        expect([path, value]).toEqual([path, valueAt(setup, path)])
        if (prior) expect(wrong).toBeCloseTo((share ? prior.sigma / prior.prior : prior.sigma) || 0, 9)
        else expect(wrong).toBe(valueAt(setup, error))
        continue
      }
      expect([path, value]).toEqual([path, belief.values[at]])
      const variance = belief.covariance[at]![at]!
      const { log } = belief.unknowns[at]!
      const sigma = log ? value * Math.sqrt(Math.exp(variance) - 1) : Math.sqrt(variance)
      expect(wrong).toBeCloseTo(share ? sigma / value : sigma, 9)
    }
    const { factor } = belief.scatter
    for (const path of [
      'motion.speedSpread',
      'moment.timeSpread',
      'subject.crackSpeedSpread',
      ...(setup.trigger === 'hand' ? ['hand.scatter'] : []),
    ])
      expect(valueAt(informed, path)).toBeCloseTo((valueAt(setup, path) as number) * factor, 9)
    expect(Math.abs(Math.log(factor))).toBeGreaterThan(1e-4)
    // Twice is once, and nothing of it is kept in the set-up as it was entered.
    expect(conditionedOnEvidence(informed)).toBe(informed)
    expect(setup.posterior).toBeUndefined()
  })
  test('the covariance of what was seen is kept whole, that of the rest as entered', () => {
    const [, setup] = cases[0]!
    const { posterior } = conditionedOnEvidence(setup)
    const belief = infer(setup)!
    const of = (input: string): number => belief.unknowns.findIndex(unknown => unknown.input === input)
    posterior!.inputs.forEach((a, i) =>
      posterior!.inputs.forEach((b, j) => {
        const seen = of(a) >= 0 && of(b) >= 0
        const prior = unknownsOf(setup)[i]!
        const entered = prior.log ? Math.log(1 + (prior.sigma / prior.prior) ** 2) : prior.sigma ** 2
        expect(posterior!.covariance[i]![j]).toBeCloseTo(
          seen ? belief.covariance[of(a)]![of(b)]! : i === j ? entered : 0,
          12,
        )
      }),
    )
    const [speed, distance] = ['speed', 'subjectDistance'].map(of)
    expect(belief.covariance[speed!]![distance!]).not.toBe(0)
  })
  test('nothing seen, or all of it switched off, leaves the very same set-up', () => {
    const setup = cracker()
    expect(conditionedOnEvidence(setup)).toBe(setup)
    const off = saw(setup, { kind: 'speed', value: 36, at: 0, on: false })
    expect(conditionedOnEvidence(off)).toBe(off)
    expect(posteriorOf(setup)).toBeNull()
    // Light alone tells nothing of the timing, and the set-up is informed all the same.
    const lit = conditionedOnEvidence(saw(setup, { kind: 'ambient', value: 3 }))
    expect(lit.posterior).toEqual({ inputs: [], log: [], values: [], covariance: [] })
    expect(lit.motion).toBe(setup.motion)
  })
  test('no figure leaves the limits of its field', () => {
    const { max } = FIELDS['motion.speedSpread'] as NumberField
    const wild = saw(
      cracker({ 'motion.speedSpread': max }),
      ...[10, 60, 90].map(value => ({ kind: 'speed' as const, value, at: 0 })),
    )
    expect(infer(wild)!.scatter.factor).toBeGreaterThan(1)
    expect(conditionedOnEvidence(wild).motion.speedSpread).toBe(max)
  })
  test('a question is answered once while only places move, and anew when a figure does', () => {
    const setup = saw(cracker(), { kind: 'speed', value: 36, at: 0 })
    const first = posteriorOf(setup)
    expect(posteriorOf(changed(setup, { 'picture.iso': 400 }))).toBe(first)
    expect(posteriorOf({ ...setup, evidence: setup.evidence.map(entry => ({ ...entry })) })).toBe(first)
    const slower = posteriorOf(changed(setup, { 'motion.speedError': 0.01 }))!
    expect(slower.values[0]).toBeLessThan(first!.values[0]!)
    const more = posteriorOf(saw(setup, { kind: 'speed', value: 35, at: 0 }))!
    expect(more.values[0]).toBeLessThan(first!.values[0]!)
    for (const [path, value] of [
      ['sensor.positionError', 0.02],
      ['link.jitter', 0.001],
      ['sensor.jitter', 0.001],
      ['controller.latency', 0.003],
      ['flashes[0].latency', 0.004],
    ] as const) {
      const seen = saw(cracker(), { kind: 'place', value: 0.06, delay: 0.018 })
      const before = posteriorOf(seen)!
      const after = posteriorOf(changed(seen, { [path]: value }))!
      expect([path, after.values[0] === before.values[0]]).toEqual([path, false])
    }
  })
})

describe('light', () => {
  const pour = newSetup('pour')
  test('readings of the room are weighed in stops, by how well it was known', () => {
    const { ambientEv } = pour.picture
    const told = (setup: Setup): number =>
      conditionedOnEvidence(
        saw(
          setup,
          { kind: 'ambient', value: ambientEv + 2, error: 0.5 },
          { kind: 'ambient', value: ambientEv + 3, error: 1 },
        ),
      ).picture.ambientEv
    const mean = (sigma: number): number => ambientEv + (2 / 0.25 + 3 / 1) / (1 / 0.25 + 1 / 1 + 1 / sigma ** 2)
    expect(told(pour)).toBeCloseTo(mean(2), 9)
    expect(told(marked(pour, ['picture.ambientEv'], 'yours'))).toBeCloseTo(mean(0.5), 9)
    expect(told(marked(pour, ['picture.ambientEv'], 'assumed'))).toBeCloseTo(mean(2), 9)
  })
  test('a light takes its own reading, and no other does; its loss stays within what a field holds', () => {
    const lit = (value: number, light: number): Setup =>
      conditionedOnEvidence(saw(pour, { kind: 'light', value, error: 0.1, light }))
    const loss = pour.flashes.map(flash => flash.lossStops)
    const weight = 1 / 0.1 ** 2 / (1 / 0.1 ** 2 + 1 / 0.5 ** 2)
    expect(lit(-1, 1).flashes.map(flash => flash.lossStops)).toEqual([loss[0], expect.closeTo(loss[1]! + weight, 9)])
    expect(lit(-40, 0).flashes[0]!.lossStops).toBe(15)
    expect(lit(40, 0).flashes[0]!.lossStops).toBe(-3)
  })
  test('what was put right since it was metered is not off any more: guide number, units and loss', () => {
    const metered = saw(pour, { kind: 'light', value: 1, error: 0.1, light: 0 })
    const { guideNumber, units, lossStops } = pour.flashes[0]!
    const weight = 1 / 0.1 ** 2 / (1 / 0.1 ** 2 + 1 / 0.5 ** 2)
    const offAfter = (changes: Changes): number => {
      const setup = changed(metered, changes)
      return setup.flashes[0]!.lossStops - conditionedOnEvidence(setup).flashes[0]!.lossStops
    }
    expect(offAfter({})).toBeCloseTo(weight, 9)
    expect(offAfter({ 'flashes[0].guideNumber': guideNumber * 2 })).toBeCloseTo(-weight, 9)
    expect(offAfter({ 'flashes[0].units': units * 2 })).toBeCloseTo(0, 9)
    expect(offAfter({ 'flashes[0].lossStops': lossStops - 0.5 })).toBeCloseTo(0.5 * weight, 9)
  })
})

describe('what evidence makes of a field', () => {
  test('its value and standard deviation; of one that nothing tells of, and one that hardly moved, nothing', () => {
    const setup = saw(cracker(), { kind: 'speed', value: 36, at: 0 })
    const informed = conditionedOnEvidence(setup)
    const { values, covariance } = infer(setup)!
    const held = heldAt(setup, informed, 'motion.speed')!
    expect(held.value).toBe(values[0])
    expect(held.sigma).toBeCloseTo(values[0]! * Math.sqrt(Math.exp(covariance[0]![0]!) - 1), 9)
    for (const path of ['subject.distance', 'sensor.position', 'picture.iso'])
      expect([path, heldAt(setup, informed, path)]).toEqual([path, null])
    expect(heldAt(setup, setup, 'motion.speed')).toBeNull()
  })
  test('a fifth of a standard deviation off, or a tenth narrower, tells something; less does not', () => {
    const setup = cracker()
    const { prior, sigma } = unknownsOf(setup).find(({ input }) => input === 'subjectDistance')!
    const told = (shift: number, narrowed: number): boolean =>
      heldAt(
        setup,
        {
          posterior: {
            inputs: ['subjectDistance'],
            log: [false],
            values: [prior + shift * sigma * narrowed],
            covariance: [[(sigma * narrowed) ** 2]],
          },
        },
        'subject.distance',
      ) !== null
    expect([told(0.19, 0.95), told(0.21, 0.95), told(-0.21, 0.95), told(-0.19, 0.95)]).toEqual([
      false,
      true,
      true,
      false,
    ])
    expect([told(0, 0.89), told(0, 0.91)]).toEqual([true, false])
  })
})

describe('the curtains after a dark band', () => {
  const base = changed(newSetup('toss'), { 'picture.shutter': 1 / 400, 'camera.curtainTravel': 0.0034 })
  const darkAt = (travel: number): number => assess(changed(base, { 'camera.curtainTravel': travel })).shutter.dark
  test('the mean of what was held, a third or a tenth of itself wrong, and what the bands tell', () => {
    const seen = (setup: Setup, error: number): Setup => saw(setup, { kind: 'dark', value: darkAt(0.0042), error })
    const slope = (darkAt(0.0042 * 1.001) - darkAt(0.0042 * 0.999)) / (0.002 * 0.0042)
    expect(slope).toBeGreaterThan(0)
    for (const [setup, share] of [
      [base, 0.3],
      [marked(base, ['camera.curtainTravel'], 'yours'), 0.1],
      [marked(base, ['camera.curtainTravel'], 'assumed'), 0.3],
    ] as const) {
      const { value, sigma } = curtainSeen(seen(setup, 0.1))!
      const [p, r] = [1 / (share * 0.0034) ** 2, (slope / 0.1) ** 2]
      expect(value).toBeCloseTo((0.0034 * p + 0.0042 * r) / (p + r), 8)
      expect(sigma * Math.sqrt(p + r)).toBeCloseTo(1, 5)
    }
  })
  test('a band that no curtain gives, or one without curtains, tells nothing', () => {
    expect(curtainSeen(base)).toBeNull()
    expect(curtainSeen(saw(base, { kind: 'dark', value: 0.999 }))).toBeNull()
    expect(curtainSeen(saw(base, { kind: 'dark', value: darkAt(0.0042), on: false }))).toBeNull()
    const leaf = changed(base, { 'camera.shutterKind': 'leaf' })
    expect(curtainSeen(saw(leaf, { kind: 'dark', value: darkAt(0.0042) }))).toBeNull()
  })
})

describe('firings', () => {
  const of = (more: Partial<Evidence>): Evidence => ({
    ...evidenceOf(cracker(), { kind: 'place', value: 0.02, delay: 0.018 }),
    ...more,
  })
  test('a firing is what was said, or the one take it was read of', () => {
    expect([
      firingOf(of({ firing: 'a', takes: [3] })),
      firingOf(of({ takes: [3] })),
      firingOf(of({ takes: [3, 4] })),
      firingOf(of({})),
      firingOf(of({ kind: 'found', firing: 'a', takes: [3] })),
    ]).toEqual(['said a', 'take 3', null, null, null])
  })
  test('a reading told again counts once; one that differs in anything said of it is another', () => {
    const first = of({ id: 'a' })
    const again = of({ id: 'b', how: 'told by the assistant' })
    expect(repeatsOf([first, again, { ...again, id: 'c' }])).toEqual([{ first: 'a', again: ['b', 'c'] }])
    expect(included([first, again]).map(({ id }) => id)).toEqual(['a'])
    const others: Partial<Evidence>[] = [
      { kind: 'late' },
      { value: 0.021 },
      { error: 0.004 },
      { delay: 0.0181 },
      { at: 0.1 },
      { from: 'sensed' },
      { to: 'moment' },
      { light: 1 },
      { date: '2026-11-29' },
      { instrument: 'ruler' },
      { firing: 'second' },
      { takes: [2] },
      { conditions: first.conditions.map(entry => ({ ...entry, value: 1 })) },
    ]
    for (const other of others) {
      const both = [first, of({ id: 'b', ...other })]
      expect([other, repeatsOf(both)]).toEqual([other, []])
      expect(included(both)).toHaveLength(2)
    }
    // What is off counts for nothing, and hides nothing; what runs found is never one reading.
    const off = { ...first, on: false }
    expect(included([off, again]).map(({ id }) => id)).toEqual(['b'])
    const found = of({ id: 'f', kind: 'found' })
    expect(included([found, { ...found, id: 'g' }])).toHaveLength(2)
  })
})

describe('what others have learnt', () => {
  const here = (changes: Changes = {}): Setup => ({ ...changed(newSetup('projectile'), changes), name: 'Here' })
  test('looks like the same launcher within a twentieth of ball, and half of its speed', () => {
    const { mass, diameter, speed } = here().motion
    const same = (changes: Changes): boolean => LOOKS_SHARED.speed(here(), here(changes))
    expect(same({})).toBe(true)
    for (const [path, value] of [
      ['motion.mass', mass],
      ['motion.diameter', diameter],
    ] as const)
      expect([0.951, 0.949, 1.052, 1.054].map(by => same({ [path]: value * by }))).toEqual([true, false, true, false])
    expect([0.51, 0.49, 1.99, 2.01].map(by => same({ 'motion.speed': speed * by }))).toEqual([true, false, true, false])
    expect(same({ 'action.kind': 'catapult' })).toBe(false)
    for (const recipe of ['balloon', 'drop'] as const)
      expect([recipe, LOOKS_SHARED.speed(newSetup(recipe), newSetup(recipe))]).toEqual([recipe, false])
    expect(LOOKS_SHARED.speed(here(), newSetup('toss'))).toBe(false)
  })
  test('the same skin within a seventh of its size, of one filling', () => {
    const balloon = newSetup('balloon')
    const same = (changes: Changes): boolean => LOOKS_SHARED.tear(balloon, changed(balloon, changes))
    const { height } = balloon.subject
    expect([1, 0.86, 0.84].map(by => same({ 'subject.height': height * by }))).toEqual([true, true, false])
    expect(same({ 'subject.filling': balloon.subject.filling === 'air' ? 'water' : 'air' })).toBe(false)
    expect(LOOKS_SHARED.tear(here(), here())).toBe(false)
    const { filling } = balloon.subject
    const bubble = changed(newSetup('bubble'), { 'subject.height': height, 'subject.filling': filling })
    expect([LOOKS_SHARED.tear(bubble, bubble), LOOKS_SHARED.tear(balloon, bubble)]).toEqual([true, false])
    const byHand = { ...here(), trigger: 'hand' as const }
    expect([LOOKS_SHARED.hand(byHand, byHand), LOOKS_SHARED.hand(byHand, here())]).toEqual([true, false])
  })
  test('what is known a fifth better there is offered, with the day of its last reading', () => {
    const read = (error: number, ...dates: string[]): Setup => ({
      ...saw(
        { ...here(), name: 'There' },
        ...dates.map((date, i) => ({ kind: 'speed' as const, value: 36 + 0.01 * i, error, at: 0, date })),
      ),
    })
    const [offer] = learntElsewhere(here(), [read(0.1, '2026-11-20', '2026-11-25', '2026-11-22')])
    expect(offer).toMatchObject({ what: 'speed', from: 'There', date: '2026-11-25', held: 34 })
    const there = conditionedOnEvidence(read(0.1, '2026-11-20', '2026-11-25', '2026-11-22'))
    expect(offer!.value).toBe(there.motion.speed)
    expect(offer!.changes).toEqual([
      { path: 'motion.speed', value: significant(there.motion.speed) },
      { path: 'motion.speedError', value: significant(offer!.sigma / there.motion.speed) },
      { path: 'motion.speedSpread', value: significant(there.motion.speedSpread) },
    ])
    // As well known here as there but for less than a fifth.
    const told = learntElsewhere(here(), [read(0.1, '2026-11-20')])[0]!.sigma
    const share = (by: number): number =>
      learntElsewhere(here({ 'motion.speedError': (told / 34) * by }), [read(0.1, '2026-11-20')]).length
    expect([share(1 / 0.75), share(1)]).toEqual([1, 0])
  })
  test('of two launchers set otherwise the one that is better known for its speed is offered', () => {
    const read = (name: string, value: number, error: number): Setup =>
      saw({ ...here({ 'motion.speed': value }), name }, { kind: 'speed', value, error, at: 0 })
    const [slow, fast] = [read('Slow', 25, 0.4), read('Fast', 40, 0.5)]
    const [ofSlow, ofFast] = [slow, fast].map(other => learntElsewhere(here(), [other])[0]!)
    expect(ofSlow!.sigma).toBeLessThan(ofFast!.sigma)
    expect(ofSlow!.sigma / ofSlow!.value).toBeGreaterThan(ofFast!.sigma / ofFast!.value)
    expect(learntElsewhere(here(), [slow, fast])[0]!.from).toBe('Fast')
    // Known here to two per cent, it is not better known by somebody slower whose half a metre a second is two.
    const known = here({ 'motion.speedError': (1.1 * ofSlow!.sigma) / ofSlow!.value })
    expect(learntElsewhere(known, [slow])).toEqual([])
  })
  test('of a skin how fast it tears, of a hand how late it is', () => {
    const balloon = { ...newSetup('balloon'), name: 'Red' }
    const torn = saw({ ...balloon, name: 'Blue' }, { kind: 'interval', value: 2e-3, to: 'moment', error: 1e-5 })
    const [tear] = learntElsewhere(balloon, [torn])
    const { subject } = conditionedOnEvidence(torn)
    expect(tear).toMatchObject({ what: 'tear', from: 'Blue', date: '', value: subject.crackSpeed })
    expect(tear!.held).toBe(balloon.subject.crackSpeed)
    expect(tear!.heldSigma).toBeCloseTo(balloon.subject.crackSpeed * balloon.subject.crackSpeedError, 9)
    expect(tear!.changes).toEqual([
      { path: 'subject.crackSpeed', value: significant(subject.crackSpeed) },
      { path: 'subject.crackSpeedError', value: significant(tear!.sigma / subject.crackSpeed) },
      { path: 'subject.crackSpeedSpread', value: significant(subject.crackSpeedSpread) },
    ])
    const byHand = newSetup('toss', 'fast-shutter', 'hand')
    const presses = Array.from({ length: 12 }, (_, i) => ({
      kind: 'late' as const,
      value: 0.08 + 1e-4 * i,
      delay: -0.1,
      error: 0.001,
    }))
    const pressed = saw(byHand, ...presses)
    const hand = learntElsewhere(byHand, [pressed]).find(({ what }) => what === 'hand')
    const { hand: held } = conditionedOnEvidence(pressed)
    expect(hand).toMatchObject({ what: 'hand', value: held.flinch, held: byHand.hand.flinch })
    expect(hand!.heldSigma).toBe(byHand.hand.flinchError)
    expect(hand!.changes).toEqual([
      { path: 'hand.flinch', value: significant(held.flinch) },
      { path: 'hand.flinchError', value: significant(hand!.sigma) },
      { path: 'hand.scatter', value: significant(held.scatter) },
    ])
  })
})
