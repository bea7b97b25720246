import fc from 'fast-check'
import {
  type BenchShot,
  type Exercise,
  type PracticeRig,
  type Setup,
  type ShotConditions,
  EXERCISES,
  PracticeDevice,
  bestDelay,
  completeRig,
  drawRig,
  exerciseById,
  exerciseRig,
  exerciseSetup,
  fireRig,
  judge,
  matchShots,
  meanTakes,
  newSetup,
  pictureOf,
  plan,
  playRig,
  reveal,
  seenAs,
  settingsOf,
  soundThreshold,
  switchedOn,
  trulyKeeps,
  withChanges,
} from '~~/core'
import { notFinite, randomSetup } from '../../support/randomSetup'
import { runs } from '../../support/runs'
import { MISTAKE_TEXTS } from '~~/shared/texts/practice'

const ready: ShotConditions = { delay: 0.0185, threshold: 0.2, holdOff: 0.5, armed: true, open: true, sincePop: null }
const cracker = newSetup('projectile')
/** A rig on which nothing goes wrong but what a test makes go wrong. */
const sound = (setup: Setup, seed = 7): PracticeRig => {
  const rig = drawRig(setup, seed)
  return { ...rig, truth: { ...rig.truth, misfire: 0 } }
}

describe('a rig', () => {
  test('is the same for the same seed, and another for another', () => {
    expect(drawRig(cracker, 3)).toEqual(drawRig(cracker, 3))
    expect(drawRig(cracker, 3).truth.speed).not.toBe(drawRig(cracker, 4).truth.speed)
  })
  test('is off by as much as the plan says it may be', () => {
    const off = Array.from({ length: 400 }, (_, i) => drawRig(cracker, i + 1).truth.speed / cracker.motion.speed - 1)
    const spread = Math.sqrt(off.reduce((sum, x) => sum + x * x, 0) / off.length)
    expect(spread).toBeGreaterThan(0.85 * cracker.motion.speedError)
    expect(spread).toBeLessThan(1.1 * cracker.motion.speedError)
    expect(Math.max(...off.map(Math.abs))).toBeLessThan(2.7 * cracker.motion.speedError)
  })
  test('kept in earlier days is completed by what it did not have, and is else as it was', () => {
    const rig = drawRig(cracker, 3)
    const { offAxis: _o, loudness: _l, flash: _f, flinch: _i, ...truth } = rig.truth
    const { evidence: _e, ...setup } = rig.setup
    const old = JSON.parse(JSON.stringify({ ...rig, truth, setup })) as PracticeRig
    const now = completeRig(old)
    expect(now.truth).toEqual({ ...rig.truth, offAxis: 0, loudness: 0.15, flash: 0, flinch: 0 })
    expect(now.setup).toEqual(rig.setup)
    expect([now.seed, completeRig(rig)]).toEqual([rig.seed, rig])
    expect(fireRig(now, cracker, 2, ready).inputs.speed).toBe(fireRig(rig, cracker, 2, ready).inputs.speed)
  })
  test('charges its flashes after a pop, and has nothing to charge where none burns', () => {
    const soon = { ...ready, sincePop: 0.01 }
    expect(fireRig(sound(cracker), cracker, 2, soon)).toMatchObject({ dark: 'charging', verdict: 'misfire' })
    const lit = withChanges(cracker, [
      { path: 'method', value: 'fast-shutter' },
      { path: 'picture.shutter', value: 1 / 4000 },
    ])
    expect(fireRig(sound(lit), lit, 2, soon).dark).not.toBe('charging')
  })
  test('does not move when somebody types another speed into the set-up', () => {
    const rig = sound(cracker)
    const typed = withChanges(cracker, [
      { path: 'motion.speed', value: 20 },
      { path: 'subject.crackSpeed', value: 90 },
    ])
    expect(fireRig(rig, typed, 4, ready).past).toBe(fireRig(rig, cracker, 4, ready).past)
  })
  test('but does when the beam is moved', () => {
    const rig = sound(cracker)
    const moved = withChanges(cracker, [{ path: 'sensor.position', value: 0.35 }])
    expect(fireRig(rig, moved, 4, ready).past!).toBeGreaterThan(fireRig(rig, cracker, 4, ready).past! + 0.04)
  })
})

