import {
  type Card,
  type Change,
  FIELDS,
  type FlashSetup,
  type Setup,
  assess,
  newSetup,
  plan,
  resultsOf,
  valueAt,
  withChange,
} from '~~/core'
import { seededRandom } from '~~/core/math/random'
import { sceneFigures } from '~~/core/light/figures'
import { lampsOf } from '~~/core/light/lamps'
import { inWords } from '../../support/figures'

/*
 * Light counted ray by ray: nothing here is the core's but the set-up and the stops that it tells. Axes of the table
 * plan seen from above with the middle of the subject at 0: x along the travel, y out of the plan, z to the camera.
 */
type Place = [x: number, y: number, z: number]
const minus = (a: Place, b: Place): Place => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: Place, b: Place): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const size = (a: Place): number => Math.sqrt(dot(a, a))

const key = newSetup('projectile').flashes[0]!
const bare = (change: Partial<FlashSetup> = {}): FlashSetup => ({
  ...key,
  role: 'key',
  head: 'bare',
  headWidth: 0.01,
  headHeight: 0.01,
  beamAngle: Math.PI / 3,
  distance: 1.2,
  angle: -1.9,
  elevation: 0,
  ...change,
})
const card = (change: Partial<Card> = {}): Card => ({
  name: 'White card',
  kind: 'white',
  along: 0.5,
  across: -0.3,
  out: 0,
  width: 0.6,
  height: 0.8,
  turn: -1.2,
  tilt: 0,
  ...change,
})
function lit(flashes: FlashSetup[], cards: Card[] = []): Setup {
  const setup = newSetup('projectile')
  return { ...setup, flashes, scene: { ...setup.scene, cards } }
}
const exposed = (setup: Setup): number => 2 ** assess(setup).exposure.flash!
/** How much more light there is with cards than without. */
const gain = (flashes: FlashSetup[], cards: Card[]): number => exposed(lit(flashes, cards)) / exposed(lit(flashes))

const placeOf = ({ distance, angle, elevation }: FlashSetup): Place => [
  distance * Math.cos(elevation) * Math.cos(angle),
  distance * Math.sin(elevation),
  -distance * Math.cos(elevation) * Math.sin(angle),
]

/** Light off a white card on a grey card at the subject that faces the camera, against the lamp's own on its axis. */
function thrown(flash: FlashSetup, { along, across, width, height, turn }: Card, rays = 60_000): number {
  const random = seededRandom(8)
  const [lamp, aim] = [placeOf(flash), [flash.aimAlong, flash.aimOut, -flash.aimAcross] as Place]
  const axis = minus(aim, lamp)
  // Half as bright at half the beam's angle from the axis.
  const power = Math.log(0.5) / Math.log(Math.cos(flash.beamAngle / 2))
  const normal: Place = [Math.sin(turn), 0, Math.cos(turn)]
  let sum = 0
  for (let i = 0; i < rays; i++) {
    const [u, v] = [(random.uniform() - 0.5) * width, (random.uniform() - 0.5) * height]
    const spot: Place = [along + u * Math.cos(turn), v, -across - u * Math.sin(turn)]
    const [to, from] = [minus(lamp, spot), minus([0, 0, 0], spot)]
    const [arrives, leaves] = [dot(to, normal) / size(to), dot(from, normal) / size(from)]
    // It gives back on the side that is lit.
    if (arrives * leaves <= 0) continue
    const off = Math.max(0, -dot(to, axis) / size(to) / size(axis))
    const given = (off ** power * Math.abs(arrives)) / dot(to, to)
    sum += (given * 0.88 * Math.abs(leaves) * Math.max(0, -from[2] / size(from))) / Math.PI / dot(from, from)
  }
  return (sum / rays) * width * height * flash.distance ** 2
}

test('a white card adds what rays off it bring to what faces the camera', () => {
  const white = card()
  expect(thrown(bare(), white)).toBeGreaterThan(0.02)
  expect(gain([bare()], [white])).toBeCloseTo(1 + thrown(bare(), white), 3)
  // Turned away it throws nothing.
  expect(gain([bare()], [card({ turn: 0.4 })])).toBeCloseTo(1 + thrown(bare(), card({ turn: 0.4 })), 3)
})

