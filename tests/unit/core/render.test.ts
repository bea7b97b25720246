import { type Setup, newSetup, plan, withChanges } from '~~/core'
import { seededRandom } from '~~/core/math/random'
import { Film, toneMapped, sceneOf, shown, stopsOf } from '~~/core/render'
import { Bodies } from '~~/core/render/bodies'
import { cardsOf } from '~~/core/render/cards'
import { lightLevel } from '~~/core/light/pulses'
import { type Lamp, faceShare, lobeOf } from '~~/core/light/lamp'
import { clear, fresnel, grey } from '~~/core/render/material'
import { stageOf } from '~~/core/light/place'
import { runs } from '../../support/runs'
import { NARROW, lamp, picture, scene } from '../../support/smallScene'

const middle = (film: Film): number => film.at((film.width - 1) / 2, (film.height - 1) / 2)[0]

test('a grey card that faces a light is exposed as the exposure says, in random set-ups', () => {
  const random = seededRandom(3)
  const between = (low: number, high: number): number => low + (high - low) * random.uniform()
  const off: number[] = []
  while (off.length < runs(400)) {
    const angle = -Math.PI / 2 + between(-1, 1)
    const setup = withChanges(newSetup('projectile'), [
      { path: 'flashes[0].angle', value: angle },
      { path: 'flashes[0].elevation', value: between(-0.5, 0.9) },
      { path: 'flashes[0].distance', value: between(0.35, 3) },
      { path: 'flashes[0].aimAlong', value: between(-0.15, 0.15) },
      { path: 'flashes[0].aimOut', value: between(-0.15, 0.15) },
      { path: 'flashes[0].power', value: 2 ** -between(1, 7) },
      { path: 'flashes[0].lossStops', value: between(0, 3) },
      { path: 'flashes[0].units', value: 1 + Math.floor(between(0, 4)) },
      { path: 'flashes[0].guideNumber', value: between(10, 60) },
      { path: 'picture.iso', value: Math.round(between(64, 3200)) },
      { path: 'picture.aperture', value: between(4, 22) },
      { path: 'picture.distance', value: between(0.4, 2) },
    ])
    const alone = { ...setup, flashes: setup.flashes.slice(0, 1) }
    const whole = plan(alone)
    // Six stops over is far past anything that is told apart.
    if (whole.exposure.flash! > 6) continue
    const of = sceneOf(whole, { standIn: 0, room: false })
    const film = picture({ ...of, view: { ...of.view, fieldWidth: 0.001, fieldHeight: 0.001 } }, 8, 3, 3)
    off.push(stopsOf(film.at(1, 1)) - whole.exposure.flash!)
  }
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.05)
})

test('in a sequence a grey card that faces a light gets what that light has planned for each pop', () => {
  const { flashes, ...rest } = newSetup('swing')
  // The lights differ: none can be taken for another.
  const setup = { ...rest, flashes: flashes.map((flash, i) => ({ ...flash, power: flash.power / 2 ** i })) }
  const whole = plan(setup)
  for (const light of [0, 1, 2]) {
    const alone = lightLevel(
      whole.known,
      { effectiveAperture: whole.optics.effectiveAperture, lost: whole.exposure.lost },
      [light],
    )!
    const pops = whole.sequence!.exposures.filter(({ lights }) => lights.includes(light)).length
    expect(pops).toBe(light === 2 ? 1 : 6)
    const of = sceneOf(whole, { standIn: light, only: [light], room: false })
    const film = picture({ ...of, view: { ...of.view, fieldWidth: 0.001, fieldHeight: 0.001 } }, 24, 3, 3)
    expect(Math.abs(stopsOf(film.at(1, 1)) - alone - Math.log2(pops))).toBeLessThan(0.05)
  }
})