describe('a shot', () => {
  test('of a known rig lies where its own inputs put it, and a longer delay is later by just that', () => {
    const rig = sound(cracker)
    const [a, b] = [fireRig(rig, cracker, 2, ready), fireRig(rig, cracker, 2, { ...ready, delay: 0.0195 })]
    expect(b.offset! - a.offset!).toBeCloseTo(0.001, 9)
    expect((b.past! - a.past!) / 0.001).toBeCloseTo(a.inputs.speed, -1)
  })
  test.each<[string, Partial<ShotConditions>, BenchShot['dark']]>([
    ['safe', { armed: false }, 'safe'],
    ['shut', { open: false }, 'shut'],
    ['not charged', { sincePop: 0.02 }, 'charging'],
  ])('gives no light on the event when %s', (_, conditions, dark) => {
    const shot = fireRig(sound(cracker), cracker, 1, { ...ready, ...conditions })
    expect(shot).toMatchObject({ dark, captured: null, verdict: 'misfire' })
  })
  test('a microphone that is too keen fires on the click, a dull one not at all, one between on the bang', () => {
    const balloon = newSetup('balloon')
    const rig = sound(balloon)
    const at = (threshold: number): BenchShot => fireRig(rig, balloon, 1, { ...ready, delay: 0.0006, threshold })
    expect(at(rig.truth.click / 3)).toMatchObject({ heard: 'click', dark: 'click' })
    expect(at(rig.truth.event * 3)).toMatchObject({ heard: null, dark: 'not-heard' })
    expect(at(soundThreshold(rig, balloon))).toMatchObject({ heard: 'event', dark: null })
  })
  test('a hold-off shorter than the ringing lights the frame twice, where the light is charged by then', () => {
    const quick = withChanges(
      cracker,
      cracker.flashes.map((_, i) => ({ path: `flashes[${i}].recycleTime`, value: 0 })),
    )
    expect(fireRig(sound(quick), quick, 1, { ...ready, holdOff: 0 }).twice).toBe(true)
    expect(fireRig(sound(quick), quick, 1, ready).twice).toBe(false)
    const slow = withChanges(
      cracker,
      cracker.flashes.map((_, i) => ({ path: `flashes[${i}].recycleTime`, value: 20 })),
    )
    expect(fireRig(sound(slow), slow, 1, { ...ready, holdOff: 0 }).twice).toBe(false)
  })
  test('far out of the frame it is missed, not late', () => {
    expect(fireRig(sound(cracker), cracker, 1, { ...ready, delay: 0.05 }).verdict).toBe('missed')
  })
  test('a rig that tires throws slower each time', () => {
    const rig = { ...sound(cracker), truth: { ...sound(cracker).truth, drift: 0.01, scatter: 0 } }
    const speeds = [1, 5, 20].map(number => fireRig(rig, cracker, number, ready).inputs.speed)
    expect(speeds).toEqual([...speeds].sort((a, b) => b - a))
    expect(speeds[2]! / speeds[0]!).toBeCloseTo(0.81, 2)
  })
  test('whatever the set-up, nothing in it is NaN and it never throws', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.double({ min: 0, max: 2, noNaN: true }), (seed, delay) => {
        const setup = randomSetup(seed)
        const rig = drawRig(setup, seed)
        const shot = fireRig(rig, setup, 1, { ...ready, delay, threshold: soundThreshold(rig, setup) })
        expect(notFinite(shot)).toEqual([])
        const { timing, caughtAt, exposure } = pictureOf(rig, setup, shot, 1.5)
        expect(notFinite({ timing, caughtAt, exposure })).toEqual([])
      }),
      { numRuns: runs(300), examples: [[532_106, 0]] },
    )
  })
})

