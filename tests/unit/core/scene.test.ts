import {
  RECIPES,
  type Setup,
  aimSpot,
  assess,
  completeSetup,
  find,
  newSetup,
  plan,
  resultsOf,
  sensitivitiesOf,
  withChanges,
} from '~~/core'
import { sceneFigures } from '~~/core/light/figures'
import { levelAt } from '~~/core/light/level'
import { firedAfter, followedChain, jitterOf } from '~~/core/light/firing'
import { lampsOf } from '~~/core/light/lamps'
import { type Vector, dot, squareTo } from '~~/core/light/lamp'
import { reflectionsOf } from '~~/core/light/mirror'
import { cardPlace, lightPlace, stageOf } from '~~/core/light/place'
import { exposesFront, roleByPlace } from '~~/core/setup/role'
import { Film, sceneOf, stopsOf } from '~~/core/render'
import { Bodies } from '~~/core/render/bodies'
import { cardsOf } from '~~/core/render/cards'
import { grey } from '~~/core/render/material'
import { Geometry } from '~~/core/render/world'
import { dialCardText } from '~~/shared/text/dialCard'
import { figure, inWords, stepOf } from '../../support/figures'

const make = (recipe: Parameters<typeof newSetup>[0], values: Record<string, string | number | boolean>): Setup =>
  withChanges(
    newSetup(recipe),
    Object.entries(values).map(([path, value]) => ({ path, value })),
  )
const finding = (setup: Setup, id: string) => inWords(plan(setup).findings.find(one => one.id === id))
const fixed = (setup: Setup, id: string, index = 0) =>
  finding(withChanges(setup, finding(setup, id)!.fixes[index]!.changes), id)

/** A white ground lit from both sides, before which something is poured. */
function whiteBackground(change: Record<string, string | number> = {}): Setup {
  const start = make('pour', { 'scene.ground.reflectance': 0.85, 'scene.ground.distance': 1 })
  const key = start.flashes[0]!
  const light = (name: string, angle: number) => ({
    ...key,
    name,
    role: 'ground' as const,
    units: 2,
    power: 1 / 4,
    distance: 1.2,
    angle: 0,
    elevation: angle,
  })
  // What pours runs down the table plan: aside is out of its plane.
  const setup = { ...start, flashes: [key, light('Left', -1), light('Right', 1)] }
  return withChanges(
    setup,
    Object.entries(change).map(([path, value]) => ({ path, value })),
  )
}

describe('files of version 1', () => {
  test.each(RECIPES)('%s opens with the same exposures', recipe => {
    const now = newSetup(recipe)
    const { scene: _, ...rest } = now
    const old = {
      ...rest,
      version: 1,
      flashes: now.flashes.map(flash => {
        const {
          role: _r,
          head: _h,
          headWidth: _w,
          headHeight: _t,
          beamAngle: _b,
          fired: _f,
          follows: _o,
          ...was
        } = flash
        return was
      }),
    }
    const opened = completeSetup(JSON.parse(JSON.stringify(old))) as Setup
    expect(opened.version).toBe(2)
    expect(opened.flashes.map(f => [f.role, f.fired])).toEqual(now.flashes.map(f => [f.role, 'link']))
    expect(plan(opened).exposure).toEqual(plan(now).exposure)
    expect(plan(opened).timing).toEqual(plan(now).timing)
  })
  test('what stands behind the subject was never counted: it is a rim', () => {
    expect(roleByPlace({ angle: 1.2, elevation: 0 })).toBe('rim')
    expect(roleByPlace({ angle: 0.19, elevation: 0 })).toBe('key')
    expect(roleByPlace({ angle: 1.2, elevation: 1.5 })).toBe('key')
    expect(exposesFront({ role: 'fill', angle: -1, elevation: 0 })).toBe(true)
    expect(exposesFront({ role: 'ground', angle: -1, elevation: 0 })).toBe(false)
    expect(exposesFront({ role: 'key', angle: 1, elevation: 0 })).toBe(false)
  })
})

describe('what fires a light', () => {
  const rig = (values: Record<string, string | number>) => plan(make('projectile', values)).known
  test('the set-up’s link, a cable or radio of its own, the shoe', () => {
    const radio = rig({ 'link.kind': 'radio' })
    expect(firedAfter(radio, radio.flashes[0]!)).toBeCloseTo(500e-6, 9)
    const own = rig({ 'flashes[1].fired': 'radio' })
    expect(firedAfter(own, own.flashes[1]!)).toBeCloseTo(500e-6, 9)
    expect(jitterOf(own, own.flashes[1]!)).toBeCloseTo(Math.hypot(8e-6, 50e-6), 12)
    expect(jitterOf(own, own.flashes[0]!)).toBeCloseTo(8e-6, 12)
    const shoe = rig({ 'link.kind': 'radio', 'flashes[0].fired': 'shoe' })
    expect(firedAfter(shoe, shoe.flashes[0]!)).toBe(0)
  })
  test('a slave waits for the light it sees, and for its own delay; one that follows a slave for both', () => {
    const base = make('projectile', { 'flashes[1].fired': 'slave', 'flashes[1].follows': 0 })
    const third = { ...base.flashes[1]!, follows: 1, slaveDelay: 25e-6 }
    const { known } = plan({ ...base, flashes: [...base.flashes, third] })
    expect(firedAfter(known, known.flashes[1]!)).toBeCloseTo(5e-6 + 90e-6 + 40e-6, 12)
    expect(firedAfter(known, known.flashes[2]!)).toBeCloseTo(5e-6 + 90e-6 + 40e-6 + 90e-6 + 25e-6, 12)
    expect(jitterOf(known, known.flashes[2]!)).toBeCloseTo(8e-6 * Math.sqrt(3), 12)
    // Its light is that much later in the picture, and the middle of all the light with it.
    const [key, rim] = lampsOf(plan(base))
    expect(rim!.peak - key!.peak).toBeCloseTo(130e-6, 9)
  })
  test('a ring, itself, and one that is gone are told, and a fix ends it', () => {
    for (const follows of [1, 9]) {
      const setup = make('projectile', { 'flashes[1].fired': 'slave', 'flashes[1].follows': follows })
      expect(finding(setup, 'follows-nothing')?.title).toBe('Rim will not fire: its slave follows no light that does')
      // A slave's light comes 130 µs later: the ball is drawn twice.
      const offered = finding(setup, 'follows-nothing')!.fixes.find(
        fix => String(fix.label) === 'Set its slave to follow Key',
      )
      expect(offered?.raises).toEqual(['blur'])
      expect(fixed(setup, 'follows-nothing')).toBeUndefined()
      expect(fixed(setup, 'follows-nothing', 1)).toBeUndefined()
    }
    const ring = make('projectile', {
      'flashes[0].fired': 'slave',
      'flashes[0].follows': 1,
      'flashes[1].fired': 'slave',
      'flashes[1].follows': 0,
    })
    expect(followedChain(ring, ring.flashes[0]!).ring).toBe(true)
    expect(finding(ring, 'follows-nothing')).toBeDefined()
    expect(Number.isFinite(plan(ring).timing.wanted)).toBe(true)
  })
  test('a light in the hot shoe fires too early, as the shutter opens', () => {
    const setup = make('projectile', { 'flashes[1].fired': 'shoe' })
    expect(finding(setup, 'shoe-too-soon')).toMatchObject({
      severity: 'error',
      title: 'Rim fires too early, as the shutter opens',
    })
    expect(fixed(setup, 'shoe-too-soon')).toBeUndefined()
    expect(finding(withChanges(setup, [{ path: 'method', value: 'sync-shutter' }]), 'shoe-too-soon')).toBeUndefined()
  })
})

