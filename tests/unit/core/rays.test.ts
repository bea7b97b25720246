import { type Random, seededRandom } from '~~/core/math/random'
import { Bodies, SHELL, STRIDE } from '~~/core/render/bodies'
import { boundsOf } from '~~/core/render/bounds'
import { type Material, GLASS, clear, fresnel, grey, matt, metal } from '~~/core/render/material'
import { NEAR, meet, normal } from '~~/core/render/meet'
import { Numbers } from '~~/core/render/numbers'
import { growTree } from '~~/core/render/tree'
import { type Hit, Geometry } from '~~/core/render/world'
import {
  type Vec,
  along,
  dot,
  marched,
  steepest,
  minus,
  sized,
  toBox,
  toCapsule,
  toCone,
  toDisc,
  toPlate,
  toShell,
  toSphere,
  unit,
  vecOf,
} from '../../support/surfaces'

const GREY = grey(0.5)
const AXES: readonly Vec[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, -1],
]
const STILL = { rideX: 0, rideY: 0, rideZ: 0, stayX: 0, stayY: 0 }
const vec = (random: Random, size = 1): Vec => vecOf(() => size * (2 * random.uniform() - 1))
const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
const mutable = (a: Vec): [number, number, number] => [...a]

interface Drawn {
  add: (to: Bodies, material?: Material) => void
  distance: (p: Vec) => number
  /** Whether a place is in it; null: it has no inside, and its normal points to neither side. */
  within: ((p: Vec) => boolean) | null
}
/** A body of each kind, drawn anew. */
const DRAWN: Record<string, (random: Random) => Drawn> = {
  sphere: random => {
    const [c, r] = [vec(random), 0.2 + random.uniform()]
    return {
      add: (to, m = GREY) => to.sphere(mutable(c), r, m),
      distance: p => toSphere(p, c, r),
      within: p => Math.hypot(...minus(p, c)) < r,
    }
  },
  capsule: random => {
    const [a, b, r] = [vec(random), vec(random), 0.1 + 0.5 * random.uniform()]
    return {
      add: (to, m = GREY) => to.capsule(mutable(a), mutable(b), r, m),
      distance: p => toCapsule(p, a, b, r),
      within: p => toCapsule(p, a, b, 0) < r,
    }
  },
  box: random => {
    const [c, size] = [vec(random), vec(random)]
    const h = vecOf(k => 0.2 + Math.abs(size[k]))
    return {
      add: (to, m = GREY) => to.box(mutable(c), mutable(h), m),
      distance: p => toBox(p, c, h),
      within: p => minus(p, c).every((x, k) => Math.abs(x) < h[k]!),
    }
  },
  plate: random => {
    const c = vec(random)
    const u = unit(vec(random))
    const v = unit(cross(u, unit(vec(random))))
    const [a, b] = [sized(u, 0.3 + random.uniform()), sized(v, 0.3 + random.uniform())]
    return {
      add: (to, m = GREY) => to.plate(mutable(c), mutable(a), mutable(b), m),
      distance: p => toPlate(p, c, a, b),
      within: null,
    }
  },
  disc: random => {
    const [c, n, r] = [vec(random), unit(vec(random)), 0.5 + random.uniform()]
    const hole = random.uniform() < 0.5 ? 0 : 0.6 * r
    return {
      add: (to, m = GREY) => to.disc(mutable(c), mutable(n), r, m, hole),
      distance: p => toDisc(p, c, n, r, hole),
      within: null,
    }
  },
  cone: random => {
    const [a, b] = [vec(random), vec(random)]
    const r = 0.2 + random.uniform()
    const end = random.uniform() < 0.3 ? r : random.uniform() < 0.5 ? 0 : random.uniform()
    return {
      add: (to, m = GREY) => to.cone(mutable(a), mutable(b), r, end, m),
      distance: p => toCone(p, a, b, r, end),
      within: null,
    }
  },
  shell: random => {
    const [c, r, n, open] = [vec(random), 0.4 + random.uniform(), unit(vec(random)), 0.3 + 2 * random.uniform()]
    return {
      add: (to, m = GREY) => to.shell(mutable(c), r, mutable(n), open, m),
      distance: p => toShell(p, c, r, n, open),
      within: null,
    }
  },
}
const NAMES = Object.keys(DRAWN)