describe('the picture of a shot', () => {
  test('shows the object where it was caught, and the click’s light shows it untouched', () => {
    const rig = sound(cracker)
    const shot = fireRig(rig, cracker, 3, ready)
    expect(pictureOf(rig, cracker, shot, 1.2).caughtAt! - cracker.moment.offset).toBeCloseTo(shot.past!, 4)
    const click = { ...shot, captured: null, heard: 'click' as const, dark: 'click' as const }
    expect(pictureOf(rig, cracker, click, 1.2).caughtAt!).toBeLessThan(-0.8)
  })
  test('without light is black, and a long exposure lets the room in', () => {
    const rig = sound(cracker)
    const shot = fireRig(rig, cracker, 3, { ...ready, armed: false })
    expect(pictureOf(rig, cracker, shot, 1).exposure.flash).toBeLessThan(-9)
    expect(
      pictureOf(rig, cracker, shot, 8).exposure.ambient - pictureOf(rig, cracker, shot, 1).exposure.ambient,
    ).toBeCloseTo(3, 6)
  })
})

describe('the device', () => {
  const plugged = (setup = cracker): PracticeDevice => new PracticeDevice(sound(setup), setup, switchedOn(setup))
  const said = (device: PracticeDevice, lines: string[], at = 0): string[] =>
    lines.flatMap((line, i) => device.take(line, at + i).lines)

  test('a take line by line', () => {
    const device = plugged()
    expect(said(device, ['HELLO 1', 'SET delay 0.0185', 'SHUTTER OPEN', 'ARM'])).toEqual([
      'OK 1 practice sensor controller flash camera action',
      'OK',
      'OK',
      'EVENT shutter open',
      'OK',
      'EVENT armed',
    ])
    const acted = device.take('ACT', 4)
    expect(acted.lines).toEqual(['OK', 'EVENT action', 'EVENT trigger', 'EVENT light'])
    expect(acted.shot).toMatchObject({ number: 1, conditions: { delay: 0.0185, armed: true, open: true } })
    const closed = device.take('SHUTTER CLOSE', 5.5)
    expect(closed.exposure).toEqual({ shot: acted.shot, openFor: 3.5 })
    expect(device.take('STATUS', 6).lines).toEqual([
      'STATUS armed=1 shutter=closed charging=0.00 shots=1 delay=0.0185 threshold=0.2 hold-off=0.5',
    ])
  })
  test('the chain releases a camera at sync speed, and the frame comes at once', () => {
    const device = plugged(newSetup('toss'))
    expect(said(device, ['SHUTTER OPEN'])).toEqual([
      'ERROR this camera is triggered by the controller; SHUTTER is for the open-shutter method',
    ])
    device.take('ARM', 1)
    expect(device.take('ACT', 2).exposure?.openFor).toBe(newSetup('toss').picture.shutter)
  })
  test('remembers itself as plain data from process to process', () => {
    const first = plugged()
    said(first, ['SET delay 0.0179', 'SHUTTER OPEN', 'ARM', 'ACT'])
    const second = new PracticeDevice(
      sound(cracker),
      cracker,
      JSON.parse(JSON.stringify(first.state)) as typeof first.state,
    )
    expect(second.take('SHUTTER CLOSE', 9).exposure?.shot.conditions.delay).toBe(0.0179)
  })
  test('with the props used up nothing is let go any more', () => {
    const device = new PracticeDevice(sound(cracker), cracker, switchedOn(cracker), 2)
    expect(said(device, ['ACT', 'ACT', 'ACT']).filter(line => line !== 'OK')).toEqual([
      'EVENT action',
      'EVENT action',
      'ERROR no props left',
    ])
    expect(device.state.fired).toBe(2)
  })
  test('bad lines are answered with what is wrong, and change nothing', () => {
    const device = plugged()
    const before = JSON.stringify(device.state)
    expect(
      said(device, [
        'JUMP',
        'SET delay',
        'SET delay -11',
        'SET delay soon',
        'SET colour 3',
        'SHUTTER',
        'HELLO 9',
        'x'.repeat(300),
      ]),
    ).toEqual([
      'ERROR unknown command JUMP',
      'ERROR delay from -10 to 10000',
      'ERROR delay from -10 to 10000',
      'ERROR delay from -10 to 10000',
      'ERROR unknown setting colour',
      'ERROR SHUTTER OPEN or SHUTTER CLOSE',
      'ERROR speaks version 1',
      'ERROR line too long',
    ])
    expect(JSON.stringify(device.state)).toBe(before)
  })
  test('whatever is said in whatever order, it answers, counts each action once, and never throws', () => {
    const words = fc.constantFrom(
      'HELLO 1',
      'ARM',
      'SAFE',
      'ACT',
      'SHUTTER OPEN',
      'SHUTTER CLOSE',
      'STATUS',
      'SET delay 0.02',
      'SET hold-off 0',
      'SET threshold 1e-6',
    )
    fc.assert(
      fc.property(
        fc.array(fc.oneof(words, fc.string()), { maxLength: 60 }),
        fc.constantFrom('projectile', 'toss', 'balloon'),
        (lines, recipe) => {
          const device = plugged(newSetup(recipe as 'toss'))
          let actions = 0
          lines.forEach((line, i) => {
            const answer = device.take(line, i / 10)
            if (answer.lines.includes('EVENT action')) actions++
            if (line.trim() !== '') expect(answer.lines.length).toBeGreaterThan(0)
          })
          expect(device.state.fired).toBe(actions)
        },
      ),
    )
  })
})