describe('a slave that cannot see the light it follows', () => {
  const following = (change: Record<string, string | number> = {}): Setup =>
    make('projectile', { 'flashes[1].fired': 'slave', 'flashes[1].follows': 0, ...change })
  const told = (setup: Setup) => finding(setup, 'slave-blind')
  const standing = (card: Partial<Setup['scene']['cards'][number]>): Setup => {
    const setup = following()
    const [key, rim] = setup.flashes.map(flash => lightPlace(stageOf(setup), flash))
    // Half-way between them, square to the way: x along the travel, z towards the camera.
    const [along, across] = [(key![0] + rim![0]) / 2, -(key![2] + rim![2]) / 2]
    const turn = Math.atan2(rim![0] - key![0], rim![2] - key![2])
    const flag = { name: 'Flag', kind: 'black' as const, along, across, out: 0, width: 0.3, height: 0.3, turn, tilt: 0 }
    return { ...setup, scene: { ...setup.scene, cards: [{ ...flag, ...card }] } }
  }

  test('sees it over the table, not through a flag, and over one that is low', () => {
    expect(told(following())).toBeUndefined()
    expect(told(standing({ out: 0.4 }))).toBeUndefined()
    const blind = told(standing({}))!
    expect(blind).toMatchObject({ severity: 'warning', title: 'Rim does not see Key' })
    expect(blind.reason).toContain('is in the way')
    expect(blind.fixes.map(fix => fix.label)).toEqual(['Trigger it over the link'])
    expect(fixed(standing({}), 'slave-blind')).toBeUndefined()
  })
  test('not through the ground, and another light that it sees is offered', () => {
    const behind = following({ 'flashes[1].distance': 3, 'flashes[1].angle': Math.PI / 2 })
    expect(told(behind)!.reason).toContain('the background')
    const third = { ...behind.flashes[0]!, name: 'Ground light', angle: Math.PI / 2, distance: 2.5 }
    const more = { ...behind, flashes: [...behind.flashes, third] }
    expect(told(more)!.fixes[0]!.label).toBe('Set its slave to follow Ground light, which it sees')
    expect(fixed(more, 'slave-blind', 0)).toBeUndefined()
  })
  test('not a light that faces away from it while it looks away itself', () => {
    // Side by side between the other and the subject, each aimed outwards.
    const apart = following({
      'flashes[0].angle': 0,
      'flashes[1].angle': Math.PI,
      'flashes[0].distance': 1,
      'flashes[1].distance': 1,
      'flashes[0].aimAlong': 9,
      'flashes[1].aimAlong': -9,
    })
    expect(told(apart)!.reason).toContain('face away')
    const looking = withChanges(apart, [{ path: 'flashes[1].aimAlong', value: 0 }])
    expect(told(looking)).toBeUndefined()
  })
  test('somebody who performs stands in the way of a light behind them', () => {
    const swing = newSetup('swing')
    const [first] = swing.flashes
    const pair = (angle: number): Setup => ({
      ...swing,
      flashes: [
        { ...first!, name: 'Front', angle: -Math.PI / 2, distance: 3, elevation: 0, fired: 'link' },
        { ...first!, name: 'Back', role: 'rim', angle, distance: 1.2, elevation: 0, fired: 'slave', follows: 0 },
      ],
      scene: { ...swing.scene, ground: { ...swing.scene.ground, distance: 6 } },
    })
    expect(told(pair(Math.PI / 2))!.title).toBe('Back does not see Front')
    expect(told(pair(0.3))).toBeUndefined()
  })
})

test('lights stand where the table plan has them: aside, towards the camera, and out of it', () => {
  const flight = newSetup('projectile')
  const at = lightPlace(stageOf(flight), { distance: 2, angle: -Math.PI / 2, elevation: 0 })
  expect(at.map(v => Number(v.toFixed(9)))).toEqual([0, 0, 2])
  const above = lightPlace(stageOf(flight), { distance: 2, angle: 0, elevation: Math.PI / 2 })
  expect(above[1]).toBeCloseTo(2, 9)
  const fall = newSetup('pour')
  const along = lightPlace(stageOf(fall), { distance: 1, angle: 0, elevation: 0 })
  expect(along[1]).toBeCloseTo(-1, 6)
  expect(lightPlace(stageOf(fall), { distance: 1, angle: 0, elevation: Math.PI / 2 })[0]).toBeCloseTo(1, 9)
})

