import { type Card, type Plan, type Setup, newSetup, plan, sceneFigures, withChanges } from '~~/core'
import { reflectorsOf, givenBy } from '~~/core/light/reflectors'
import { lampsOf } from '~~/core/light/lamps'
import { type Shining, TO_CAMERA, type Vector } from '~~/core/light/lamp'
import { isOpen, levelAt } from '~~/core/light/level'
import { seededRandom } from '~~/core/math/random'
import { stageOf } from '~~/core/light/place'

const make = (values: Record<string, string | number>, cards: Card[] = []): Setup => {
  const setup = withChanges(
    newSetup('projectile'),
    Object.entries(values).map(([path, value]) => ({ path, value })),
  )
  return { ...setup, scene: { ...setup.scene, cards } }
}
const figures = (setup: Setup) => sceneFigures(plan(setup))

test('what spills on the background is all light but that of its own lights: a fill spills as a key does', () => {
  const role = (value: string) => figures(make({ 'flashes[0].role': value })).background
  expect(role('fill').spill).toBeCloseTo(role('key').spill!, 12)
  expect(role('rim').spill).toBeCloseTo(role('fill').spill!, 12)
  // Its own light is wanted there: what is left is what the others spill.
  const own = role('ground')
  expect(own.spill ?? -Infinity).toBeLessThan(role('fill').spill!)
})

test('light falls off from the near side of a subject to its far one by the square of the distance', () => {
  for (const distance of [0.3, 0.5, 1]) {
    const setup = make({
      'flashes[0].distance': distance,
      'flashes[0].angle': 0,
      'flashes[0].elevation': 0,
      'subject.depth': 0.2,
      'subject.height': 0.2,
    })
    const square = 2 * Math.log2((distance + 0.1) / (distance - 0.1))
    expect(figures(setup).lights[0]!.fallOff / square).toBeGreaterThan(0.95)
    expect(figures(setup).lights[0]!.fallOff / square).toBeLessThan(1.001)
  }
  // Nearer than its half the near side is short of the head; the far side is where it was.
  const bare = { 'flashes[0].headWidth': 0.001, 'flashes[0].headHeight': 0.001, 'flashes[0].elevation': 0 }
  const size = { 'subject.depth': 0.2, 'subject.height': 0.2 }
  const near = make({ ...bare, ...size, 'flashes[0].distance': 0.08, 'flashes[0].angle': 0 })
  expect(figures(near).lights[0]!.fallOff).toBeCloseTo(2 * Math.log2(0.18 / 0.008), 0)
})

const card = (more: Partial<Card>): Card => ({
  name: 'Card',
  kind: 'silver',
  along: 0,
  across: 0,
  out: 0,
  width: 0.6,
  height: 0.6,
  turn: 0,
  tilt: 0,
  ...more,
})

/** What the first light of a plan gives the subject by way of each of some cards. */
function offCards(a: Plan, cards: Card[]): number[] {
  const stage = stageOf(a.known)
  const reflectors = reflectorsOf({ scene: { ...a.setup.scene, cards } }, stage)
  const given = givenBy(lampsOf(a)[0]!, reflectors)
  return reflectors.map((_, i) => given.off(i, stage.at(stage.middle), TO_CAMERA))
}

type Place = [x: number, y: number, z: number]
const minus = (a: Place, b: Place): Place => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: Place, b: Place): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const between = (a: Place, b: Place): Place => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2]

/** A card's own coordinates of a place in the picture's axes. */
function standingAt(setup: Setup, place: Place): Pick<Card, 'along' | 'across' | 'out'> {
  const centre = (more: Partial<Card>): Place =>
    [
      ...reflectorsOf({ scene: { ...setup.scene, cards: [card(more)] } }, stageOf(plan(setup).known))[0]!.centre,
    ] as Place
  const from = centre({})
  const [along, across, out] = (['along', 'across', 'out'] as const).map(key =>
    dot(minus(place, from), minus(centre({ [key]: 1 }), from)),
  )
  return { along: along!, across: across!, out: out! }
}

