import { type Lamp, lobeOf } from '~~/core/light/lamp'
import { Film, shown, toneMapped } from '~~/core/render'
import { Bodies, type Vector } from '~~/core/render/bodies'
import { type Material, clear, fresnel, grey, metal } from '~~/core/render/material'
import { Numbers } from '~~/core/render/numbers'
import type { Scene } from '~~/core/render/scene'
import { BANDS } from '~~/core/render/toneMapped'
import { Tracer } from '~~/core/render/trace'
import { Geometry } from '~~/core/render/world'
import { NARROW, SQUARE, STILL, lamp, picture, scene } from '../../support/smallScene'
import { dot, minus, sized, unit, vecOf } from '../../support/surfaces'

const colour: Vector = [0.5, 0.3, 0.1]
const coloured = (change: Partial<Material> = {}): Material => ({ ...grey(0.5), colour, ...change })
const plate = (material: Material, z = 0, size = 5): Bodies => {
  const bodies = new Bodies()
  bodies.plate([0, 0, z], [size, 0, 0], [0, size, 0], material)
  return bodies
}

/** What one ray brings, red, green and blue, in the mean of so many samples. */
function ray(of: Scene, from: Vector, to: Vector, samples = 1, lamps: readonly Lamp[] | null = of.lamps): Vector {
  const numbers = new Numbers()
  const tracer = new Tracer(of, numbers)
  const sums = [0, 0, 0]
  const d = unit([to[0] - from[0], to[1] - from[1], to[2] - from[2]])
  for (let sample = 0; sample < samples; sample++) {
    numbers.start(3, sample, 1)
    tracer.follow(...from, ...d, 0, STILL, lamps, 0)
    const got = [tracer.red, tracer.green, tracer.blue]
    got.forEach((x, c) => (sums[c]! += x / samples))
  }
  return vecOf(k => sums[k]!)
}
const near = (got: Vector, wanted: readonly number[], digits = 4): void =>
  got.forEach((x, c) => expect(x).toBeCloseTo(wanted[c]!, digits))

describe('a matt surface', () => {
  const lit = lamp([0, 3, 4], [0, 0, 0], 1, { lobe: 0 })
  test('throws back its share of what falls on it, by the cosine of the way it comes, whoever looks', () => {
    const of = scene(plate(coloured()), [lit])
    for (const from of around(8)) near(ray(of, from, [0, 0, 0]), [0.5 * 0.8, 0.3 * 0.8, 0.1 * 0.8])
    // Elsewhere by the square of the distance, and the cosine there.
    const far = Math.hypot(2, 3, 4)
    near(
      ray(of, [0, 0, 2], [2, 0, 0]),
      colour.map(c => ((c * 4) / far) * (25 / far ** 2)),
    )
  })
  test('of two lights gets both, of one behind it nothing', () => {
    const other = lamp([0, 0, 2], [0, 0, 0], 0.5)
    const behind = lamp([0, 0, -2], [0, 0, 0], 4)
    near(
      ray(scene(plate(coloured()), [lit, other, behind]), [0, 0.3, 1], [0, 0, 0]),
      colour.map(c => c * (0.8 + 0.5)),
    )
  })
  test('its highlight is Beckmann’s: facets by their lean, seen the more from the side', () => {
    const [gloss, rough] = [0.3, 0.2]
    const of = scene(plate(coloured({ gloss, rough })), [lit])
    for (const from of around(8)) {
      const [l, v] = [unit([0, 3, 4]), unit(from)]
      const half = unit([l[0] + v[0], l[1] + v[1], l[2] + v[2]])
      const lean = Math.acos(half[2])
      const facets = Math.exp(-(Math.tan(lean) ** 2) / (2 * rough ** 2)) / (2 * Math.PI * rough ** 2 * half[2] ** 4)
      const shine = (Math.PI * facets) / (4 * v[2])
      near(
        ray(of, from, [0, 0, 0]),
        colour.map(c => c * 0.8 + gloss * shine),
      )
    }
  })
  test('nothing is brighter than 24 times correct', () => {
    const near0 = lamp([0, 0, 0.01], [0, 0, 0], 1e6, { lobe: 0 })
    near(ray(scene(plate(grey(1)), [near0]), [0, 0.5, 1], [0, 0, 0]), [24, 24, 24])
  })
})
/** Places from which a surface at the origin is looked at. */
function around(count: number): Vector[] {
  return Array.from({ length: count }, (_, i) => {
    const [angle, turn] = [0.1 + 0.14 * i, 2.4 * i]
    return [Math.sin(angle) * Math.cos(turn), Math.sin(angle) * Math.sin(turn), Math.cos(angle)]
  })
}