test('a light turned to a card beside it is bounced: no light straight, and a picture all the same', () => {
  const bounced = bare({ aimAlong: 0.6, aimAcross: -0.5, angle: -2.6, beamAngle: 0.4, distance: 0.9 })
  expect(assess(lit([bounced])).exposure.flash ?? -40).toBeLessThan(-7)
  const white = card({ along: 0.6, across: -0.5, turn: -1.2 })
  const straight = exposed(lit([bare({ ...bounced, aimAlong: 0, aimAcross: 0 })]))
  const off = (exposed(lit([bounced], [white])) - exposed(lit([bounced]))) / straight
  expect(off).toBeGreaterThan(0.01)
  expect(Math.log2(off)).toBeCloseTo(Math.log2(thrown(bounced, white)), 1)
  const { findings } = plan(lit([{ ...bounced, distance: 1.2, power: key.power * 6.5 }], [white]))
  expect(findings.map(({ id }) => id)).not.toContain('aimed-away')
  const { fixes } = findings.find(({ id }) => id === 'exposure')!
  expect(fixes.find(({ label }) => label === 'finding.aimedAway.aimSubject')!.changes).toEqual(
    ['aimAlong', 'aimAcross', 'aimOut'].map(of => ({ path: `flashes[0].${of}`, value: 0 })),
  )
})

test('a flag takes the light it stands before, and half a face where it covers half', () => {
  const [left, right] = [bare({ angle: -2.4 }), bare({ angle: -0.7 })]
  const before = (across: number, width: number): Card =>
    card({ kind: 'black', along: 0.5 * Math.cos(-0.7) + across, across: 0.5 * Math.sin(-0.7), width, turn: 0 })
  expect(Math.log2(gain([left, right], [before(0, 0.3)]))).toBeCloseTo(-1, 9)
  expect(gain([left, right], [before(0.5, 0.1)])).toBe(1)
  // A wide face straight in front, its left half behind the flag; what is left of the right is what is seen.
  const front = bare({ angle: -Math.PI / 2, head: 'softbox', headWidth: 0.6, headHeight: 0.6, beamAngle: 2 })
  const half = card({ kind: 'black', along: -0.3, across: -0.6, width: 0.6, height: 2, turn: 0 })
  expect(gain([front], [half])).toBeCloseTo(0.5, 2)
})

test('lights behind count by what cards throw of them, and go with their own power', () => {
  const rim = bare({ role: 'rim', angle: 1.9 })
  const white = card({ along: 0, across: -0.9, turn: 0, width: 0.8 })
  const side = bare({ angle: -0.5 })
  const off = (power: number) => gain([side, { ...rim, power }], [white])
  const one = thrown({ ...rim, power: 1 }, white)
  expect(one).toBeGreaterThan(0.01)
  const [full, half] = [off(key.power), off(key.power / 2)]
  const own = thrown(side, white)
  expect(full - 1).toBeCloseTo(own + one, 3)
  expect(half - 1).toBeCloseTo(own + one / 2, 3)
})

test('what lights make the moment and the streak is what comes of them: flags and cards shift both', () => {
  const table = (t01: number) => [{ power: 1, t05: t01 / 3, t01 }]
  const quick = bare({ name: 'Quick', angle: -2.4, power: 1, table: table(30e-6) })
  const slow = bare({ name: 'Slow', angle: -0.7, power: 1, table: table(3e-3), latency: quick.latency + 1e-3 })
  const flag = card({ kind: 'black', along: 0.5 * Math.cos(-0.7), across: 0.5 * Math.sin(-0.7), width: 0.3, turn: 0 })
  const [open, flagged] = [assess(lit([quick, slow])), assess(lit([quick, slow], [flag]))]
  const alone = assess(lit([quick]))
  expect(open.pulses.map(({ share }) => share)).toEqual([0.5, 0.5])
  expect(flagged.pulses.map(({ share }) => share)).toEqual([1, 0])
  expect(flagged.sharpness.duration).toBe(30e-6)
  expect(open.sharpness.duration).toBeGreaterThan(2.9e-3)
  expect(open.sharpness.duration).toBeLessThan(3.6e-3)
  expect(flagged.timing.wanted).toBeCloseTo(alone.timing.wanted!, 9)
  expect(alone.timing.wanted! - open.timing.wanted!).toBeGreaterThan(0.5e-3)
  // Of one that is turned to a card only what the card throws is left.
  const white = card({ along: 0.6, across: -0.5, turn: -1.2 })
  const bounced = bare({ aimAlong: 0.6, aimAcross: -0.5, angle: -2.6, beamAngle: 0.4, distance: 0.9 })
  const [first, second] = assess(lit([bare({ angle: -2.4, distance: 0.9 }), bounced], [white])).pulses
  const off = thrown(bounced, white) / (1 + thrown(bare({ angle: -2.4, distance: 0.9 }), white))
  expect(second!.share / first!.share).toBeCloseTo(off, 2)
  // A flag that keeps a ground light off the subject leaves it its part.
  const ground = { ...slow, role: 'ground' as const }
  expect(assess(lit([quick, ground], [flag])).pulses[1]!.share).toBe(0.5)
})