describe('exercises', () => {
  test.each(EXERCISES.map(e => e.id))(
    '%s can be done: somebody who knows the truth gets there with the props given',
    id => {
      const exercise = exerciseById(id)!
      const setup = exerciseSetup(exercise)
      const needed = Array.from(
        { length: 20 },
        (_, i) => playRig(exerciseRig(exercise, i + 1), setup, 'best', { keepers: exercise.keepers }).all ?? 60,
      )
      expect(needed.filter(takes => takes <= exercise.stock).length).toBeGreaterThanOrEqual(18)
    },
  )
  test('the proposals need fewer takes to the first keeper than the ladder, and nobody beats the truth', () => {
    const totals = { proposals: 0, ladder: 0, best: 0 }
    const few = EXERCISES.filter(e => ['cracker-beam', 'milk-crown', 'chalk-sync', 'top-apex'].includes(e.id))
    for (let i = 0; i < runs(200); i++) {
      const exercise = few[i % few.length]!
      const [rig, setup] = [exerciseRig(exercise, 1000 + i), exerciseSetup(exercise)]
      for (const way of ['proposals', 'ladder', 'best'] as const)
        totals[way] += playRig(rig, setup, way, { keepers: 1 }).first ?? 60
    }
    expect(totals.proposals).toBeLessThan(0.75 * totals.ladder)
    expect(totals.best).toBeLessThan(totals.proposals)
  })
  test('the best delay puts the middle shot in the window', () => {
    const exercise = exerciseById('milk-crown')!
    const setup = exerciseSetup(exercise)
    for (let seed = 1; seed <= 20; seed++) {
      const rig = {
        ...exerciseRig(exercise, seed),
        truth: { ...exerciseRig(exercise, seed).truth, scatter: 0, misfire: 0 },
      }
      expect(fireRig(rig, setup, 1, { ...ready, delay: bestDelay(rig, setup) }).verdict).toBe('on')
    }
  })
})

test('who knows the truth follows a rig that tires, shot by shot', () => {
  const rig = { ...sound(cracker), truth: { ...sound(cracker).truth, drift: 0.01, scatter: 0 } }
  const { takes } = playRig(rig, cracker, 'best', { keepers: 99, most: 5 })
  const { delayStep } = cracker.controller
  takes.forEach(({ delay }, before) =>
    expect(Math.abs(delay - bestDelay(rig, cracker, before))).toBeLessThan(delayStep),
  )
  expect(takes[4]!.delay - takes[0]!.delay).toBeGreaterThan(4 * delayStep)
})

test('up the ladder an early take is followed by a longer delay and a late one by a shorter', () => {
  let turns = 0
  for (let seed = 1; seed <= 12; seed++) {
    const { takes } = playRig(sound(cracker, seed), cracker, 'ladder', { keepers: 1, most: 12 })
    takes.slice(1).forEach(({ delay }, i) => {
      const was = takes[i]!
      if (was.verdict === 'early') expect(delay).toBeGreaterThan(was.delay)
      if (was.verdict === 'late') expect(delay).toBeLessThan(was.delay)
      if (was.verdict === 'early' || was.verdict === 'late') turns++
    })
  }
  expect(turns).toBeGreaterThan(12)
})