describe('a mirror', () => {
  const bodies = new Bodies()
  bodies.plate([0, 0, 0], [1, 0, 0], [0, 1, 0], metal(0.8, 0))
  bodies.plate([4, 0, 4], [0, 0, 1], [0, 2, 0], coloured())
  const lit = lamp([0, 0, 4], [4, 0, 4], 0.6, { lobe: 0 })
  test('shows what stands where its image is, less what it takes', () => {
    const of = scene(bodies, [lit])
    near(
      ray(of, [-1, 0, 1], [0, 0, 0]),
      colour.map(c => 0.8 * 0.6 * c),
    )
  })
  test('shows a lamp’s own face as bright as that is, and past its edge nothing', () => {
    const [across, up]: [Vector, Vector] = [
      [0.1, 0, 0],
      [0, 0.2, 0],
    ]
    const face = lamp([0, 0, 2], [0, 0, 0], 1, { across, up, area: 0.08, lobe: lobeOf(1.2) })
    const of = scene(bodies, [face])
    const seen = (x: number, y: number): number => {
      // From beside the lamp's image, so that the ray comes to that place of the face.
      const from: Vector = [x === 0 ? 0.5 : -x, y === 0 ? 0 : -y, 1]
      const to: Vector = [from[0] + (x - from[0]) / 3, from[1] + (y - from[1]) / 3, 0]
      return ray(of, from, to)[0]
    }
    const cosine = 3 / Math.hypot(3, 0.5)
    const radiance = (Math.PI * 4 * cosine ** lobeOf(1.2)) / cosine / 0.08
    expect(seen(0, 0)).toBeCloseTo(Math.min(24, 0.8 * radiance), 6)
    const dim = scene(bodies, [{ ...face, strength: 0.01 }])
    const at = (x: number, y: number): number => ray(dim, [0, 0, 1], [x / 3, y / 3, 0])[0]
    expect([at(0.099, 0) > 0, at(0.101, 0) > 0, at(0, 0.199) > 0, at(0, -0.201) > 0]).toEqual([
      true,
      false,
      true,
      false,
    ])
    // Looked straight at, it is there too; from behind it is not.
    const straight = (from: Vector, to: Vector): number => ray(dim, from, to)[0]
    expect(straight([0, 0, 1], [0, 0, 2])).toBeCloseTo((Math.PI * 0.01) / 0.08, 6)
    // What stands before it hides it.
    const hidden = new Bodies()
    hidden.plate([0, 0, 1.5], [1, 0, 0], [0, 1, 0], grey(0))
    for (const from of [
      [0, 0, 1],
      [0, 0, 3],
    ] as const)
      expect(ray(scene(hidden, [{ ...face, strength: 0.01 }]), from, [0, 0, 2])[0]).toBe(0)
  })
  test('that is rough spreads a lamp as its facets lean, and no light is won', () => {
    const rough = 0.15
    const of = scene(plate(metal(0.8, rough)), [lamp([0, 3, 4], [0, 0, 0], 1, { lobe: 0 })])
    for (const from of around(6)) {
      const [l, v] = [unit([0, 3, 4]), unit(from)]
      const half = unit([l[0] + v[0], l[1] + v[1], l[2] + v[2]])
      const facets =
        Math.exp(-(Math.tan(Math.acos(half[2])) ** 2) / (2 * rough ** 2)) / (2 * Math.PI * rough ** 2 * half[2] ** 4)
      expect(ray(of, from, [0, 0, 0])[0]).toBeCloseTo((0.8 * Math.PI * facets) / (4 * v[2]), 4)
    }
  })
})

test('a rough mirror blurs an edge by twice as far as its facets lean, whichever way the edge runs', () => {
  const rough = 0.05
  const half = 10 * Math.tan(2 * rough)
  for (const [edge, share] of [
    [0, 0.5],
    [half, 0.1587],
    [-half, 0.8413],
  ] as const)
    for (const upright of [true, false]) {
      const bodies = plate(metal(1, rough), 0, 1)
      bodies.plate(
        upright ? [edge + 50, 0, 10] : [0, edge + 50, 10],
        upright ? [50, 0, 0] : [99, 0, 0],
        [0, upright ? 99 : 50, 0],
        grey(0),
      )
      const of = scene(bodies, [], { room: { level: 1, from: 0, to: 1, places: [[0, 0, 0]], rolls: false } })
      expect(1 - ray(of, [0, 0, 1], [0, 0, 0], 4096, null)[0]).toBeCloseTo(share, 1)
    }
})