test('a large face near by has less part in the light than its guide number says', () => {
  const soft = bare({ head: 'softbox', headWidth: 0.6, headHeight: 0.6, distance: 0.3, beamAngle: (2 / 3) * Math.PI })
  const [, share] = assess(lit([bare({ distance: 0.3 }), soft])).pulses.map(pulse => pulse.share)
  // A disc of the same area that shines as the cosine, from its middle: d² / (d² + R²).
  const near = 0.09 / (0.09 + 0.36 / Math.PI)
  expect(share).toBeCloseTo(near / (1 + near), 9)
})

test('what is remembered of lights is never told of others: each figure moved is planned as anew', () => {
  const base = lit([bare(), bare({ name: 'Soft', head: 'softbox', headWidth: 0.6, headHeight: 0.4 })], [card()])
  const told = (setup: Setup): string => {
    const a = plan(setup)
    return JSON.stringify([a.known.flashes, a.exposure, a.timing, a.pulses, sceneFigures(a)])
  }
  const first = told(base)
  const moved = Object.keys({ ...FIELDS, 'flashes[1].distance': 0, 'flashes[1].aimOut': 0, 'scene.cards[0].turn': 0 })
    .flatMap((path): Change[] => {
      const value = valueAt(base, path)
      return typeof value === 'number' ? [value * 1.07, value + 0.01].map(to => ({ path, value: to })) : []
    })
    .concat({ path: 'scene.cards[0].kind', value: 'black' }, { path: 'recipe', value: 'drop' })
  const shifted = moved.filter(change => {
    const next = withChange(base, change)
    const now = told(next)
    expect([change.path, now]).toEqual([change.path, told(structuredClone(next))])
    return now !== first
  })
  const paths = new Set(shifted.map(({ path }) => path))
  for (const path of ['picture.aperture', 'subject.depth', 'scene.ground.distance', 'lens.focalLength', 'recipe'])
    expect(paths).toContain(path)
  expect(told(base)).toBe(first)
})

test('the exposure is said to count cards where there are any, and light that a card stops is still told', () => {
  const told = (setup: Setup) => inWords(resultsOf(plan(setup)).find(({ id }) => id === 'flash')!).formula
  expect(told(lit([bare()]))).not.toContain('cards')
  expect(told(lit([bare()], [card()]))).toMatch(/; cards and flags included$/)
})

test('each light of a sequence has its own part of the first pop, in figures and picture', () => {
  const a = plan(newSetup('swing'))
  const [first, last] = [a.sequence!.exposures[0]!, a.sequence!.exposures.at(-1)!]
  const together = (lights: readonly number[]): number =>
    Math.log2(lights.reduce((sum, i) => sum + 2 ** sceneFigures(a).lights[i]!.facing, 0))
  expect(first.lights).toEqual([0, 1])
  expect(together(first.lights)).toBeCloseTo(first.stops, 2)
  expect(together(last.lights)).toBeCloseTo(last.stops, 2)
})

test('flashes that gave more or less than set are so in the picture, whichever of them popped first', () => {
  for (const setup of [lit([bare()]), newSetup('swing')]) {
    const a = plan(setup)
    const strengths = (flash: number) =>
      lampsOf({ ...a, exposure: { ...a.exposure, flash } }).map(({ strength }) => strength)
    const set = strengths(a.exposure.planned!)
    expect(set).toEqual(lampsOf(a).map(({ strength }) => strength))
    strengths(a.exposure.planned! - 2).forEach((strength, i) => expect(strength / set[i]!).toBeCloseTo(1 / 4, 9))
  }
})