test('light falls off with the square of the distance, and less so close to a large face', () => {
  const level = (far: number, change: Partial<Lamp>): number => {
    const bodies = new Bodies()
    bodies.plate([0, 0, -far], [0.3, 0, 0], [0, 0.3, 0], grey(0.18))
    const light = lamp([0.001, 0.001, 0], [0.001, 0.001, -1], 1, change)
    return middle(picture(scene(bodies, [light], { view: NARROW }), 600, 3, 3)) / 0.18
  }
  expect(Math.log2(level(0.5, {}) / level(1, {}))).toBeCloseTo(2, 2)
  const soft: Partial<Lamp> = { wide: true, across: [0.3, 0, 0], up: [0, 0.3, 0], area: 0.36, lobe: 1 }
  for (const far of [0.4, 0.8, 1.6]) {
    const formula = faceShare({ distance: far, area: 0.36, lobe: 1 }) / far ** 2
    expect(Math.abs(Math.log2(level(far, soft) / formula))).toBeLessThan(0.05)
  }
  // A disc R wide and d away: d² / (d² + R²).
  expect(faceShare({ distance: 1, area: Math.PI, lobe: 1 })).toBeCloseTo(0.5, 10)
  expect(faceShare({ distance: 1, area: Math.PI, lobe: 0 })).toBeCloseTo(2 - Math.SQRT2, 10)
  expect(faceShare({ distance: 10, area: 0.01, lobe: 3 })).toBeCloseTo(1, 4)
})

test('a beam is half as bright at the edge of its opening', () => {
  for (const opening of [0.3, 1, 2, 3]) {
    const lobe = lobeOf(opening)
    expect(Math.cos(opening / 2) ** lobe).toBeCloseTo(0.5, 10)
  }
  expect(lobeOf(Math.PI)).toBe(0)
  expect(lobeOf((2 * Math.PI) / 3)).toBeCloseTo(1, 10)
})

test('a flag keeps a light off, and a glass takes a little of it', () => {
  const through = (add: (bodies: Bodies) => void): number => {
    const bodies = new Bodies()
    bodies.plate([0, 0, 0], [0.05, 0, 0], [0, 0.05, 0], grey(0.18))
    add(bodies)
    return middle(picture(scene(bodies, [lamp([1, 0, 1], [0, 0, 0], 1)], { view: NARROW }), 1))
  }
  const whole = through(() => {})
  expect(whole).toBeCloseTo(0.18 * Math.SQRT1_2, 4)
  expect(through(b => b.plate([0.5, 0, 0.5], [0, 0.1, 0], [0.1, 0, -0.1], grey(0.01)))).toBe(0)
  expect(through(b => b.plate([0.5, 0.3, 0.5], [0, 0.1, 0], [0.1, 0, -0.1], grey(0.01)))).toBeCloseTo(whole, 12)
  const glass = { ...grey(0.97), kind: 'glass' as const }
  expect(through(b => b.plate([0.5, 0, 0.5], [0, 0.1, 0], [0.1, 0, -0.1], glass)) / whole).toBeCloseTo(0.88, 6)
})

/** A set-up with one card, in the picture's own axes. */
function withCard(card: Partial<Setup['scene']['cards'][number]>): Setup {
  const setup = newSetup('projectile')
  const all = {
    name: 'Card',
    kind: 'white' as const,
    along: 0,
    across: 0,
    out: 0,
    width: 0.2,
    height: 0.2,
    turn: 0,
    tilt: 0,
  }
  return { ...setup, scene: { ...setup.scene, cards: [{ ...all, ...card }] } }
}

test('a white card throws back what falls on it, as a surface does that scatters evenly', () => {
  // The card lies behind the lamp and faces the subject; the lamp, in the way of neither, shines on the card alone.
  const bodies = new Bodies()
  bodies.plate([0, 0, 0], [0.05, 0, 0], [0, 0.05, 0], grey(0.18))
  const setup = withCard({ across: -1, turn: Math.PI, width: 0.1, height: 0.1 })
  const cards = cardsOf(setup, stageOf(setup), bodies)
  expect(cards[0]!.normal[2]).toBeCloseTo(-1, 12)
  const light = lamp([0.5, 0, 0.5], [0, 0, 1], 4, { lobe: 2 })
  const view = { fieldWidth: 0.02, fieldHeight: 0.02, focusZ: 0, pupilZ: 0.3, pupilRadius: 0, spread: 0 }
  const film = picture(scene(bodies, [light], { cards, view }), 400, 3, 3)
  // Level 4 at 45° on the card; E = M A cos cos / (π r²), 1 m away along both normals.
  const expected = (0.18 * 4 * Math.SQRT1_2 * 0.88 * 0.01) / Math.PI
  expect(middle(film) / expected).toBeGreaterThan(0.97)
  expect(middle(film) / expected).toBeLessThan(1.03)
})