test('figures of a light: facing it, towards the camera, at the edge, on the ground', () => {
  const setup = make('projectile', { 'flashes[0].angle': -Math.PI / 3, 'flashes[0].units': 1 })
  const a = plan({ ...setup, flashes: setup.flashes.slice(0, 1) })
  const [light] = sceneFigures(a).lights
  expect(light!.facing).toBeCloseTo(a.exposure.flash!, 1)
  // 30° off the camera's axis: its cosine; 60° off the edge's; a face so near by its parts, a hair otherwise.
  expect(light!.front! - light!.facing).toBeCloseTo(Math.log2(Math.cos(Math.PI / 6)), 2)
  expect(light!.edge! - light!.facing).toBeCloseTo(Math.log2(Math.cos(Math.PI / 3)), 2)
  const d = setup.flashes[0]!.distance
  expect(light!.fallOff).toBeCloseTo(2 * Math.log2((d + 0.024) / (d - 0.024)), 1)
  const behind = sceneFigures(plan(newSetup('projectile'))).lights[1]!
  expect(behind.role).toBe('rim')
  expect(behind.front).toBeNull()
  expect(behind.edge).toBeGreaterThan(-2)
})

test('the ground is as bright in the computed picture as its figure says', () => {
  const a = plan(whiteBackground())
  const { background } = sceneFigures(a)
  expect(background.fills).toBe(true)
  const of = sceneOf(a, { room: false })
  const film = new Film({ ...of, bounces: false, cards: [] }, 30, 20)
  for (let i = 0; i < 40; i++) film.pass()
  const corner = stopsOf(film.at(1, 1))
  expect(corner).toBeGreaterThan(background.darkest! - 0.15)
  expect(corner).toBeLessThan(background.brightest! + 0.15)
  const lamps = lampsOf(a)
  const [x, y, z] = [0.45, 0.4, -1] as const
  const byHand = lamps.reduce((sum, lamp) => sum + levelAt(lamp, [x, y, z], [0, 0, 1]), 0)
  expect(byHand).toBeGreaterThan(0)
})

describe('the ground', () => {
  test('uneven from one side, even from two farther off', () => {
    const both = whiteBackground()
    const one = { ...both, flashes: both.flashes.slice(0, 2) }
    const uneven = finding(one, 'ground-uneven')!
    expect(uneven.severity).toBe('warning')
    expect(figure(uneven.figures.evenness).value).toBeGreaterThan(sceneFigures(plan(both)).background.evenness! + 0.2)
    expect(
      sceneFigures(
        plan(
          withChanges(both, [
            { path: 'flashes[0].lossStops', value: 9 },
            { path: 'flashes[1].distance', value: 5 },
            { path: 'flashes[2].distance', value: 5 },
          ]),
        ),
      ).background.evenness!,
    ).toBeLessThan(0.353)
  })
  test('a white ground that gets little is grey, and more light makes it white', () => {
    const dim = whiteBackground({ 'flashes[1].power': 1 / 64, 'flashes[2].power': 1 / 64 })
    const grey = finding(dim, 'ground-grey')!
    expect(grey.title).toBe('The white background comes out grey: {darkest}')
    expect(figure(grey.figures.darkest).value).toBeLessThan(1.5)
    expect(grey.fixes[0]!.label).toBe('Turn the background lights up to {power}')
    expect(figure(grey.fixes[0]!.figures.power).value).toBeCloseTo(1 / 8, 9)
    expect(fixed(dim, 'ground-grey')).toBeUndefined()
  })
  test('a black ground close behind shows its spill; farther back, or of velvet, it does not', () => {
    const near = make('projectile', { 'scene.ground.distance': 0.1, 'scene.ground.reflectance': 0.05 })
    const spill = finding(near, 'ground-spill')!
    expect(figure(spill.figures.brightest).value).toBeGreaterThan(-4)
    expect(spill.fixes[0]!.label).toBe('Move the background back to {distance}')
    expect(figure(spill.fixes[0]!.figures.distance).value).toBeGreaterThan(0.1)
    for (let fix = 0; fix < spill.fixes.length; fix++) expect(fixed(near, 'ground-spill', fix)).toBeUndefined()
    for (const recipe of RECIPES) expect(finding(newSetup(recipe), 'ground-spill')).toBeUndefined()
  })
})

test('a key behind the subject is told, and either fix mends it', () => {
  const setup = make('projectile', { 'flashes[0].angle': 1.8 })
  const told = finding(setup, 'key-behind')!
  expect(told.title).toBe('Key is behind the subject and does not count in the exposure')
  expect(fixed(setup, 'key-behind', 0)).toBeUndefined()
  expect(fixed(setup, 'key-behind', 1)).toBeUndefined()
  expect(withChanges(setup, told.fixes[1]!.changes).flashes[0]!.angle).toBeCloseTo(-1.8, 5)
})