describe('glass', () => {
  const behind = (kind: 'glass' | 'clear'): Scene => {
    const bodies = plate(coloured(), -1)
    if (kind === 'glass') bodies.plate([0, 0, 0], [1, 0, 0], [0, 1, 0], { ...grey(0.97), kind: 'glass', rough: 0 })
    else bodies.sphere([0, 0, 0], 0.4, clear([0.9, 1, 1], 1.5))
    return scene(bodies, [], { room: { level: 0.4, from: 0, to: 1, places: [[0, 0, 0]], rolls: false } })
  }
  test('a thin wall lets through what its two faces do not mirror, tinted once', () => {
    const once = fresnel(0.8, 1 / 1.5)
    const mirrored = (2 * once) / (1 + once)
    const got = ray(behind('glass'), [0, 0.75, 1], [0, 0, 0], 4096, null)
    // What is mirrored sees the room.
    near(
      got,
      colour.map(c => (1 - mirrored) * 0.97 * c * 0.4 + mirrored * 0.4),
      2,
    )
  })
  test('a clear ball bends a ray by Snell, twice', () => {
    const bodies = new Bodies()
    bodies.sphere([0, 0, 0], 1, clear([1, 1, 1], 1.5))
    // Bands behind it tell where the ray went.
    const width = 0.02
    for (let i = -100; i <= 100; i++)
      bodies.plate([0, i * width, -3], [1, 0, 0], [0, width / 2, 0], grey((i + 100) / 200))
    const of = scene(bodies, [], { room: { level: 1, from: 0, to: 1, places: [[0, 0, 0]], rolls: false } })
    let seen = 0
    for (const y of [-0.4, -0.2, 0.1, 0.25, 0.4, 0.55]) {
      const into = Math.asin(y)
      const within = Math.asin(y / 1.5)
      const out = { y: Math.sin(2 * within - into), z: -Math.cos(2 * within - into) }
      const at = out.y - Math.tan(2 * (into - within)) * (3 + out.z)
      const [level] = ray(of, [0, y, 5], [0, y, 0], 1, null)
      // Now and then it is mirrored, and sees the room.
      if (level > 0.999) continue
      seen++
      expect(Math.abs(level * 200 - 100 - at / width)).toBeLessThan(1)
    }
    expect(seen).toBeGreaterThan(3)
  })
})

describe('a room without lamps', () => {
  const room = (level: number): Partial<Scene> => ({
    room: { level, from: 0, to: 1, places: [[0, 0, 0]], rolls: false },
  })
  test('lights what is matt evenly, is seen in a mirror, and past everything there is none of it', () => {
    const matt = scene(plate(coloured()), [], room(0.4))
    near(
      ray(matt, [0, 0.3, 1], [0, 0, 0], 1, null),
      colour.map(c => 0.4 * c),
    )
    near(ray(scene(plate(metal(0.8, 0)), [], room(0.4)), [0, 0.3, 1], [0, 0, 0], 1, null), [0.32, 0.32, 0.32])
    near(ray(matt, [0, 0.3, 1], [0, 0.3, 2], 1, null), [0, 0, 0])
  })
})

test('light that bounces once is the same all over a closed ball, by the mean of what falls on its wall', () => {
  const radius = 2
  const bodies = new Bodies()
  bodies.sphere([0, 0, 0], radius, grey(0.6))
  const lit = lamp([0, 0, 0.001], [0, 0, 2], 1, { lobe: 3 })
  const of = scene(bodies, [{ ...lit, across: [1e-9, 0, 0], up: [0, 1e-9, 0] }], { bounces: true })
  const still = { ...of, bounces: false }
  // The mean of cos³ over all ways is 1/8.
  const indirect = 0.6 * 0.6 * (lit.strength / radius ** 2) * (1 / 8)
  for (const to of [
    [2, 0, -0.5],
    [0, -1.5, -1],
    [0.3, 0.2, -2],
  ] as Vector[]) {
    expect(ray(still, [0, 0, -0.2], to)[0]).toBe(0)
    expect(ray(of, [0, 0, -0.2], to, 4096)[0] / indirect).toBeCloseTo(1, 1)
  }
  const ahead = ray(of, [0, 0, -0.2], [0, 0.1, 2], 4096)[0] - ray(still, [0, 0, -0.2], [0, 0.1, 2])[0]
  expect(ahead / indirect).toBeCloseTo(1, 1)
})