test('a silver card gives what it mirrors, unless a flag stands before its light or between it and the subject', () => {
  const lit = { 'flashes[0].angle': Math.PI / 2, 'flashes[0].elevation': 0, 'flashes[0].distance': 0.6 }
  const a = plan(make(lit))
  const steps = Array.from({ length: 15 }, (_, i) => (i - 7) / 10)
  const turns = Array.from({ length: 90 }, (_, i) => (i * Math.PI) / 90)
  const cards = steps.flatMap(along =>
    steps.flatMap(across => turns.map(turn => card({ along, across, turn, width: 0.12, height: 0.12 }))),
  )
  const off = (one: Card): number => offCards(a, [one])[0]!
  const mirror = cards.find(one => Math.hypot(one.along, one.across) > 0.4 && off(one) > 0)!
  expect(mirror).toBeDefined()
  const stage = stageOf(a.known)
  const [lamp, subject] = [lampsOf(a)[0]!.place, stage.at(stage.middle)] as [Place, Place]
  const centre = [...reflectorsOf({ scene: { ...a.setup.scene, cards: [mirror] } }, stage)[0]!.centre] as Place
  const flagged = (place: Place): number =>
    [0, Math.PI / 4, Math.PI / 2, -Math.PI / 4]
      .map(way => card({ kind: 'black', ...standingAt(a.setup, place), width: 0.14, height: 0.3, turn: way }))
      .map(flag => offCards(a, [mirror, flag])[0]!)
      .reduce((least, one) => Math.min(least, one))
  expect(flagged(between(lamp, centre))).toBe(0)
  expect(flagged(between(centre, subject))).toBe(0)
  expect(flagged([lamp[0], lamp[1] + 3, lamp[2]])).toBeCloseTo(off(mirror), 12)
})

test('a flag before half of a large face keeps half of its light off, and more of it the farther it reaches', () => {
  const softbox = {
    'flashes[0].head': 'softbox',
    'flashes[0].headWidth': 0.8,
    'flashes[0].headHeight': 0.8,
    'flashes[0].distance': 0.8,
    'flashes[0].angle': 0,
    'flashes[0].elevation': 0,
  }
  const front = (cards: Card[]) => {
    const a = plan(make(softbox, cards))
    const stage = stageOf(a.known)
    return givenBy(lampsOf(a)[0]!, reflectorsOf(a.setup, stage)).level(stage.at(stage.middle), [1, 0, 0])
  }
  const whole = front([])
  expect(whole).toBeGreaterThan(0)
  const kept = Array.from({ length: 9 }, (_, i) => i * 0.05).map(reach => {
    const width = 1
    return (
      front([card({ kind: 'black', along: 0.4, across: 0.5 - reach, width, height: 2, turn: Math.PI / 2 })]) / whole
    )
  })
  for (let i = 1; i < kept.length; i++) expect(kept[i]!).toBeLessThanOrEqual(kept[i - 1]! + 1e-12)
  // In steps of its edge, not of a quarter of the face.
  expect(new Set(kept.map(share => share.toFixed(3))).size).toBeGreaterThan(4)
})

test('a board shuts off what crosses it and nothing beside it, however it is turned', () => {
  const { uniform: random } = seededRandom(7)
  const even = (half: number): number => half * (2 * random() - 1)
  let shut = 0
  for (let turn = 0; turn < 400; turn++) {
    const [a, b, c] = [even(Math.PI), even(Math.PI), even(Math.PI)]
    const turned = ([x, y, z]: Vector): Vector => {
      const [x1, y1] = [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)]
      const [y2, z2] = [y1 * Math.cos(b) - z * Math.sin(b), y1 * Math.sin(b) + z * Math.cos(b)]
      return [x1 * Math.cos(c) - y2 * Math.sin(c), x1 * Math.sin(c) + y2 * Math.cos(c), z2]
    }
    const centre: Vector = [even(1), even(1), even(1)]
    const put = (place: Vector): Vector => {
      const [x, y, z] = turned(place)
      return [x + centre[0], y + centre[1], z + centre[2]]
    }
    const [wide, high] = [0.1 + random(), 0.1 + random()]
    const from: Vector = [even(1), even(1), 0.05 + random()]
    const to: Vector = [even(1), even(1), -0.05 - random()]
    const board = {
      centre,
      across: turned([wide, 0, 0]),
      up: turned([0, high, 0]),
      normal: turned([0, 0, 1]),
    } as Parameters<typeof isOpen>[0][number]
    // Where the way meets the board's plane, by the two heights above it.
    const share = from[2] / (from[2] - to[2])
    const meets = [0, 1].map(i => from[i]! + share * (to[i]! - from[i]!))
    const within = Math.abs(meets[0]!) <= wide && Math.abs(meets[1]!) <= high
    expect(isOpen([board], put(from), put(to))).toBe(!within)
    expect(isOpen([board], put(to), put(from))).toBe(!within)
    // On one side alone nothing is crossed.
    expect(isOpen([board], put(from), put([to[0], to[1], -to[2]]))).toBe(true)
    if (within) shut++
  }
  expect(shut).toBeGreaterThan(80)
  expect(shut).toBeLessThan(320)
})