describe('reflections', () => {
  const glass = (turnOff: number): Setup => {
    const start = newSetup('pour')
    const wide = { headWidth: 0.6, headHeight: 0.6, head: 'softbox' as const, beamAngle: 2.09 }
    // Out of the plane of the table plan, which is to the right of what pours.
    return {
      ...start,
      flashes: [{ ...start.flashes[0]!, ...wide, angle: -Math.PI / 2, elevation: turnOff, distance: 0.8 }],
    }
  }
  test('a softbox beside the camera is seen in a glass, half way round to it', () => {
    const seen = reflectionsOf(plan(glass(0.9)))
    expect(seen).toHaveLength(1)
    // Mirror law: the normal lies half way between camera and light, within the width of its face.
    expect(seen[0]!.at).toBeGreaterThan(0.1)
    expect(seen[0]!.at).toBeLessThan(0.5)
    expect(finding(glass(0.9), 'reflection-shows')!.title).toBe('Key will show in the glass')
  })
  test('a card beside what pours faces as its tilt says, for the picture and for the glass alike', () => {
    const start = newSetup('pour')
    const card = { name: 'Card', kind: 'white' as const, along: 0, across: -0.3, out: 0.3, width: 0.2, height: 0.2 }
    const setup = { ...start, scene: { ...start.scene, cards: [{ ...card, turn: Math.PI, tilt: -Math.PI / 4 }] } }
    const { normal, centre } = cardPlace(stageOf(setup), setup.scene.cards[0]!)
    const half = Math.SQRT1_2
    ;[-half, 0, -half].forEach((value, k) => expect(normal[k]).toBeCloseTo(value, 12))
    ;[0.3, centre[1], 0.3].forEach((value, k) => expect(centre[k]).toBeCloseTo(value, 12))
    const [seen] = reflectionsOf(plan(setup))
    expect(seen).toMatchObject({ path: 'scene.cards[0].turn', name: 'Card' })
    // Half way round to a card that stands at 45°.
    expect(seen!.at).toBeGreaterThan(0.15)
    expect(seen!.at).toBeLessThan(0.6)
  })
  test('what a glass shows is stood, turned or moved out of it, all of it in one fix', () => {
    const card = { name: 'Card', kind: 'white' as const, along: 0, across: -0.3, out: 0.3, width: 0.2, height: 0.2 }
    const tilted = { ...card, turn: Math.PI, tilt: -Math.PI / 4 }
    const light = glass(0.9)
    const both = { ...light, scene: { ...light.scene, cards: [tilted] } }
    const fixes = finding(both, 'reflection-shows')!.fixes
    expect(fixes.map(fix => fix.label)).toEqual(['Move Key to {to}, move Card {by} back'])
    expect([0, 1].map(step => stepOf(fixes[0]!, step))).toEqual([
      { value: -0.7854, quantity: 'angle' },
      { value: 0.5, quantity: 'length', unit: 'm' },
    ])
    expect(reflectionsOf(plan(withChanges(both, fixes[0]!.changes)))).toEqual([])
    // The least that does: a step less shows it still.
    const less = fixes[0]!.changes.map(change => ({
      ...change,
      value: Number(change.value) + (change.path.endsWith('across') ? -0.05 : -Math.PI / 36),
    }))
    expect(reflectionsOf(plan(withChanges(both, less))).map(face => face.name)).toEqual(['Key', 'Card'])
    // A card that looks past the glass can be turned as well.
    const past = { ...card, along: 0.1, out: 0.2, across: -0.4, turn: 0, tilt: -0.7 }
    const beside = newSetup('pour')
    const turned = finding({ ...beside, scene: { ...beside.scene, cards: [past] } }, 'reflection-shows')!
    expect(turned.fixes.map(fix => fix.label)).toEqual(['Turn Card to {to}', 'Move Card {by} back'])
    expect(figure(stepOf(turned.fixes[0]!, 0)).value).toBeCloseTo(-0.87266, 5)
    expect(figure(stepOf(turned.fixes[1]!, 0)).value).toBeCloseTo(0.2, 9)
  })
  test('small heads are the highlight, and what is no glass shows nothing', () => {
    expect(reflectionsOf(plan(newSetup('pour')))).toEqual([])
    const wide = { headWidth: 0.6, headHeight: 0.6 }
    const cracker = newSetup('projectile')
    expect(reflectionsOf(plan({ ...cracker, flashes: cracker.flashes.map(f => ({ ...f, ...wide })) }))).toEqual([])
  })
})

describe('a card in the way of a light', () => {
  const run = newSetup('run')
  const card = { name: 'Card', kind: 'white' as const, along: 1.75, across: -0.875, out: 0, width: 1, height: 1.5 }
  const withCard = (changed: object): Setup => ({
    ...run,
    scene: { ...run.scene, cards: [{ ...card, turn: -2.03, tilt: 0, ...changed }] },
  })
  const told = (setup: Setup) => finding(setup, 'light-blocked')

  test('is told with the least way out of it, and its light is gone from the exposure', () => {
    const setup = withCard({})
    const [along, across] = told(setup)!.fixes
    expect([told(setup)!.title, told(setup)!.severity]).toEqual(['Card blocks Front completely', 'warning'])
    expect([along!.label, across!.label]).toEqual([
      'Move Card {by} along the path, out of the way of Front',
      'Move Card {by} back, out of the way of Front',
    ])
    expect(figure(stepOf(along!, 0)).value).toBeCloseTo(0.45, 9)
    expect(across!.changes).toEqual([{ path: 'scene.cards[0].across', value: -0.575 }])
    for (const fix of [along!, across!]) expect(told(withChanges(setup, fix.changes))).toBeUndefined()
    expect(told(withCard({ across: -0.625 }))).toBeDefined()
    const front = (s: Setup): number | null => sceneFigures(plan(s)).lights[2]!.front
    expect(plan(setup).exposure.flash!).toBeLessThan(plan(withChanges(setup, along!.changes)).exposure.flash! - 3)
    expect(front(withChanges(setup, along!.changes))! - (front(setup) ?? -20)).toBeGreaterThan(3)
  })
  test('before a light that draws the edge it is a note; a large head loses a part of its light', () => {
    // Backlight left stands at 2.96 m before the subject and 1.22 m behind it.
    const rim = told(withCard({ along: -1.5, across: 0.62, turn: 1.18 }))!
    expect([rim.severity, rim.title]).toEqual(['note', 'Card blocks Backlight left completely'])
    const soft = withChanges(withCard({ across: -0.65 }), [
      { path: 'flashes[2].head', value: 'softbox' },
      { path: 'flashes[2].headWidth', value: 1.2 },
      { path: 'flashes[2].headHeight', value: 1.2 },
    ])
    expect(told(soft)!.title).toBe('Card takes {lost} of Front')
    expect(figure(told(soft)!.figures.lost).value).toBeLessThan(-1 / 3)
    expect(figure(told(soft)!.figures.lost).value).toBeGreaterThan(-5)
  })
  test('of several the worst is told, and all are moved out of the way', () => {
    const setup = withCard({})
    const second = {
      ...setup.scene.cards[0]!,
      name: 'Flag',
      kind: 'black' as const,
      along: -1.5,
      across: 0.62,
      turn: 1.18,
    }
    for (const cards of [
      [setup.scene.cards[0]!, second],
      [second, setup.scene.cards[0]!],
    ]) {
      // The rim has a face so large that a part of it looks past the flag.
      const both = withChanges({ ...setup, scene: { ...setup.scene, cards } }, [
        { path: 'flashes[0].head', value: 'softbox' },
        { path: 'flashes[0].headWidth', value: 3 },
        { path: 'flashes[0].headHeight', value: 3 },
      ])
      const { title, paths, fixes } = told(both)!
      expect(title).toBe('Card blocks Front completely')
      expect(paths).toEqual([`scene.cards[${cards.indexOf(setup.scene.cards[0]!)}].along`])
      expect(fixes[0]!.label).toBe(
        'Move Card {by} back, out of the way of Front, ' +
          'move Flag {by} towards the camera, out of the way of Backlight left',
      )
      expect(told(withChanges(both, fixes[0]!.changes))).toBeUndefined()
      expect(told(withChanges(both, [fixes[0]!.changes[0]!]))!.title).toBe('Flag takes {lost} of Backlight left')
    }
  })
  test('beside its way it is none', () => {
    expect(told(withCard({ along: -1.75, across: -0.875, turn: 2.03 }))).toBeUndefined()
  })
})