test('out of the frame, what it hit tells whether it was early or late', () => {
  const shot = fireRig(sound(cracker), cracker, 1, ready)
  const said = (verdict: BenchShot['verdict'], offset: number | null) => seenAs({ ...shot, verdict, offset })
  expect([said('missed', -0.01), said('missed', 0.01), said('missed', null)]).toEqual(['early', 'late', 'missed'])
  expect([said('on', 0.01), said('early', 0.01)]).toEqual(['on', 'early'])
})

test('of a burst nothing is dialled, whoever plays it', () => {
  const burst = withChanges(newSetup('pour', 'fast-shutter'), [{ path: 'trigger', value: 'burst' }])
  expect(bestDelay(sound(burst), burst)).toBe(0)
  expect(playRig(sound(burst), burst, 'best', { keepers: 1, most: 3 }).takes[0]!.delay).toBe(0)
})

describe('the judgement', () => {
  const exercise: Exercise = exerciseById('cracker-beam')!
  const setup = exerciseSetup(exercise)
  const rig = sound(setup)
  const good = bestDelay(rig, setup)
  let number = 0
  const shoot = (conditions: Partial<ShotConditions> = {}, now = setup): BenchShot =>
    fireRig({ ...rig, truth: { ...rig.truth, scatter: 0 } }, now, ++number, { ...ready, delay: good, ...conditions })
  const logged = (shot: BenchShot, change: object = {}) => ({
    shot,
    take: {
      number: shot.number,
      delay: shot.conditions.delay,
      planned: null,
      verdict: shot.verdict,
      keeper: trulyKeeps(shot),
      position: shot.past,
      ...change,
    },
  })
  const ids = (shots: ReturnType<typeof logged>[] | { shot: BenchShot; take: null }[]): string[] =>
    judge(exercise, rig, setup, shots, { plays: 1 }).mistakes.map(m => m.id)
  beforeEach(() => {
    number = 0
  })

  test('a keeper is on the moment, turned our way, popped once and sharp to a twentieth', () => {
    const shot = { ...shoot(), blur: 1e-4, blurLimit: 1e-4 }
    expect(trulyKeeps(shot)).toBe(true)
    expect(trulyKeeps({ ...shot, faced: true })).toBe(true)
    expect(trulyKeeps({ ...shot, blur: 1.04e-4 })).toBe(true)
    expect(trulyKeeps({ ...shot, blur: 1.05, blurLimit: 1 })).toBe(true)
    for (const spoilt of [{ verdict: 'late' }, { faced: false }, { twice: true }, { blur: 1.06e-4 }] as const)
      expect(trulyKeeps({ ...shot, ...spoilt })).toBe(false)
  })
  test('a clean run has no mistakes and counts its keepers', () => {
    const verdict = judge(exercise, rig, setup, [logged(shoot()), logged(shoot()), logged(shoot())], { plays: 4 })
    expect(verdict).toMatchObject({ takes: 3, keepers: 3, wanted: 3, done: true, first: 1, mistakes: [] })
    expect(verdict.best).toBeGreaterThanOrEqual(3)
    expect(verdict.ladder).toBeGreaterThan(verdict.best)
  })
  test('each mistake is found, with the shot it was made in', () => {
    expect(ids([logged(shoot({ armed: false }))])).toEqual(['safe'])
    expect(ids([logged(shoot({ open: false }))])).toEqual(['shut'])
    expect(ids([logged(shoot({ sincePop: 0.01 }))])).toEqual(['charging'])
    expect(ids([{ shot: shoot({ delay: good + 0.02 }), take: null }])).toEqual(['not-judged'])
    expect(ids([logged(shoot({ delay: good + 0.001 }), { verdict: 'early' })])).toEqual(['verdict'])
    expect(ids([logged(shoot({ delay: good + 0.001 }), { verdict: 'on', keeper: true })])).toEqual([
      'verdict',
      'false-keeper',
    ])
    expect(ids([logged(shoot(), { keeper: false })])).toEqual(['missed-keeper'])
    expect(ids([logged(shoot({ delay: good + 0.001 })), logged(shoot({ delay: good + 0.002 }))])).toEqual(['wrong-way'])
    const bright = withChanges(setup, [
      { path: 'flashes[0].power', value: 1 },
      { path: 'flashes[1].power', value: 1 },
    ])
    expect(ids([logged(shoot({}, bright))])).toEqual(['blurred'])
    expect(
      ids([
        logged(shoot()),
        logged(
          shoot(
            {},
            withChanges(setup, [
              { path: 'picture.iso', value: 400 },
              { path: 'picture.aperture', value: 11 },
            ]),
          ),
        ),
      ]),
    ).toEqual(['several'])
    expect(
      ids([logged(shoot()), logged(shoot({}, withChanges(setup, [{ path: 'picture.iso', value: 400 }])))]),
    ).toEqual([])
  })
  test('which way the delay must go is told by what was seen before, and mistakes are summed up over shots', () => {
    const way = (first: 'early' | 'on' | 'late', by: number): string[] =>
      ids([logged(shoot({ delay: good }), { verdict: first }), logged(shoot({ delay: good + by }))])
    expect(way('early', -0.0005)).toContain('wrong-way')
    expect(way('early', 0.0005)).not.toContain('wrong-way')
    expect(way('late', 0.0005)).toContain('wrong-way')
    expect(way('late', -0.0005)).not.toContain('wrong-way')
    expect(way('on', -0.0005)).not.toContain('wrong-way')
    expect(way('early', 0)).not.toContain('wrong-way')
    number = 0
    const { mistakes } = judge(
      exercise,
      rig,
      setup,
      [
        logged(shoot({ armed: false })),
        logged(shoot()),
        logged(shoot({ armed: false })),
        logged(shoot(), { keeper: false }),
      ],
      { plays: 1 },
    )
    expect(mistakes).toEqual([
      { id: 'safe', shots: [1, 3] },
      { id: 'missed-keeper', shots: [4] },
    ])
  })
  test('every mistake has a name and a lesson of its own', () => {
    const told = Object.values(MISTAKE_TEXTS)
    expect(told.every(({ title, lesson }) => title.length > 8 && lesson.length > 20)).toBe(true)
    expect(new Set(told.map(({ title }) => title)).size).toBe(told.length)
  })
  test('the mean of a way is that of its plays, and what was never reached counts as the most', () => {
    const options = { keepers: 1, most: 9 }
    const each = [1, 2, 3].map(play => playRig(rig, setup, 'ladder', { ...options, from: 1000 * play }).all ?? 9)
    expect(meanTakes(rig, setup, 'ladder', { ...options, plays: 3 })).toBeCloseTo(
      (each[0]! + each[1]! + each[2]!) / 3,
      12,
    )
    const never = { ...rig, truth: { ...rig.truth, misfire: 1 } }
    expect(meanTakes(never, setup, 'ladder', { ...options, plays: 2 })).toBe(9)
  })
  test('a shot’s take is the one logged after it and before the next', () => {
    const shots = [1, 2, 3].map(n => ({ shot: shoot(), at: n * 60_000 }))
    const take = (n: number, at: number) => ({
      ...logged(shots[0]!.shot).take,
      number: n,
      firedAt: new Date(at).toISOString(),
    })
    expect(matchShots(shots, [take(1, 60_400), take(2, 179_500)]).map(m => m.take?.number ?? null)).toEqual([
      1,
      null,
      2,
    ])
  })
  test('the truth stands beside what was assumed and what was learnt', () => {
    const learnt = withChanges(setup, [{ path: 'motion.speed', value: 35.5 }])
    expect(reveal(rig, learnt, good, { assumed: plan(setup).timing.wanted, now: good })).toEqual([
      { path: 'motion.speed', assumed: 34, now: 35.5, truth: rig.truth.speed },
      { path: 'delay', assumed: plan(setup).timing.wanted, now: good, truth: good },
    ])
    const crown = newSetup('drop')
    const crownRig = drawRig(crown, 2)
    expect(reveal(crownRig, crown, 0.2, { assumed: null, now: null })).toEqual([
      { path: 'moment.fraction', assumed: 0.26, now: 0.26, truth: 0.26 * crownRig.truth.phase },
    ])
  })
})

test('settings of a take are within what a take may hold', () => {
  expect(settingsOf(cracker)).toMatchObject({
    'flashes[0].power': 1 / 64,
    'picture.aperture': 16,
    'method': 'open-shutter',
  })
})