describe.each(NAMES)('a ray meets a %s', name => {
  const random = seededRandom(NAMES.indexOf(name) + 11)
  test('where one comes to it that is marched by what is free about it, and square to its surface', () => {
    let [met, passed] = [0, 0]
    for (let i = 0; i < 300; i++) {
      const body = DRAWN[name]!(random)
      const bodies = new Bodies()
      body.add(bodies)
      const figures = Float64Array.from(bodies.figures)
      const o = vec(random, 2.5)
      // Most go near it, some along an axis.
      const d = i % 12 < 3 ? AXES[i % 12]! : unit(minus(vec(random), o))
      // A capsule is opaque: nobody looks at it from within, where its round ends would be met as well.
      if (name === 'capsule' && body.within!(o)) continue
      const t = meet(bodies.kinds[0]!, figures, 0, ...o, ...d, 20)
      const found = vecOf(k => normal[k]!)
      const slow = marched(body.distance, o, d, 20)
      if (slow === undefined) continue
      if (slow === null) {
        expect(t).toBe(Infinity)
        passed++
        continue
      }
      met++
      expect(t).toBeCloseTo(slow, 7)
      expect(Math.hypot(...found)).toBeCloseTo(1, 12)
      // Just before the surface the distance falls along the ray: its slope is the normal, from this side.
      const square = steepest(body.distance, along(o, d, t - 2e-4))
      expect(Math.abs(dot(square, found))).toBeGreaterThan(0.99)
      if (body.within) {
        const [out, inside] = [1e-4, -1e-4].map(by => body.distance(along(along(o, d, t), found, by)))
        expect(out).toBeCloseTo(1e-4, 6)
        expect(inside).toBeCloseTo(1e-4, 6)
        // Seen from outside it faces the ray; from within it goes along with it.
        expect(dot(found, d) < 0).toBe(!body.within(o))
      }
      // No farther than is asked, and not where it starts.
      expect(meet(bodies.kinds[0]!, figures, 0, ...o, ...d, t * 0.999)).toBe(Infinity)
      expect(meet(bodies.kinds[0]!, figures, 0, ...o, ...d, t * 1.001 + 1e-9)).toBe(t)
      const again = meet(bodies.kinds[0]!, figures, 0, ...along(o, d, t), ...d, 20)
      expect(again).toBeGreaterThan(NEAR)
    }
    expect(met).toBeGreaterThan(30)
    expect(passed).toBeGreaterThan(30)
  })
})
test('a ray along a flat face, or one of no kind, meets nothing', () => {
  const bodies = new Bodies()
  bodies.plate([0, 0, 0], [1, 0, 0], [0, 1, 0], GREY)
  bodies.disc([0, 0, 0], [0, 0, 1], 1, GREY)
  bodies.cone([0, 0, 0], [0, 0, 0], 1, 1, GREY)
  bodies.cone([0, 0, 0], [0, 1, 0], 0.5, 0.5, GREY)
  const figures = Float64Array.from(bodies.figures)
  for (const body of [0, 1]) expect(meet(bodies.kinds[body]!, figures, body, -2, 0, 0, 1, 0, 0, 9)).toBe(Infinity)
  expect(meet(bodies.kinds[2]!, figures, 2, -2, 0, 0, 1, 0, 0, 9)).toBe(Infinity)
  // Along the axis of a tube without ends.
  expect(meet(bodies.kinds[3]!, figures, 3, 0, -2, 0, 0, 1, 0, 9)).toBe(Infinity)
  // Along the other side of a cone: one crossing alone.
  const apex = new Bodies()
  apex.cone([0, 0, 0], [0, 1, 0], 0, 1, GREY)
  const side = Math.SQRT1_2
  expect(meet(apex.kinds[0]!, Float64Array.from(apex.figures), 0, -1, 0, 0, side, side, 0, 9)).toBeCloseTo(side, 9)
  expect(meet(SHELL + 1, figures, 0, 0, 0, -2, 0, 0, 1, 9)).toBe(Infinity)
})