describe('a film', () => {
  const lit = lamp([0, 0, 4], [0, 0, 0], 1, { lobe: 0 })
  test('goes on row by row, and is the mean of its passes', () => {
    const film = new Film(scene(plate(coloured()), [lit]), 6, 4)
    expect([film.rows(3), film.passes]).toEqual([false, 0])
    expect([film.rows(9), film.passes]).toEqual([true, 1])
    const first = film.at(2, 2)
    film.pass(3)
    expect(film.passes).toBe(4)
    near(film.at(2, 2), first, 3)
    expect(film.brightness(2, 2)).toBeCloseTo(0.2126 * first[0] + 0.7152 * first[1] + 0.0722 * first[2], 3)
  })
  test('a part of it shows that part of the whole', () => {
    const bodies = new Bodies()
    for (let i = 0; i < 6; i++)
      for (let j = 0; j < 4; j++)
        bodies.plate([(i - 2.5) * 0.1, (1.5 - j) * 0.1, 0], [0.05, 0, 0], [0, 0.05, 0], grey(0.1 + 0.03 * (i + 6 * j)))
    const of = scene(bodies, [lamp([0, 0, 50], [0, 0, 0], 1, { lobe: 0 })], {
      view: { ...NARROW, fieldWidth: 0.6, fieldHeight: 0.4, pupilZ: 60 },
    })
    const whole = new Film(of, 6, 4)
    const part = new Film(of, 2, 2, 1, { left: 3, top: 1, wide: 6, tall: 4 })
    for (const film of [whole, part]) film.pass(2)
    for (const [x, y] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const)
      near(part.at(x, y), whole.at(x + 3, y + 1), 2)
    expect(whole.at(4, 1)[0]).toBeCloseTo(0.1 + 0.03 * 10, 2)
    expect(whole.at(0, 3)[0]).toBeCloseTo(0.1 + 0.03 * 18, 2)
  })
  test('diffraction spreads an edge by its standard deviation, both ways', () => {
    const spread = 0.004
    for (const upright of [true, false]) {
      const bodies = new Bodies()
      bodies.plate(upright ? [1, 0, 0] : [0, 1, 0], [1, 0, 0], [0, 1, 0], grey(1))
      const of = scene(bodies, [lamp([0, 0, 50], [0, 0, 0], 1, { lobe: 0 })], {
        view: { ...NARROW, fieldWidth: 0.04, fieldHeight: 0.04, pupilZ: 60, spread },
      })
      const film = new Film(of, 9, 9)
      film.pass(256)
      const share = (k: number): number => (upright ? film.at(k, 4)[0] : film.at(4, 8 - k)[0])
      // One standard deviation beside the edge 84 in a hundred are on it; a pixel is a little wide.
      const pixel = 0.04 / 9
      const cdf = (z: number): number => 0.5 * (1 + Math.tanh(0.7978846 * (z + 0.044715 * z ** 3)))
      for (const k of [2, 3, 4, 5, 6])
        expect(share(k)).toBeCloseTo(cdf(((k - 4) * pixel) / Math.hypot(spread, pixel / Math.sqrt(12))), 1)
    }
  })
  test('a shutter that closes keeps what comes too late for a row; lamps of one time are followed once', () => {
    const of = (edge: 'top' | 'bottom' | 'left' | 'right', lag: number, cuts = true): Film =>
      picture(
        scene(plate(grey(0.5)), [lamp([0, 0, 4], [0, 0, 0], 1, { lobe: 0, lag, shape: { ...SQUARE, cut: 1e-9 } })], {
          rows: { edge, travel: 0.004, shutter: 0.002, cuts },
        }),
        4,
        8,
        8,
      )
    // At 0 a row closes at 2 ms less what it is covered earlier: half of the rows are covered at 0.
    const dark = (film: Film): string =>
      Array.from({ length: 8 }, (_, y) =>
        Array.from({ length: 8 }, (__, x) => (film.at(x, y)[0] < 0.1 ? '#' : '.')).join(''),
      ).join('\n')
    const rows = (flags: string): string => [...flags].map(one => one.repeat(8)).join('\n')
    const columns = (flags: string): string => Array(8).fill(flags).join('\n')
    expect(dark(of('top', 0))).toBe(rows('####....'))
    expect(dark(of('bottom', 0))).toBe(rows('....####'))
    expect(dark(of('left', 0))).toBe(columns('####....'))
    expect(dark(of('right', 0))).toBe(columns('....####'))
    expect(dark(of('top', 0.001))).toBe(rows('######..'))
    expect(dark(of('top', -0.001))).toBe(rows('##......'))
    expect(dark(of('top', 0, false))).toBe(rows('........'))
  })
  test('in the room a thing that goes along is spread over all its way', () => {
    const bodies = new Bodies()
    bodies.riders(() => bodies.plate([0, 0, 0], [0.01, 0, 0], [0, 1, 0], grey(1)))
    const of = scene(bodies, [], {
      view: { ...NARROW, fieldWidth: 0.2, fieldHeight: 0.2, pupilZ: 60 },
      room: {
        level: 0.5,
        from: 0,
        to: 1,
        places: [
          [-0.1, 0, 0],
          [0, 0, 0],
          [0.3, 0, 0],
        ],
        rolls: false,
      },
    })
    const film = new Film(of, 10, 2)
    film.pass(400)
    const row = Array.from({ length: 10 }, (_, x) => (film.at(x, 0)[0] + film.at(x, 1)[0]) / 2)
    // Twice as wide as a pixel, it goes by a tenth of a metre in half of the time, then thrice as quick.
    expect(row[2]).toBeCloseTo(0.5 * 0.5 * (0.02 / 0.1), 1)
    expect(row[7]).toBeCloseTo(0.5 * 0.5 * (0.02 / 0.3), 1)
    expect(row[2]! / row[7]!).toBeGreaterThan(2)
  })
})