describe('what stands in the picture', () => {
  const run = newSetup('run')
  // Frame of 3.56 m at 5 m: 1.78 m to either side, wider behind and narrower before it.
  const behind = { 'flashes[0].distance': 2.4, 'flashes[0].angle': 2.5 }
  const before = { 'flashes[2].distance': 2.2, 'flashes[2].angle': -1.1 }
  const card = { name: 'Card', kind: 'white' as const, along: 0, across: 0.5, out: 0, width: 0.4, height: 0.4 }
  const withCard = (changed: object): Setup => ({
    ...run,
    scene: { ...run.scene, cards: [{ ...card, turn: 0, tilt: 0, ...changed }] },
  })
  const told = (setup: Setup) => finding(setup, 'in-frame')

  test('no recipe begins with a light in its picture', () => {
    for (const recipe of RECIPES) expect(told(newSetup(recipe))).toBeUndefined()
  })
  test('a head is stood round the subject or moved back, no farther than it must', () => {
    const setup = make('run', behind)
    const [round, back] = told(setup)!.fixes
    expect(told(setup)!.title).toBe('Backlight left in shot')
    expect([round!.label, back!.label]).toEqual([
      'Move Backlight left to {to}',
      'Move Backlight left back to {distance}, at {power}',
    ])
    // 12° of 2° each; and a stop of power with √2 of the distance, by thirds of it.
    expect(figure(stepOf(round!, 0)).value).toBeCloseTo(2.5 + 6 * (Math.PI / 90), 4)
    expect(figure(back!.figures.distance).value).toBe(3.39)
    expect(figure(back!.figures.power).value).toBeCloseTo(1 / 8, 9)
    for (const fix of [round!, back!]) expect(told(withChanges(setup, fix.changes))).toBeUndefined()
    expect(told(make('run', { ...behind, 'flashes[0].angle': 2.5 + 5 * (Math.PI / 90) }))).toBeDefined()
    expect(told(make('run', { ...behind, 'flashes[0].distance': 3.02 }))).toBeDefined()
  })
  test('several are moved out of it together', () => {
    const setup = make('run', { ...behind, ...before })
    const [round, back] = told(setup)!.fixes
    expect(told(setup)!.title).toBe('Backlight left and {others} more in shot')
    expect(told(setup)!.paths).toEqual(['flashes[0].angle', 'flashes[2].angle'])
    expect(round!.label).toBe('Move Backlight left to {to}, move Front to {to}')
    expect(figure(stepOf(round!, 1)).value).toBeCloseTo(-1.1 + 3 * (Math.PI / 90), 4)
    expect(back!.label).toBe('Move them back to {times} of their distance and raise their power to match')
    expect(back!.changes.map(change => change.path)).toEqual([
      'flashes[0].distance',
      'flashes[0].power',
      'flashes[2].distance',
      'flashes[2].power',
    ])
  })
  test.each([
    ['beside the subject', { along: 1.5 }, true],
    ['just outside of the frame', { along: 2.2 }, false],
    ['with its edge in the frame', { along: 2.15 }, true],
    ['hidden by the subject', {}, false],
    ['larger than the subject hides', { width: 2 }, true],
    ['before the subject', { across: -0.5 }, true],
    ['behind the ground', { along: 1.5, across: 3.5 }, false],
    ['beside the camera, out of its sight', { along: 0.3, across: -4.9 }, false],
    ['behind the camera', { across: -5.5 }, false],
  ])('a card %s', (_, changed, stands) => {
    expect(told(withCard(changed)) !== undefined).toBe(stands)
  })
  test('a card is moved along the travel; where that does not do, what would is said', () => {
    const fix = told(withCard({ along: 1.5 }))!.fixes[0]!
    expect(fix.label).toBe('Move Card {by} along the path')
    expect(figure(stepOf(fix, 0)).value).toBeCloseTo(0.7, 9)
    const wide = told(withCard({ width: 2 }))!
    expect([wide.fixes, wide.outOfReach]).toEqual([[], 'Move it farther out, or frame tighter.'])
  })
})