test('a lathe is cones from each of its points to the next', () => {
  const bodies = new Bodies()
  bodies.lathe(
    [1, 2, 3],
    [
      [0.1, 0],
      [0.2, 0.3],
      [0.15, 0.5],
    ],
    GREY,
  )
  expect(bodies.count).toBe(2)
  expect(bodies.figures.slice(0, 8)).toEqual([1, 2, 3, 1, 2.3, 3, 0.1, 0.2])
  expect(bodies.figures.slice(STRIDE, STRIDE + 8)).toEqual([1, 2.3, 3, 1, 2.5, 3, 0.2, 0.15])
})

describe('the box about a body', () => {
  const boxOf = (add: (to: Bodies) => void, time: [number, number] = [0, 0]): number[] => {
    const bodies = new Bodies()
    add(bodies)
    const into = new Float64Array(8)
    const velocity = Float64Array.from(bodies.velocities)
    boundsOf(bodies.kinds[0]!, Float64Array.from(bodies.figures), 0, velocity, time, into, 1)
    expect([into[0], into[7]]).toEqual([0, 0])
    return [...into.slice(1, 7)].map(x => Number(x.toFixed(9)))
  }
  test('reaches as far as it does', () => {
    expect(boxOf(to => to.sphere([1, 2, 3], 0.5, GREY))).toEqual([0.5, 1.5, 2.5, 1.5, 2.5, 3.5])
    expect(boxOf(to => to.capsule([1, 5, 3], [2, 4, 3], 0.5, GREY))).toEqual([0.5, 3.5, 2.5, 2.5, 5.5, 3.5])
    expect(boxOf(to => to.box([1, 2, 3], [0.1, 0.2, 0.3], GREY))).toEqual([0.9, 1.8, 2.7, 1.1, 2.2, 3.3])
    expect(boxOf(to => to.plate([1, 2, 3], [0.1, 0, -0.2], [0, 0.4, 0.1], GREY))).toEqual([
      0.9, 1.6, 2.7, 1.1, 2.4, 3.3,
    ])
    expect(boxOf(to => to.disc([1, 2, 3], [0, 1, 0], 0.5, GREY, 0.2))).toEqual([0.5, 1.5, 2.5, 1.5, 2.5, 3.5])
    expect(boxOf(to => to.cone([1, 5, 3], [2, 4, 3], 0.2, 0.5, GREY))).toEqual([0.5, 3.5, 2.5, 2.5, 5.5, 3.5])
    expect(boxOf(to => to.cone([1, 5, 3], [2, 4, 3], 0.5, 0.2, GREY))).toEqual([0.5, 3.5, 2.5, 2.5, 5.5, 3.5])
    expect(boxOf(to => to.shell([1, 2, 3], 0.5, [0, 1, 0], 1, GREY))).toEqual([0.5, 1.5, 2.5, 1.5, 2.5, 3.5])
  })
  test('goes along with what flies, both ways from the instant of the picture', () => {
    const flying = (to: Bodies): void => to.sphere([1, 2, 3], 0.5, GREY, [10, -20, 0])
    expect(boxOf(flying, [-0.01, 0.02])).toEqual([0.4, 1.1, 2.5, 1.7, 2.7, 3.5])
  })
})

/** Many small bodies, some of which ride, some of which fly, some of glass. */
function crowd(random: Random, count: number): Bodies {
  const bodies = new Bodies()
  for (let i = 0; i < count; i++) {
    const at = mutable(vec(random))
    const material = i % 5 === 0 ? GLASS : i % 7 === 0 ? clear([1, 1, 1], 1.5) : GREY
    const add = (): void =>
      i % 3 === 0
        ? bodies.capsule(at, mutable(along(at, vec(random, 0.2), 1)), 0.03, material)
        : bodies.sphere(
            at,
            0.02 + 0.05 * random.uniform(),
            material,
            i % 4 === 0 ? mutable(vec(random, 10)) : [0, 0, 0],
          )
    if (i % 6 === 1) bodies.riders(add)
    else add()
  }
  return bodies
}