test('a silver card shows the light from where its mirror image stands', () => {
  const bodies = new Bodies()
  bodies.plate([0, 0, 0], [0.05, 0, 0], [0, 0.05, 0], grey(0.18))
  const setup = withCard({ kind: 'silver', across: -1, turn: Math.PI, width: 0.4, height: 0.4 })
  const cards = cardsOf(setup, stageOf(setup), bodies)
  // From (0.2, 0, 0.2) by the mirror at z = 1 to the origin: the image stands at (0.2, 0, 1.8).
  const light = lamp([0.2, 0, 0.2], [0.2 * (0.8 / 1.8) * 1, 0, 1], 1, { lobe: 0 })
  const near = { ...light, strength: 1 }
  const view = { fieldWidth: 0.002, fieldHeight: 0.002, focusZ: 0, pupilZ: 0.3, pupilRadius: 0, spread: 0 }
  const both = middle(picture(scene(bodies, [near], { cards, view }), 4, 3, 3))
  const straight = middle(picture(scene(bodies, [near], { cards: [], view }), 4, 3, 3))
  const path2 = 0.2 ** 2 + 1.8 ** 2
  const expected = (0.18 * 0.85 * (1.8 / Math.sqrt(path2))) / path2
  expect((both - straight) / expected).toBeCloseTo(1, 2)
})

test('a streak is as long as the light lasts', () => {
  for (const speed of [10, 40]) {
    const bodies = new Bodies()
    bodies.sphere([-0.003, 0, 0], 0.0004, grey(0.5), [speed, 0, 0])
    const lasts = 0.04 / speed / 8
    const light = lamp([0, 0.4, 0.8], [0, 0, 0], 1, { shape: { tau: null, cut: lasts, t01: lasts } })
    const wide = 400
    const view = { fieldWidth: 0.02, fieldHeight: 0.0002, focusZ: 0, pupilZ: 1, pupilRadius: 0, spread: 0 }
    const film = picture(scene(bodies, [light], { view }), 70, wide, 3)
    const row = Array.from({ length: wide }, (_, x) => film.at(x, 1)[0])
    const whole = row.reduce((a, b) => a + b, 0)
    const mean = row.reduce((sum, v, x) => sum + v * (x + 0.5), 0) / whole
    const variance = row.reduce((sum, v, x) => sum + v * (x + 0.5 - mean) ** 2, 0) / whole
    // An even streak L long has the variance L² / 12; the thing itself adds about a quarter of its radius squared.
    const across = Math.sqrt(12 * (variance * (view.fieldWidth / wide) ** 2 - 0.0004 ** 2 / 4))
    expect(across / (speed * lasts)).toBeGreaterThan(0.98)
    expect(across / (speed * lasts)).toBeLessThan(1.02)
    // It runs on from where the thing is at the first light.
    expect((mean / wide - 0.5) * view.fieldWidth).toBeCloseTo(-0.003 + (speed * lasts) / 2, 4)
  }
})

test('the band of a shutter past its sync covers the share the plan says, at its edge', () => {
  for (const [runs, edge] of [
    ['up', 'bottom'],
    ['left', 'right'],
  ] as const) {
    const setup = withChanges(newSetup('toss'), [
      { path: 'method', value: 'sync-shutter' },
      { path: 'camera.curtainRuns', value: runs },
      { path: 'picture.shutter', value: 1 / 400 },
    ])
    const whole = plan({ ...setup, scene: { ...setup.scene, ground: { ...setup.scene.ground, reflectance: 0.5 } } })
    expect(whole.shutter.edge).toBe(edge)
    const film = picture(sceneOf(whole, { room: false }), 8, 100, 100)
    const line = Array.from({ length: 100 }, (_, i) => film.at(runs === 'up' ? 4 : i, runs === 'up' ? i : 4)[0])
    const dark = line.filter(v => v === 0).length / 100
    expect(Math.abs(dark - whole.shutter.dark)).toBeLessThanOrEqual(0.02)
    expect(line.at(-1)).toBe(0)
    expect(line[0]).toBeGreaterThan(0)
  }
})