describe('as it is shown', () => {
  const exposed = (light: number, grain: { electrons: number; read: number; pixelsWide: number }, width = 64) => ({
    width,
    height: 64,
    passes: 4,
    sums: new Float32Array(width * 64 * 3).fill(4 * light),
    scene: { grain },
  })
  /** Linear light of a byte. */
  const lightOf = (byte: number): number => -Math.log(1 - (byte / 255) ** 2.2) / 1.6
  test('noise is that of photons and of reading, of as many pixels as fall into one', () => {
    for (const [light, electrons, read, pixelsWide] of [
      [0.18, 200, 2, 64],
      [0.18, 60, 12, 64],
      [0.3, 60, 12, 192],
      [0.18, 100, 4, 32],
    ] as const) {
      const bytes = toneMapped(exposed(light, { electrons, read, pixelsWide }))
      const seen = Array.from({ length: 64 * 64 }, (_, i) => lightOf(bytes[4 * i + 1]!))
      const mean = seen.reduce((sum, x) => sum + x, 0) / seen.length
      const variance = seen.reduce((sum, x) => sum + (x - mean) ** 2, 0) / seen.length
      const pooled = Math.max(1, (pixelsWide / 64) ** 2)
      const counted = (light / 0.18) * electrons * pooled
      const noise = (light * Math.sqrt(counted + read ** 2 * pooled)) / counted
      expect(mean / light).toBeCloseTo(1, 1)
      expect(Math.sqrt(variance) / noise).toBeCloseTo(1, 1)
      expect(bytes[3]).toBe(255)
    }
  })
  test('the same film is shown the same; colours have noise of their own', () => {
    const film = exposed(0.18, { electrons: 100, read: 3, pixelsWide: 64 })
    const bytes = toneMapped(film)
    expect(toneMapped(film)).toEqual(bytes)
    expect(bytes[0] === bytes[1] && bytes[1] === bytes[2]).toBe(false)
  })
  test('the curve: half of white at a light of its own, and its way back', () => {
    expect([shown(0), shown(-1), shown(1e9)]).toEqual([0, 0, 255])
    for (const light of [0.02, 0.18, 0.5, 1.5]) expect(lightOf(shown(light)) / light).toBeCloseTo(1, 1)
    expect(shown(0.18)).toBe(Math.round(255 * (1 - Math.exp(-0.288)) ** (1 / 2.2)))
  })
  test('false colours: a band up to its edge, and the next from there', () => {
    const grain = { electrons: 1e4, read: 3, pixelsWide: 64 }
    for (const [i, { below, colour: band }] of BANDS.entries()) {
      if (below === Infinity) continue
      const at = (stops: number): number[] => [...toneMapped(exposed(0.18 * 2 ** stops, grain, 1), true).slice(0, 4)]
      expect(at(below - 1e-3)).toEqual([...band, 255])
      expect(at(below + 1e-3)).toEqual([...BANDS[i + 1]!.colour, 255])
    }
    expect(BANDS.map(({ below }) => below)).toEqual([...BANDS.map(({ below }) => below)].sort((a, b) => a - b))
  })
  test('a world of its own stands at its own pop', () => {
    const own = new Bodies()
    own.plate([0, 0, 0], [1, 0, 0], [0, 1, 0], grey(0.8))
    const lamps = [lamp([0, 0, 4], [0, 0, 0], 1, { lobe: 0 })]
    const of = scene(plate(grey(0.2)), lamps, {
      instants: [
        { lamps: [0], shift: STILL, velocity: [0, 0, 0] },
        { lamps: [0], shift: STILL, velocity: [0, 0, 0], world: new Geometry(own, [0, 1e-3]) },
      ],
    })
    expect(picture(of, 1, 3, 3).at(1, 1)[0]).toBeCloseTo(1, 2)
  })
})