describe('of many bodies', () => {
  const random = seededRandom(8)
  const bodies = crowd(random, 160)
  const figures = Float64Array.from(bodies.figures)
  const world = new Geometry(bodies, [-0.01, 0.03])
  const shift = { rideX: 0.1, rideY: -0.2, rideZ: 0.05, stayX: 0.02, stayY: -0.03 }
  /** Where a ray meets each, one by one, where that is at a time. */
  function each(o: Vec, d: Vec, time: number): number[] {
    return bodies.kinds.map((kind, i) => {
      const v = bodies.velocities.slice(3 * i, 3 * i + 3)
      const from = bodies.rides[i]
        ? [o[0] - shift.rideX, o[1] - shift.rideY, o[2] - shift.rideZ]
        : [o[0] - shift.stayX - v[0]! * time, o[1] - shift.stayY - v[1]! * time, o[2] - v[2]! * time]
      return meet(kind, figures, i, from[0]!, from[1]!, from[2]!, ...d, Infinity)
    })
  }
  test('the nearest is that of all tried one by one, at any time and wherever things have gone', () => {
    let met = 0
    for (let i = 0; i < 400; i++) {
      const [o, d, time] = [vec(random, 1.5), unit(vec(random)), -0.01 + 0.04 * random.uniform()]
      const all = each(o, d, time)
      const t = Math.min(...all)
      const hit: Hit = { t: 0, body: 0, nx: 0, ny: 0, nz: 0 }
      world.nearest(...o, ...d, time, shift, hit)
      expect([hit.t, hit.body]).toEqual([t, t === Infinity ? -1 : all.indexOf(t)])
      if (t === Infinity) continue
      met++
      expect(Math.hypot(hit.nx, hit.ny, hit.nz)).toBeCloseTo(1, 9)
    }
    expect(met).toBeGreaterThan(25)
  })
  test('what gets through is the product of what each lets through, none past one that lets none', () => {
    const seen = new Set<number>()
    for (let i = 0; i < 800; i++) {
      const [o, d, time] = [vec(random, 1.5), unit(vec(random)), -0.01 + 0.04 * random.uniform()]
      const reach = 2 * random.uniform()
      const through = each(o, d, time).reduce((share, t, body) => {
        if (t >= reach) return share
        const { kind } = bodies.materials[bodies.materialOf[body]!]!
        return share * (kind === 'glass' ? 0.88 : kind === 'clear' ? 0.7 : 0)
      }, 1)
      expect(world.open(...o, ...d, reach, time, shift)).toBeCloseTo(through, 12)
      seen.add(Number(through.toFixed(3)))
    }
    expect([...seen]).toEqual(expect.arrayContaining([0, 0.7, 0.88, 1]))
  })
  test('a world of nothing lets everything through', () => {
    const none = new Geometry(new Bodies(), [0, 0])
    const hit: Hit = { t: 3, body: 2, nx: 0, ny: 0, nz: 0 }
    none.nearest(0, 0, 0, 1, 0, 0, 0, STILL, hit)
    expect([hit.t, hit.body, none.open(0, 0, 0, 1, 0, 0, 9, 0, STILL), none.bodies]).toEqual([Infinity, -1, 1, 0])
    expect([world.bodies, world.flies, none.flies]).toEqual([160, true, false])
  })
})