test('what lies behind the plane of focus is spread as wide as thin-lens optics say', () => {
  const whole = plan(withChanges(newSetup('projectile'), [{ path: 'picture.aperture', value: 4 }]))
  const { view } = sceneOf(whole)
  const { focalLength } = whole.known.lens
  const { distance } = whole.known.picture
  for (const behind of [-0.05, 0.05, 0.12]) {
    const bodies = new Bodies()
    const light = lamp([0, 0.5, 1], [0, 0, 0], 1)
    const wide = 15
    // Circle on the sensor f² Δ / (N (s − f)(s + Δ)), brought back to the plane of focus.
    const circle = (focalLength ** 2 * Math.abs(behind)) / (4 * (distance - focalLength) * (distance + behind))
    const there = circle / whole.optics.magnification
    const field = 2.5 * there
    bodies.sphere([0, 0, -behind], there / 4, grey(1))
    /** Mean square distance of the light from the middle, m². */
    const spreadBy = (pupilRadius: number): number => {
      const seen = { ...view, fieldWidth: field, fieldHeight: field, spread: 0, pupilRadius }
      const film = picture(scene(bodies, [light], { view: seen }), 300, wide, wide)
      let [n, far] = [0, 0]
      for (let y = 0; y < wide; y++)
        for (let x = 0; x < wide; x++) {
          const v = film.at(x, y)[0]
          n += v
          far += v * (((x + 0.5) / wide - 0.5) ** 2 + ((y + 0.5) / wide - 0.5) ** 2) * field * field
        }
      return far / n
    }
    const spread = spreadBy(view.pupilRadius) - spreadBy(0)
    // Mean square distance from the middle of an even disc is R² / 2.
    expect((2 * Math.sqrt(2 * spread)) / there).toBeGreaterThan(0.97)
    expect((2 * Math.sqrt(2 * spread)) / there).toBeLessThan(1.03)
  }
})

test('the room adds its own light, over the whole of the open time', () => {
  const setup = withChanges(newSetup('toss'), [
    { path: 'picture.ambientEv', value: 8 },
    { path: 'scene.ground.reflectance', value: 0.18 },
  ])
  const whole = plan(setup)
  const film = picture(sceneOf(whole, { only: [], room: true }), 3, 30, 20)
  expect(stopsOf(film.at(1, 1))).toBeCloseTo(whole.exposure.ambient, 4)
})

test('Fresnel: 4 % head on, all of it past the critical angle, a twentieth of glass at 45°', () => {
  expect(fresnel(1, 1 / 1.5)).toBeCloseTo(0.04, 12)
  expect(fresnel(0.5, 1.5)).toBe(1)
  expect(fresnel(Math.SQRT1_2, 1 / 1.5)).toBeCloseTo(0.0502, 3)
  expect(fresnel(0, 1 / 1.5)).toBeCloseTo(1, 12)
})

test('a clear ball turns what is behind it upside down', () => {
  const bodies = new Bodies()
  bodies.sphere([0, 0, 0], 0.05, clear([1, 1, 1], 1.5))
  bodies.plate([0, 0.2, -0.4], [0.5, 0, 0], [0, 0.2, 0], grey(0.8))
  const lights = [lamp([0, 0.3, 0.1], [0, 0.2, -0.4], 1, { lobe: 2 })]
  const film = picture(scene(bodies, lights), 40, 21, 21)
  expect(film.at(10, 13)[0]).toBeGreaterThan(4 * film.at(10, 7)[0])
})

test('the same seed gives the same picture, and another grain of it', () => {
  const of = sceneOf(plan(newSetup('drop')))
  const [a, b, c] = [new Film(of, 24, 16, 1), new Film(of, 24, 16, 1), new Film(of, 24, 16, 2)]
  a.pass()
  // Row by row it comes to the same.
  while (!b.rows(5));
  c.pass()
  expect(a.sums).toEqual(b.sums)
  expect(a.sums).not.toEqual(c.sums)
  expect(toneMapped(a)).toEqual(toneMapped(b))
})

test('the tone curve: black at none, middle at a grey card, white without end', () => {
  expect(shown(0)).toBe(0)
  expect(shown(0.18)).toBe(136)
  expect(shown(100)).toBe(255)
  expect(stopsOf([0.18, 0.18, 0.18])).toBeCloseTo(0, 12)
  expect(stopsOf([0.36, 0.36, 0.36])).toBeCloseTo(1, 12)
  expect(stopsOf([0, 0, 0])).toBe(-Infinity)
})

test('false colour: a grey card exposed correctly is grey', () => {
  const bodies = new Bodies()
  bodies.plate([0, 0, 0], [0.2, 0, 0], [0, 0.2, 0], grey(0.18))
  const at = (level: number): number[] => [
    ...toneMapped(picture(scene(bodies, [lamp([0, 0, 1], [0, 0, 0], level)]), 2), true).slice(160, 163),
  ]
  expect(at(1)).toEqual([150, 150, 150])
  expect(at(3)).toEqual([224, 128, 50])
  expect(at(2 ** -5)).toEqual([38, 34, 92])
})