test('a soft head near by exposes less than a point of its guide number, by the size of its face', () => {
  const bare = make('projectile', {
    'flashes[0].headWidth': 0.5,
    'flashes[0].headHeight': 0.5,
    'flashes[0].beamAngle': (2 * Math.PI) / 3,
  })
  const soft = withChanges(bare, [{ path: 'flashes[0].head', value: 'softbox' }])
  const d2 = bare.flashes[0]!.distance ** 2
  const share = d2 / (d2 + 0.25 / Math.PI)
  expect(plan(soft).exposure.flash! - plan(bare).exposure.flash!).toBeCloseTo(Math.log2(share), 9)
})

test('a light very near is told, and farther off at more power it is not', () => {
  const setup = make('balloon', { 'flashes[0].distance': 0.25, 'flashes[0].power': 1 / 128, 'picture.iso': 100 })
  const near = finding(setup, 'light-too-near')!
  expect(near.title).toBe('{fallOff} of fall-off across the subject: Key is very close')
  expect(figure(near.figures.fallOff).value).toBeGreaterThan(1.5)
  expect(fixed(setup, 'light-too-near')).toBeUndefined()
  for (const recipe of RECIPES) expect(finding(newSetup(recipe), 'light-too-near')).toBeUndefined()
})

test('lights aim at the subject, also where its travel is turned out of the plane of focus', () => {
  const a = plan(make('drop', { 'picture.angleToSensor': 0.7, 'subject.depth': 0.08 }))
  const stage = stageOf(a.setup)
  const [x, y, z] = stage.at(stage.middle)
  expect(Math.hypot(x, z)).toBeGreaterThan(0)
  for (const [i, lamp] of lampsOf(a).entries()) {
    const { distance } = a.setup.flashes[i]!
    const met = lamp.aim.map((part, axis) => lamp.place[axis]! + part * distance)
    for (const [axis, part] of [x, y, z].entries()) expect(met[axis]).toBeCloseTo(part, 9)
  }
})

test('a beam so narrow that the subject gets none of it has no fall-off', () => {
  const start = make('balloon', {
    'flashes[0].role': 'ground',
    'flashes[0].beamAngle': 0.04,
    'flashes[0].distance': 0.3,
  })
  const [light] = sceneFigures(plan(start)).lights
  expect(light!.facing).toBeLessThan(-39)
  expect(light!.fallOff).toBe(0)
})

test('the other way round: how far the ground must be for −6 stops, and the rim for its edge', () => {
  const setup = make('projectile', { 'scene.ground.distance': 0.4, 'scene.ground.reflectance': 0.18 })
  const results = new Map(resultsOf(plan(setup)).map(result => [result.id, result]))
  const ground = find(setup, 'scene.ground.distance', results.get('ground')!.read, -6)
  expect(ground.answers.length).toBeGreaterThan(0)
  const there = withChanges(setup, [{ path: 'scene.ground.distance', value: ground.answers.at(-1)! }])
  expect(sceneFigures(plan(there)).background.brightest!).toBeCloseTo(-6, 5)
  const rim = find(setup, 'flashes[1].distance', results.get('rim')!.read, 1)
  const brought = withChanges(setup, [{ path: 'flashes[1].distance', value: rim.answers[0]! }])
  expect(sceneFigures(plan(brought)).lights[1]!.edge!).toBeCloseTo(1, 5)
  expect(results.get('evenness')!.value.value).toBeCloseTo(sceneFigures(plan(setup)).background.evenness!, 9)
})

test('the dial card says of each light what it is there for, where it stands and what fires it', () => {
  const setup = make('projectile', {
    'flashes[0].head': 'softbox',
    'flashes[1].fired': 'slave',
    'flashes[1].follows': 0,
    'flashes[1].elevation': 0.5,
  })
  const lines = dialCardText(plan(setup)).replaceAll('\u00a0', ' ').split('\n')
  expect(lines.find(line => line.startsWith('Position, Key'))).toMatch(/key, −69°, softbox$/)
  expect(lines.find(line => line.startsWith('Position, Rim'))).toMatch(/rim, 40°, raised 28\.5°, follows Key$/)
})

describe('a light aimed beside its subject', () => {
  const alone = (changes: Record<string, number | string>): Setup =>
    withChanges(
      { ...newSetup('projectile'), flashes: [{ ...newSetup('projectile').flashes[0]!, angle: -Math.PI / 2 }] },
      Object.entries(changes).map(([path, value]) => ({ path: `flashes[0].${path}`, value })),
    )
  const straight = assess(alone({ distance: 0.8, beamAngle: 1.2 })).exposure.flash!

  test('loses what its beam loses off its axis: half a stop short of a stop at the edge of its opening', () => {
    const edge = alone({ distance: 0.8, beamAngle: 1.2, aimAlong: 0.8 * Math.tan(0.6) })
    expect(assess(edge).exposure.flash! - straight).toBeCloseTo(-1, 9)
    const up = alone({ distance: 0.8, beamAngle: 1.2, aimOut: 0.8 * Math.tan(0.3) })
    expect(assess(up).exposure.flash! - straight).toBeCloseTo(
      (Math.log2(Math.cos(0.3)) * Math.LN2) / -Math.log(Math.cos(0.6)),
      9,
    )
    expect(assess(alone({ distance: 0.8, beamAngle: 1.2, aimAlong: -0.8 * Math.tan(0.6) })).exposure.flash).toBeCloseTo(
      assess(edge).exposure.flash!,
      9,
    )
  })
  test('gives the subject nothing where it looks away, and its figures say so', () => {
    const away = assess(alone({ distance: 0.8, beamAngle: 1.2, aimAcross: -3 }))
    expect(away.exposure.flash).toBeNull()
    expect(away.pulses.map(pulse => pulse.share)).toEqual([1])
  })
  test('the dial card says where it is aimed', () => {
    const text = (changes: Record<string, number | string>): string => dialCardText(plan(alone(changes)))
    expect(text({ aimAlong: -0.3, aimOut: 0.12 })).toContain(
      'aimed 0.3\u00a0m back along the path and 0.12\u00a0m higher',
    )
    expect(text({ aimAcross: 0.2 })).toContain('aimed 0.2\u00a0m behind')
    expect(text({})).not.toContain('aimed')
  })
  test('a ground light is aimed at the ground, and beside its middle by its own', () => {
    const { scene } = newSetup('projectile')
    const light = { ...newSetup('projectile').flashes[0]!, role: 'ground' as const, aimAlong: 0.3, aimOut: -0.1 }
    expect(aimSpot(light, scene)).toEqual({ along: 0.3, across: scene.ground.distance, out: -0.1 })
    expect(aimSpot({ ...light, role: 'key', aimAcross: 0.2 }, scene)).toEqual({ along: 0.3, across: 0.2, out: -0.1 })
  })
})