describe('the hierarchy of boxes', () => {
  const random = seededRandom(21)
  const bodies = crowd(random, 300)
  const figures = Float64Array.from(bodies.figures)
  const velocities = new Float64Array(900)
  const among = bodies.kinds.map((_, i) => i).filter(i => i % 3 !== 0)
  const tree = growTree(bodies, figures, velocities, among, [0, 0])
  const box = (at: number): number[] => [...tree.boxes.slice(6 * at, 6 * at + 6)]
  /** Leaves under a node with their bodies, every box about those under it. */
  function walk(at: number, depth: number): { bodies: number[]; cost: number; deepest: number } {
    const count = tree.counts[at]!
    const [low, high] = [box(at).slice(0, 3), box(at).slice(3)]
    const surface =
      2 *
      ((high[0]! - low[0]!) * (high[1]! - low[1]!) +
        (high[1]! - low[1]!) * (high[2]! - low[2]!) +
        (high[2]! - low[2]!) * (high[0]! - low[0]!))
    if (count > 0) {
      const own = [...tree.order.slice(tree.first[at]!, tree.first[at]! + count)]
      const tight = new Float64Array(6)
      const all = own.map(body => {
        boundsOf(bodies.kinds[body]!, figures, body, velocities, [0, 0], tight, 0)
        return [...tight]
      })
      for (let k = 0; k < 3; k++) {
        expect(low[k]).toBe(Math.min(...all.map(one => one[k]!)))
        expect(high[k]).toBe(Math.max(...all.map(one => one[k + 3]!)))
      }
      return { bodies: own, cost: surface * count, deepest: depth }
    }
    const children = [at + 1, tree.first[at]!]
    const under = children.map(child => walk(child, depth + 1))
    for (let k = 0; k < 3; k++) {
      expect(low[k]).toBe(Math.min(...children.map(child => box(child)[k]!)))
      expect(high[k]).toBe(Math.max(...children.map(child => box(child)[k + 3]!)))
    }
    return {
      bodies: under.flatMap(one => one.bodies),
      cost: under.reduce((sum, one) => sum + one.cost, 0),
      deepest: Math.max(...under.map(one => one.deepest)),
    }
  }
  test('holds each body once, in boxes no larger than they must be', () => {
    const { bodies: held, cost, deepest } = walk(0, 0)
    expect([...held].sort((a, b) => a - b)).toEqual(among)
    expect(Math.max(...tree.counts)).toBeLessThanOrEqual(3)
    // A ray meets a box as often as that has surface: all boxes of leaves together are far less than one of all.
    const [low, high] = [box(0).slice(0, 3), box(0).slice(3)]
    const size = low.map((x, k) => high[k]! - x)
    const whole = 2 * (size[0]! * size[1]! + size[1]! * size[2]! + size[2]! * size[0]!)
    expect(cost / (whole * among.length)).toBeLessThan(0.016)
    expect(deepest).toBeLessThan(14)
  })
  test('bodies in one place stay together, and none is no tree', () => {
    const same = new Bodies()
    for (let i = 0; i < 9; i++) same.sphere([1, 2, 3], 0.1 + 0.01 * i, GREY)
    const one = growTree(same, Float64Array.from(same.figures), new Float64Array(27), [...Array(9).keys()], [0, 0])
    expect([...one.counts]).toEqual([9])
    expect(growTree(same, Float64Array.from(same.figures), new Float64Array(27), [], [0, 0]).first).toHaveLength(0)
  })
  test('two heaps far apart are split between them', () => {
    const heaps = new Bodies()
    for (let i = 0; i < 8; i++) heaps.sphere([i % 2 ? 0.01 * i : 5 + 0.01 * i, 0, 0], 0.02, GREY)
    const two = growTree(heaps, Float64Array.from(heaps.figures), new Float64Array(24), [...Array(8).keys()], [0, 0])
    const first = [...two.boxes.slice(6, 12)]
    expect(first[3]! - first[0]!).toBeLessThan(0.2)
    const second = [...two.boxes.slice(6 * two.first[0]!, 6 * two.first[0]! + 6)]
    expect(second[3]! - second[0]!).toBeLessThan(0.2)
    expect(Math.abs(first[0]! - second[0]!)).toBeGreaterThan(4)
  })
})