describe('a card', () => {
  const lit = lamp([1, 2, 1.5], [-1, 0.5, 0.5], 1, { lobe: 0 })
  const centre: Vector = [-1, 0.5, 0.5]
  const normal = unit([2, -0.3, -0.2])
  const across = unit([0.3, 2, 0])
  const upward: Vector = [
    normal[1] * across[2] - normal[2] * across[1],
    normal[2] * across[0] - normal[0] * across[2],
    normal[0] * across[1] - normal[1] * across[0],
  ]
  /** A plate at the origin that looks at the camera, the card beside it, and what stands in the way. */
  function beside(kind: 'white' | 'silver', size: number, more: (to: Bodies) => void = () => {}): Scene {
    const bodies = plate(grey(0.5), 0, 0.01)
    const face = { centre, normal, across: sized(across, size), up: sized(unit(upward), size) }
    bodies.plate(face.centre, face.across, face.up, kind === 'white' ? grey(0.8) : metal(0.85, 0.06))
    more(bodies)
    const card = { ...face, kind, body: 1, area: 4 * size * size, reflectance: kind === 'white' ? 0.8 : 0.85 }
    return scene(bodies, [lit], { cards: [card as never] })
  }
  const straight = (0.5 * lit.strength * dot(unit(lit.place), [0, 0, 1])) / dot(lit.place, lit.place)
  const thrown = (of: Scene, samples = 1): number => ray(of, [0, 0, 1], [0, 0, 0], samples)[0] - straight

  test('that is white throws the same wherever all of it stands', () => {
    const size = 0.02
    const by: Vector = [0.13, -0.27, 0.19]
    const moved = (a: Vector): Vector => [a[0] + by[0], a[1] + by[1], a[2] + by[2]]
    for (const kind of ['white', 'silver'] as const) {
      const bodies = new Bodies()
      bodies.plate(by, [0.01, 0, 0], [0, 0.01, 0], grey(0.5))
      const face = {
        centre: moved(centre),
        normal,
        across: sized(across, size * 40),
        up: sized(unit(upward), size * 40),
      }
      bodies.plate(face.centre, face.across, face.up, kind === 'white' ? grey(0.8) : metal(0.85, 0.06))
      const reflectance = kind === 'white' ? 0.8 : 0.85
      const card = { ...face, kind, body: 1, area: 4 * (size * 40) ** 2, reflectance }
      const of = scene(bodies, [{ ...lit, place: moved(lit.place) }], { cards: [card as never] })
      const here = ray(of, moved([0, 0, 1]), by, 256)[0]
      expect(here / ray(beside(kind, size * 40), [0, 0, 1], [0, 0, 0], 256)[0]).toBeCloseTo(1, 3)
      expect(here - straight).toBeGreaterThan(0.01)
    }
  })

  test('that is white throws on a place what it gets, by its area, its turn and the square of the way', () => {
    const size = 0.02
    const way = minus(lit.place, centre)
    const gets = (lit.strength * Math.abs(dot(unit(way), normal))) / dot(way, way)
    const out = unit(centre)
    const share = (0.8 / Math.PI) * 4 * size ** 2 * Math.abs(dot(out, normal)) * out[2]
    expect(thrown(beside('white', size)) / ((0.5 * gets * share) / dot(centre, centre))).toBeCloseTo(1, 1)
    // Something before the card, or between it and the lamp, takes it away.
    const wall = (at: Vector) => (to: Bodies) => to.sphere(at, 0.05, grey(0.5))
    expect(thrown(beside('white', size, wall(sized(centre, 0.5))))).toBeCloseTo(0, 6)
    expect(thrown(beside('white', size, wall(minus(centre, sized(way, -0.5)))))).toBeCloseTo(0, 6)
  })
  test('that is white, lit on one side and seen from the other, throws nothing', () => {
    const of = beside('white', 0.02)
    const turned = { ...of, lamps: [lamp([-4, 1, 0.7], centre, 5, { lobe: 0 })] }
    const direct = { ...turned, cards: [] }
    expect(ray(turned, [0, 0, 1], [0, 0, 0])[0]).toBeCloseTo(ray(direct, [0, 0, 1], [0, 0, 0])[0], 9)
  })
  test('that is silver shows the lamp’s image, where it is wide enough to', () => {
    const depth = dot(minus(lit.place, centre), normal)
    const image = minus(lit.place, sized(normal, 2 * depth))
    const level = (0.85 * lit.strength) / dot(image, image)
    // Where the way to the image meets the card's plane.
    const onto = dot(centre, normal) / dot(unit(image), normal)
    const met = sized(unit(image), onto)
    const off = minus(met, centre)
    const needs = Math.max(Math.abs(dot(off, across)), Math.abs(dot(off, unit(upward))))
    const [wide, narrow] = [beside('silver', needs * 1.05), beside('silver', needs * 0.95)]
    expect(thrown(wide)).toBeCloseTo(0.5 * level * unit(image)[2], 4)
    expect(thrown(narrow)).toBeCloseTo(0, 6)
    const wall = (at: Vector) => (to: Bodies) => to.sphere(at, 0.03, grey(0.5))
    expect(thrown(beside('silver', needs * 1.05, wall(sized(met, 0.5))))).toBeCloseTo(0, 6)
    expect(thrown(beside('silver', needs * 1.05, wall(minus(met, sized(minus(lit.place, met), -0.5)))))).toBeCloseTo(
      0,
      6,
    )
    // From behind the card there is no image.
    const behind = { ...wide, lamps: [lamp([-4, 1, 0.7], centre, 1, { lobe: 0 })] }
    expect(ray(behind, [0, 0, 1], [0, 0, 0])[0]).toBeCloseTo(ray({ ...behind, cards: [] }, [0, 0, 1], [0, 0, 0])[0], 9)
  })
  test('that is silver shows less of a lamp whose beam looks past it', () => {
    const of = beside('silver', 1)
    const narrow = lamp([1, 2, 1.5], [-0.4, 0.9, 0.2], 1, { lobe: 8 })
    const depth = dot(minus(narrow.place, centre), normal)
    const image = minus(narrow.place, sized(normal, 2 * depth))
    const onto = dot(centre, normal) / dot(unit(image), normal)
    const towards = unit(minus(sized(unit(image), onto), narrow.place))
    const level = (0.85 * narrow.strength * dot(towards, narrow.aim) ** 8) / dot(image, image)
    const aimed = { ...of, lamps: [narrow] }
    const direct = ray({ ...aimed, cards: [] }, [0, 0, 1], [0, 0, 0])[0]
    expect(ray(aimed, [0, 0, 1], [0, 0, 0])[0] - direct).toBeCloseTo(0.5 * level * unit(image)[2], 4)
  })
})