describe('cards and flags', () => {
  /** A light on the camera's side alone, a card, and a ground. */
  function carded(card: Partial<Setup['scene']['cards'][number]>, change: Record<string, number> = {}): Setup {
    const start = make('projectile', { 'scene.ground.distance': 1, 'scene.ground.reflectance': 0.18 })
    const flash = { ...start.flashes[0]!, angle: 0, distance: 2, beamAngle: 6.2, headWidth: 0.01, headHeight: 0.01 }
    const board = { name: 'Card', kind: 'white' as const, along: -0.6, across: -0.3, out: 0, width: 0.4, height: 0.5 }
    const scene = { ...start.scene, cards: [{ ...board, turn: Math.PI / 2, tilt: 0, ...card }] }
    return withChanges(
      { ...start, flashes: [flash], scene },
      Object.entries(change).map(([path, value]) => ({ path, value })),
    )
  }
  const figures = (setup: Setup) => sceneFigures(plan(setup))
  const strength = (setup: Setup): number => {
    const a = plan(setup)
    return lampsOf(a)[0]!.strength
  }

  test('a white card throws on the front what its parts get, by a sum of the test’s own', () => {
    // The light stands two metres on along the travel, the card faces it from 0.6 m before the subject.
    const setup = carded({})
    let level = 0
    const parts = 60
    const strong = strength(setup)
    for (let i = 0; i < parts; i++)
      for (let j = 0; j < parts; j++) {
        // Picture's axes: x along the travel, y up, z towards the camera.
        const [x, y, z] = [-0.6, ((j + 0.5) / parts - 0.5) * 0.5, 0.3 + ((i + 0.5) / parts - 0.5) * 0.4]
        const toLight = Math.hypot(2 - x, y, z)
        const lit = (strong / toLight ** 2) * ((2 - x) / toLight)
        const toSubject = Math.hypot(x, y, z)
        const [facing, leaving] = [z / toSubject, -x / toSubject]
        level += (lit * 0.88 * 0.2 * facing * leaving) / (Math.PI * toSubject ** 2 * parts ** 2)
      }
    const { lights, cards } = figures(setup)
    expect(cards[0]!.front!).toBeCloseTo(Math.log2(level), 2)
    // The light itself stands beside: all that faces the camera gets comes off the card.
    expect(lights[0]!.front!).toBeCloseTo(cards[0]!.front!, 9)
    expect(cards[0]!.background!).toBeLessThan(cards[0]!.front! - 1)
    expect(figures(carded({ kind: 'black' })).lights[0]!.front).toBeNull()
  }, 30_000)

  test('it throws from the side that is lit, whichever way it was turned', () => {
    const turned = figures(carded({ turn: -Math.PI / 2 }))
    expect(turned.cards[0]!.front!).toBeCloseTo(figures(carded({})).cards[0]!.front!, 6)
  })

  test('a silver card mirrors the light: as far off as the way by it, 0.85 of it, and only where it shows it', () => {
    // Half-way between the light's mirror image and the subject, 45° to both.
    const setup = carded({ kind: 'silver', along: 0, across: -1, turn: (Math.PI * 3) / 4, width: 0.6, height: 0.6 })
    const aside = withChanges(setup, [{ path: 'scene.cards[0].turn', value: 0 }])
    expect(figures(aside).cards[0]!.front).toBeNull()
    const mirrored = withChanges(setup, [
      { path: 'scene.cards[0].turn', value: Math.atan2(2, -1 - Math.sqrt(5)) },
      { path: 'flashes[0].distance', value: 2 },
    ])
    // Card at (0, 0, 1), light at (2, 0, 0): the normal halves the angle between their directions.
    const way = 1 + Math.hypot(2, 1)
    const level = figures(mirrored).cards[0]!.front
    expect(level!).toBeCloseTo(Math.log2((0.85 * strength(mirrored)) / way ** 2), 6)
  })

  test('a flag takes a light off the ground and leaves the subject; half in its way, it takes part', () => {
    const lit = carded({ kind: 'black', along: 9 }, { 'flashes[0].angle': -0.5 })
    const shaded = carded(
      { kind: 'black', along: 0.88, across: 0.02, width: 0.5, height: 0.5, turn: 0.73 },
      { 'flashes[0].angle': -0.5 },
    )
    expect(figures(lit).lights[0]!.background).toBeGreaterThan(-8)
    expect(figures(shaded).lights[0]!.background).toBeNull()
    expect(figures(shaded).lights[0]!.front!).toBeCloseTo(figures(lit).lights[0]!.front!, 9)
    const large = (path: string) =>
      figures(
        withChanges(path === 'lit' ? lit : shaded, [
          { path: 'flashes[0].headWidth', value: 1.2 },
          { path: 'flashes[0].headHeight', value: 1.2 },
        ]),
      ).lights[0]!.background!
    expect(large('shaded')).toBeLessThan(large('lit') - 0.3)
    expect(large('shaded')).toBeGreaterThan(large('lit') - 6)
  })

  test('the same in the computed picture: a grey plate that faces the camera, with a card beside it', () => {
    const a = plan(carded({}, { 'flashes[0].angle': -0.4 }))
    const { lights, cards } = sceneFigures(a)
    const bodies = new Bodies()
    bodies.plate([0, 0, 0], [0.02, 0, 0], [0, 0.02, 0], grey(0.18))
    const faces = cardsOf(a.setup, stageOf(a.setup), bodies)
    const scene = {
      ...sceneOf(a, { room: false }),
      world: new Geometry(bodies, [0, 1e-2]),
      cards: faces,
      bounces: false,
    }
    const film = new Film({ ...scene, view: { ...scene.view, fieldWidth: 1e-3, fieldHeight: 1e-3 } }, 3, 3)
    for (let i = 0; i < 200; i++) film.pass()
    expect(stopsOf(film.at(1, 1))).toBeCloseTo(lights[0]!.front!, 1)
    expect(cards[0]!.front!).toBeGreaterThan(lights[0]!.front! - 5)
  })

  test('the other way round: where the card must stand for the ground to be as even as wanted', () => {
    const start = whiteBackground()
    const lit = { ...start.flashes[1]!, units: 4, power: 1 / 2, distance: 1.6, angle: 0.4, elevation: -1 }
    const card = { name: 'Card', kind: 'white' as const, along: 0, across: 0.6, out: 1, turn: 0, tilt: -0.8 }
    const cards = [{ ...card, width: 1.5, height: 1.5 }]
    const setup = { ...start, flashes: [start.flashes[0]!, lit], scene: { ...start.scene, cards } }
    const result = resultsOf(plan(setup)).find(one => one.id === 'evenness')!
    expect(inWords(result).formula).toContain('cards and flags included')
    expect(sensitivitiesOf(setup, result, 30).map(one => one.path)).toContain('scene.cards[0].out')
    const { answers } = find(setup, 'scene.cards[0].out', result.read, 1.42)
    const there = withChanges(setup, [{ path: 'scene.cards[0].out', value: answers.find(value => value > 0.7)! }])
    expect(figures(there).background.evenness!).toBeCloseTo(1.42, 5)
  })
})