describe('a lamp and a board by formulas of the test’s own', () => {
  const random = seededRandom(17)
  const between = (low: number, high: number): number => low + (high - low) * random.uniform()
  const vec = (size: number): Vector => [between(-size, size), between(-size, size), between(-size, size)]
  const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
  const off = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
  const times = (a: Vector, by: number): Vector => [a[0] * by, a[1] * by, a[2] * by]
  const unit = (a: Vector): Vector => times(a, 1 / Math.hypot(...a))
  const cross = (a: Vector, b: Vector): Vector => [
    a[1] * b[2] - a[2] * b[1],
    a[2] * b[0] - a[0] * b[2],
    a[0] * b[1] - a[1] * b[0],
  ]
  /** Two sides and the way a face looks, however it is turned. */
  function turned(): { across: Vector; up: Vector; normal: Vector } {
    const normal = unit(vec(1))
    const across = unit(cross(normal, unit(vec(1))))
    return { across, up: cross(normal, across), normal }
  }
  const lampAt = (place: Vector, aim: Vector, lobe: number, half = 1e-4): Shining => {
    const across = unit(cross(aim, [0.3, 1, 0.2]))
    const up = cross(aim, across)
    return {
      ...{ place, aim, lobe, strength: 3, area: 4 * half * half, wide: half > 0.01 },
      ...{ across: times(across, half), up: times(up, half) },
    }
  }

  test('a silver board shows the lamp where its image stands, however both are turned', () => {
    let seen = 0
    for (let i = 0; i < 1500; i++) {
      const { across, up, normal } = turned()
      const centre = vec(1)
      const half = between(0.2, 1.5)
      const board = {
        kind: 'silver',
        centre,
        normal,
        across: times(across, half),
        up: times(up, half),
        area: 4 * half ** 2,
      }
      const [place, facing] = [vec(1.5), unit(vec(1))]
      const lamp = lampAt(vec(2), unit(vec(1)), between(0, 3))
      const depth = dot(off(lamp.place, centre), normal)
      const image = off(lamp.place, times(normal, 2 * depth))
      const way = off(image, place)
      // From the place to the image the board is met, or the image is not seen in it.
      const share = dot(off(centre, place), normal) / dot(way, normal)
      const met: Vector = [place[0] + share * way[0], place[1] + share * way[1], place[2] + share * way[2]]
      const from = off(met, centre)
      const beside = Math.max(Math.abs(dot(from, across)), Math.abs(dot(from, up)))
      const oneSide = depth * dot(off(place, centre), normal) > 0
      const cosine = dot(unit(way), facing)
      const leaves = dot(unit(off(met, lamp.place)), lamp.aim)
      const shown = oneSide && beside < half && cosine > 0 && (leaves > 0 || lamp.lobe === 0)
      const level = shown ? (3 * leaves ** lamp.lobe * 0.85 * cosine) / dot(way, way) : 0
      if (Math.abs(beside - half) < 1e-3) continue
      const given = givenBy(lamp, [board as never]).off(0, place, facing)
      expect(Math.abs(given - level)).toBeLessThan(1e-9 + 1e-6 * level)
      if (level > 0) seen++
    }
    expect(seen).toBeGreaterThan(20)
  })

  test('a large face near by gives what its parts give, each at its own distance and angles', () => {
    for (let i = 0; i < 40; i++) {
      const half = between(0.1, 0.4)
      const lamp = lampAt([0, 0, 0], unit(vec(1)), between(0, 2), half)
      const beside = times(cross(lamp.aim, unit(vec(1))), between(0, 0.3))
      const ahead = times(lamp.aim, between(2.2, 4) * half)
      const place: Vector = [ahead[0] + beside[0], ahead[1] + beside[1], ahead[2] + beside[2]]
      const facing = unit([-place[0] + 0.4 * half, -place[1] - 0.3 * half, -place[2] + 0.2 * half])
      let sum = 0
      const parts = 60
      for (let a = 0; a < parts; a++)
        for (let b = 0; b < parts; b++) {
          const [u, v] = [(2 * a + 1) / parts - 1, (2 * b + 1) / parts - 1]
          const part: Vector = [
            u * lamp.across[0] + v * lamp.up[0],
            u * lamp.across[1] + v * lamp.up[1],
            u * lamp.across[2] + v * lamp.up[2],
          ]
          const way = off(part, place)
          const leaves = -dot(unit(way), lamp.aim)
          sum += (3 * leaves ** lamp.lobe * Math.max(0, dot(unit(way), facing))) / dot(way, way) / parts ** 2
        }
      expect(levelAt(lamp, place, facing) / sum).toBeCloseTo(1, 2)
      // Far away it is a point.
      const away = times(lamp.aim, 60 * half)
      expect(levelAt(lamp, away, times(lamp.aim, -1)) / (3 / dot(away, away))).toBeCloseTo(1, 2)
    }
    expect(levelAt(lampAt([1, 2, 3], [0, 0, 1], 1), [1, 2, 3])).toBe(0)
  })
})