test('something clear takes its colour by how far light goes through it, and no more than four times', () => {
  const through = (thick: number): Vector => {
    const bodies = new Bodies()
    bodies.box([0, 0, 0], [1, 1, thick / 2], clear([0.5, 0.8, 1], 1.0001))
    bodies.plate([0, 0, -2], [1, 0, 0], [0, 1, 0], grey(1))
    return ray(
      scene(bodies, [], { room: { level: 1, from: 0, to: 1, places: [[0, 0, 0]], rolls: false } }),
      [0, 0, 1],
      [0, 0, 0],
      1,
      null,
    )
  }
  near(through(0.05), [0.25, 0.64, 1], 2)
  near(through(0.025), [0.5, 0.8, 1], 2)
  near(through(0.6), [0.5 ** 4, 0.8 ** 4, 1], 2)
})

test('light too faint to tell is left out, sooner where the surface is dark', () => {
  const at = (reflectance: number, level: number, gloss = 0): number =>
    ray(
      scene(plate({ ...grey(reflectance), gloss }), [lamp([0, 0, 4], [0, 0, 0], level, { lobe: 0 })]),
      [0, 1, 1],
      [0, 0, 0],
    )[0]
  expect([at(0.5, 5.9e-4), at(0.5, 6.2e-4) > 0, at(0.05, 5.9e-3), at(0.05, 6.2e-3) > 0]).toEqual([0, true, 0, true])
  expect([at(0.05, 1.6e-5, 0.2) > 0, at(0.05, 1.4e-5, 0.2)]).toEqual([true, 0])
})

test('a lamp’s face is seen at a slant as far as it reaches', () => {
  const [across, up]: [Vector, Vector] = [
    [0.1, 0, 0],
    [0, 0.2, 0],
  ]
  const face = lamp([0.5, -0.3, 2], [0.5, -0.3, 0], 0.01, { across, up, area: 0.08, lobe: 0 })
  const of = scene(new Bodies(), [face])
  const seen = (x: number, y: number): boolean => ray(of, [-0.4, 0.6, 0.7], [0.5 + x, -0.3 + y, 2])[0] > 0
  expect([seen(0.099, 0.199), seen(-0.099, -0.199)]).toEqual([true, true])
  expect([seen(0.101, 0), seen(-0.101, 0), seen(0, 0.201), seen(0, -0.201)]).toEqual([false, false, false, false])
})