test('spill is flagged where a flag can stand, or the light brought nearer and turned down', () => {
  const spilling = make('projectile', {
    'flashes[0].distance': 2,
    'flashes[0].power': 1 / 4,
    'scene.ground.distance': 1.6,
    'scene.ground.reflectance': 0.08,
  })
  const told = finding(spilling, 'ground-spill')!
  expect(told.fixes.map(fix => fix.label)).toEqual([
    'Flag Key off the background',
    'Bring Key to {distance}, at {power}',
    'Move the background back to {distance}',
    'Hang black velvet',
  ])
  for (let fix = 0; fix < 4; fix++) expect(fixed(spilling, 'ground-spill', fix)).toBeUndefined()
  const before = plan(spilling)
  const flagged = plan(withChanges(spilling, told.fixes[0]!.changes))
  expect(flagged.setup.scene.cards).toHaveLength(1)
  expect(flagged.setup.scene.cards[0]).toMatchObject({ name: 'Flag for Key', kind: 'black' })
  expect(sceneFigures(flagged).lights[0]!.front!).toBeCloseTo(sceneFigures(before).lights[0]!.front!, 1)
  expect(completeSetup(flagged.setup)).toEqual(flagged.setup)
  const nearer = plan(withChanges(spilling, told.fixes[1]!.changes))
  expect(Math.abs(nearer.exposure.flash! - before.exposure.flash!)).toBeLessThan(0.1)
  expect(nearer.setup.flashes[0]!.distance).toBeLessThan(1.9)
  // Where the subject itself stands in the way of the light no flag can: it would shade it.
  const frontal = withChanges(spilling, [
    { path: 'flashes[0].angle', value: -Math.PI / 2 },
    { path: 'subject.distance', value: 0.9 },
  ])
  expect(finding(frontal, 'ground-spill')!.fixes.map(fix => fix.label)).not.toContain('Flag Key off the background')
})

describe('places in the picture', () => {
  test('travel turned out of the plane of focus is foreshortened, and comes towards the camera', () => {
    const setup = withChanges(newSetup('projectile'), [{ path: 'picture.angleToSensor', value: 0.5 }])
    const stage = stageOf(setup)
    const [x, y, z] = stage.at(stage.centre + 0.3, 0.02)
    expect([x, y, z].map(one => Number(one.toFixed(9)))).toEqual(
      [0.3 * Math.cos(0.5), 0.02, 0.3 * Math.sin(0.5)].map(one => Number(one.toFixed(9))),
    )
  })

  test.each([
    [1.01, 1.01, true],
    [1.01, 0.99, false],
    [0.99, 1.01, false],
  ])('a ground %d as wide and %d as high as it is seen fills the picture: %s', (wide, high, fills) => {
    const { setup, optics } = plan(newSetup('pour'))
    const wider = 1 + setup.scene.ground.distance / setup.picture.distance
    const ground = { width: wide * wider * optics.fieldWidth, height: high * wider * optics.fieldHeight }
    const changes = Object.entries(ground).map(([key, value]) => ({ path: `scene.ground.${key}`, value }))
    expect(sceneFigures(plan(withChanges(setup, changes))).background.fills).toBe(fills)
  })

  test('across and up are square to where a lamp points and to each other, up upwards', () => {
    for (const way of [
      [0.6, 0.64, 0.48],
      [-0.36, -0.8, 0.48],
      [0, 0.6, -0.8],
    ] as Vector[]) {
      const { across, up } = squareTo(way)
      for (const [a, b, product] of [
        [across, across, 1],
        [up, up, 1],
        [across, up, 0],
        [across, way, 0],
        [up, way, 0],
      ] as const)
        expect(dot(a, b)).toBeCloseTo(product, 12)
      expect(up[1]).toBeGreaterThan(0)
      expect(across[1]).toBe(0)
    }
  })
})