describe('numbers of a sample', () => {
  const points = (
    pixel: number,
    seed: number,
    dimension: number,
    count: number,
    { from = 0, more = 0 } = {},
  ): [number, number][] => {
    const numbers = new Numbers()
    return Array.from({ length: count }, (_, i) => {
      numbers.start(pixel, from + i, seed)
      return [numbers.at(dimension, more), numbers.at(dimension + 1, more)]
    })
  }
  test('so many of them, each in a part of its own of their square, however it is cut in as many', () => {
    for (const [pixel, seed, dimension, from] of [
      [0, 1, 0, 0],
      [7, 1, 6, 256],
      [1234, 9, 12, 512],
    ] as const)
      for (const bits of [2, 4, 6, 8]) {
        const all = points(pixel, seed, dimension, 2 ** bits, { from })
        for (let across = 0; across <= bits; across++) {
          const parts = new Set(
            all.map(([x, y]) => `${Math.floor(x * 2 ** across)} ${Math.floor(y * 2 ** (bits - across))}`),
          )
          expect(parts.size).toBe(2 ** bits)
        }
      }
  })
  test('are the same again, and others for another pixel, seed, stream, dimension or block', () => {
    const first = points(3, 1, 4, 8)
    expect(points(3, 1, 4, 8)).toEqual(first)
    for (const other of [points(4, 1, 4, 8), points(3, 2, 4, 8), points(3, 1, 6, 8), points(3, 1, 4, 8, { more: 1 })])
      expect(other).not.toEqual(first)
    expect(points(3, 1, 4, 8, { from: 256 })).not.toEqual(first)
    for (const [x, y] of points(3, 1, 4, 300)) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(0)
      expect(Math.max(x, y)).toBeLessThan(1)
    }
  })
  test('of pairs, pixels and seeds tell nothing of one another', () => {
    const draws = (of: (i: number) => number): number[] => Array.from({ length: 2000 }, (_, i) => of(i))
    const one = (pixel: number, seed: number, dimension: number): number => points(pixel, seed, dimension, 1)[0]![0]
    const correlation = (a: number[], b: number[]): number =>
      12 * (a.reduce((sum, x, i) => sum + (x - 0.5) * (b[i]! - 0.5), 0) / a.length)
    const base = draws(i => one(i, 1, 0))
    expect(Math.abs(base.reduce((sum, x) => sum + x, 0) / base.length - 0.5)).toBeLessThan(0.02)
    for (const other of [draws(i => one(i, 1, 2)), draws(i => one(i, 2, 0)), draws(i => one(i + 1, 1, 0))])
      expect(Math.abs(correlation(base, other))).toBeLessThan(0.08)
    expect(
      Math.abs(
        correlation(
          base,
          draws(i => points(i, 1, 0, 1)[0]![1]),
        ),
      ),
    ).toBeLessThan(0.08)
  })
})

describe('what a surface does', () => {
  test('bytes of sRGB are linear light, by its two pieces', () => {
    const [red, green, blue] = matt([255, 10, 188]).colour
    expect(red).toBeCloseTo(1, 12)
    expect(green).toBeCloseTo(10 / 255 / 12.92, 12)
    expect(blue).toBeCloseTo(0.5028864580325687, 9)
    expect(matt([0, 0, 0])).toEqual({ kind: 'matt', colour: [0, 0, 0], gloss: 0, rough: 0.25, index: 1.5 })
    expect(matt([0, 0, 0], 0.2, 0.1)).toMatchObject({ gloss: 0.2, rough: 0.1 })
    expect(grey(0.18).colour).toEqual([0.18, 0.18, 0.18])
    expect(metal(0.9, 0.3)).toMatchObject({ kind: 'metal', colour: [0.9, 0.9, 0.9], rough: 0.3 })
    expect(clear([0.9, 1, 1], 1.33)).toMatchObject({ kind: 'clear', index: 1.33, gloss: 0, rough: 0 })
  })
  test('what is mirrored, by the angles on both sides', () => {
    for (const ratio of [1 / 1.5, 1 / 1.33, 1.33, 1.5])
      for (const angle of [0.05, 0.4, 0.7, 1.1, 1.5]) {
        const sine = ratio * Math.sin(angle)
        if (sine >= 1) {
          expect(fresnel(Math.cos(angle), ratio)).toBe(1)
          continue
        }
        const beyond = Math.asin(sine)
        const s = (Math.sin(beyond - angle) / Math.sin(beyond + angle)) ** 2
        const p = (Math.tan(beyond - angle) / Math.tan(beyond + angle)) ** 2
        expect(fresnel(Math.cos(angle), ratio)).toBeCloseTo((s + p) / 2, 10)
      }
    expect(fresnel(1, 1 / 1.5)).toBeCloseTo(0.04, 12)
    expect(fresnel(0, 1 / 1.5)).toBeCloseTo(1, 12)
  })
  test('a material is kept once, however many bodies are of it', () => {
    const bodies = new Bodies()
    for (const material of [GREY, GLASS, GREY]) bodies.sphere([0, 0, 0], 1, material)
    expect(bodies.materialOf).toEqual([0, 1, 0])
    expect(new Geometry(bodies, [0, 0]).material(1)).toBe(GLASS)
  })
})