describe('what moves', () => {
  const lit = (peak: number): Lamp => lamp([0, 0, 9], [0, 0, 0], 1, { lobe: 0, peak, shape: { ...SQUARE, cut: 1e-9 } })
  /** A small plate that rides, in a field of ten pixels of 1 cm. */
  function riding(change: Partial<Scene>, z = 0): Film {
    const bodies = new Bodies()
    bodies.riders(() => bodies.plate([0.005, 0.005, z], [0.004, 0, 0], [0, 0.004, 0], grey(1)))
    bodies.plate([0, 0, -0.5], [1, 0, 0], [0, 1, 0], grey(0))
    const view = { ...NARROW, fieldWidth: 0.1, fieldHeight: 0.1, pupilZ: 60 }
    return picture(scene(bodies, [], { view, ...change }), 24, 10, 10)
  }
  const brightest = (film: Film): [number, number] => {
    let best: [number, number] = [0, 0]
    for (let y = 0; y < 10; y++)
      for (let x = 0; x < 10; x++) if (film.brightness(x, y) > film.brightness(...best)) best = [x, y]
    return best
  }
  const pop = (velocity: Vector, peak = 0.001, shift = STILL): Partial<Scene> => ({
    lamps: [lit(peak)],
    instants: [{ lamps: [0], shift, velocity }],
  })
  test('stands at a pop where its way has brought it', () => {
    expect(brightest(riding(pop([0, 0, 0])))).toEqual([5, 4])
    expect(brightest(riding(pop([30, 0, 0])))).toEqual([8, 4])
    expect(brightest(riding(pop([0, -20, 0])))).toEqual([5, 6])
    expect(brightest(riding(pop([-20, 0, 0], 0.002)))).toEqual([1, 4])
    expect(brightest(riding(pop([0, 0, 0], 0, { ...STILL, rideX: -0.03, rideY: 0.02 })))).toEqual([2, 2])
    // Back behind the ground it is not seen.
    expect(riding(pop([0, 0, -600])).brightness(5, 4)).toBe(0)
    expect(riding(pop([0, 0, 600])).brightness(5, 4)).toBeGreaterThan(0.3)
  })
  test('under a light that is on all the while it is spread over the open time', () => {
    const lamps = [{ ...lit(0), continuous: true }]
    const rows = { edge: 'all' as const, travel: 0, shutter: 0.002, cuts: true }
    const film = riding({ lamps, instants: [{ lamps: [0], shift: STILL, velocity: [20, 0, 0] }], rows })
    const row = Array.from({ length: 10 }, (_, x) => film.brightness(x, 4))
    // 40 mm in all, half of them before the middle.
    expect(row.map(x => x > 0.02)).toEqual([false, false, false, true, true, true, true, true, false, false])
    expect(row[4]! / row[6]!).toBeCloseTo(1, 0)
  })
  test('of several pops stands at each; what stays behind it gets them all', () => {
    const bodies = new Bodies()
    bodies.riders(() => bodies.plate([0.005, 0.005, 0], [0.004, 0, 0], [0, 0.004, 0], grey(1)))
    bodies.plate([0, 0, -0.5], [1, 0, 0], [0, 1, 0], grey(0.2))
    const view = { ...NARROW, fieldWidth: 0.1, fieldHeight: 0.1, pupilZ: 60 }
    const pops = [0, -0.03, 0.02].map(rideX => ({
      lamps: [0],
      shift: { ...STILL, rideX },
      velocity: [0, 0, 0] as const,
    }))
    const film = picture(
      scene(bodies, [lamp([0, 0, 60], [0, 0, -0.5], 1, { lobe: 0 })], { view, instants: pops }),
      64,
      10,
      10,
    )
    const ground = film.at(0, 0)[0]
    expect(ground).toBeCloseTo(0.6, 2)
    // A pixel is two thirds covered by it: there one pop shows it, and two the ground.
    const covered = 0.64
    for (const x of [5, 2, 7]) expect(film.at(x, 4)[0]).toBeCloseTo(covered * (1.017 + 0.4) + (1 - covered) * 0.6, 1)
    expect(film.at(4, 4)[0]).toBeCloseTo(0.6, 2)
  })
  test('lamps of other times are followed at their own; those of one time together', () => {
    const two = [lit(0), lit(0.001), lit(0.001)]
    const film = riding({ lamps: two, instants: [{ lamps: [0, 1, 2], shift: STILL, velocity: [30, 0, 0] }] })
    expect(film.brightness(8, 4) / film.brightness(5, 4)).toBeCloseTo(2, 0)
    expect(film.brightness(6, 4)).toBe(0)
  })
  test('in the room it is behind what it goes behind', () => {
    const room = (places: Vector[]): Partial<Scene> => ({ room: { level: 1, from: 0, to: 1, places, rolls: false } })
    const share = (...places: Vector[]): number => riding(room(places)).brightness(5, 4)
    const whole = share([0, 0, 0])
    expect(whole).toBeGreaterThan(0.3)
    expect(share([0, 0, 0], [0, 0, -1]) / whole).toBeCloseTo(0.5, 0)
    expect(share([0, 0, 0], [0, 0, -1]) / whole).toBeLessThan(0.7)
    expect(share([0, 0, 0], [0, 0, 0.4]) / whole).toBeCloseTo(1, 1)
  })
  test('a shutter without rows cuts what comes after it has closed, all of it at once', () => {
    const of = (lag: number): number => {
      const lamps = [lamp([0, 0, 9], [0, 0, 0], 1, { lobe: 0, lag, shape: { ...SQUARE, cut: 1e-9 } })]
      const rows = { edge: 'all' as const, travel: 0.003, shutter: 0.002, cuts: true }
      return riding({ lamps, instants: [{ lamps: [0], shift: STILL, velocity: [0, 0, 0] }], rows }).brightness(5, 4)
    }
    expect([of(0.0019) > 0.3, of(0.0021)]).toEqual([true, 0])
  })
  test('a point behind the plane in focus is a disc as wide as the pupil has it, all round', () => {
    const bodies = new Bodies()
    bodies.plate([0, 0, -1], [0.004, 0, 0], [0, 0.004, 0], grey(1))
    const of = scene(bodies, [lamp([0, 0, 60], [0, 0, -1], 50, { lobe: 0 })], {
      view: { fieldWidth: 0.08, fieldHeight: 0.08, focusZ: 0, pupilZ: 4, pupilRadius: 0.1, spread: 0 },
    })
    const film = picture(of, 500, 16, 16)
    let [sum, x1, y1, x2, y2] = [0, 0, 0, 0, 0]
    for (let y = 0; y < 16; y++)
      for (let x = 0; x < 16; x++) {
        const [light, px, py] = [film.at(x, y)[0], (x - 7.5) * 0.005, (y - 7.5) * 0.005]
        sum += light
        x1 += light * px
        y1 += light * py
        x2 += light * px * px
        y2 += light * py * py
      }
    // A disc of radius R has a mean square of R²/4 along each axis.
    const radius = 0.1 * (1 / 5)
    const wide = Math.sqrt(radius ** 2 / 4 + (0.004 * 0.8) ** 2 / 3 + 0.005 ** 2 / 12)
    for (const mean of [x1 / sum, y1 / sum]) expect(Math.abs(mean)).toBeLessThan(0.003)
    for (const square of [x2 / sum, y2 / sum]) expect(Math.sqrt(square) / wide).toBeCloseTo(1, 1)
  })
})