test.each(['balloon', 'projectile', 'pour', 'drop', 'throw', 'powder', 'toss', 'grains'] as const)(
  '%s: early and late takes look different in kind, and nothing in them is no number',
  recipe => {
    const setup = newSetup(recipe)
    const whole = plan(setup)
    const late = { ...whole, timing: { ...whole.timing, captured: whole.timing.captured! * 1.6 } }
    const [a, b] = [picture(sceneOf(whole), 2, 48, 32), picture(sceneOf(late), 2, 48, 32)]
    expect([...a.sums, ...b.sums].every(v => Number.isFinite(v) && v >= 0)).toBe(true)
    expect(Math.max(...a.sums)).toBeGreaterThan(0.02)
    let differs = 0
    for (let i = 0; i < a.sums.length; i++) if (Math.abs(a.sums[i]! - b.sums[i]!) > 0.02) differs++
    expect(differs).toBeGreaterThan(10)
  },
)

test('a sequence has an instant for each pop, what moves at its place there and lit by its lights', () => {
  const whole = plan(newSetup('swing'))
  const { instants } = sceneOf(whole)
  const { exposures } = whole.sequence!
  expect(instants.map(instant => instant.lamps)).toEqual(exposures.map(e => e.lights))
  instants.forEach(({ shift }, i) => {
    expect(shift.rideX).toBeCloseTo(exposures[i]!.place - exposures[0]!.place, 9)
    expect(shift.stayX).toBe(0)
  })
  const one = (only: number[]): Film => picture(sceneOf(whole, { only, room: false }), 3, 60, 40)
  const total = (film: Film): number => film.sums.reduce((sum, v) => sum + v, 0)
  const [left, right, both] = [one([0]), one([1]), one([0, 1])].map(total) as [number, number, number]
  expect(both / (left + right)).toBeGreaterThan(0.93)
  expect(both / (left + right)).toBeLessThan(1.07)
})

/** Middle of the light of a film, shares of its width and height; its whole light. */
function lightOf(film: Film): { x: number; y: number; whole: number } {
  let [x, y, whole] = [0, 0, 0]
  for (let j = 0; j < film.height; j++)
    for (let i = 0; i < film.width; i++) {
      const v = film.at(i, j)[1]
      whole += v
      x += (v * (i + 0.5)) / film.width
      y += (v * (j + 0.5)) / film.height
    }
  return { x: x / whole, y: y / whole, whole }
}
const dark = (setup: Setup): Setup => withChanges(setup, [{ path: 'scene.ground.reflectance', value: 0 }])
const frame = (setup: Setup, options = {}): Film => picture(sceneOf(plan(setup), options), 6, 96, 64)

test('the object moves through the frame with the delay', () => {
  const fall = dark(withChanges(newSetup('toss'), [{ path: 'moment.reference', value: 'travel' }]))
  const at = (later: number): number => {
    const whole = plan(fall)
    const captured = whole.timing.captured! + later
    return lightOf(picture(sceneOf({ ...whole, timing: { ...whole.timing, captured } }), 8, 96, 64)).y
  }
  const { alongSpeed, optics } = plan(fall)
  // It climbs, and y runs down.
  expect(at(0) - at(0.004)).toBeCloseTo((alongSpeed * 0.004) / optics.fieldHeight, 2)
})

test('before the light a replay shows the scene dim, as it is by then; after it the frame as recorded', () => {
  const setup = dark(newSetup('toss'))
  const captured = plan(setup).timing.captured!
  const recorded = lightOf(frame(setup))
  const before = lightOf(frame(setup, { instant: captured * 0.9 }))
  expect(Math.log2(before.whole / recorded.whole)).toBeLessThan(-2.5)
  expect(before.y).toBeGreaterThan(recorded.y)
  expect(frame(setup, { instant: captured * 1.01 }).sums).toEqual(frame(setup).sums)
})

test('what never happens leaves the frame without its object', () => {
  const never = dark(
    withChanges(newSetup('toss'), [
      { path: 'moment.reference', value: 'travel' },
      { path: 'moment.offset', value: 5 },
    ]),
  )
  expect(frame(never, { room: false }).sums.every(v => v === 0)).toBe(true)
})

test('a light alone adds up with the others to the whole', () => {
  const setup = newSetup('grains')
  const total = (only?: number[]): number => lightOf(frame(setup, only ? { only, room: false } : { room: false })).whole
  expect((total([0]) + total([1])) / total()).toBeCloseTo(1, 1)
})
