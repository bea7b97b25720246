import { LIGHT_EXERCISES, type Setup, exerciseById, exerciseSetup, judgeLight, withChanges } from '~~/core'

const start = (id: string): Setup => exerciseSetup(exerciseById(id)!)
const make = (setup: Setup, values: Record<string, string | number>): Setup =>
  withChanges(
    setup,
    Object.entries(values).map(([path, value]) => ({ path, value })),
  )
const unmet = (id: string, setup: Setup): string[] =>
  judgeLight(id, setup)!
    .filter(goal => !goal.met)
    .map(goal => goal.id)

/** How somebody who knows the light does each. */
const SOLVED: Record<string, (setup: Setup) => Setup> = {
  'light-white-ground': setup => {
    const [key, behind] = setup.flashes as [Setup['flashes'][number], Setup['flashes'][number]]
    const ground = { ...key, role: 'ground' as const, angle: 0, distance: 1.9, power: 1 / 2, units: 2, lossStops: 0 }
    return {
      ...setup,
      flashes: [
        key,
        behind,
        { ...ground, name: 'Left', elevation: -1.1 },
        { ...ground, name: 'Right', elevation: 1.1 },
      ],
    }
  },
  'light-rim': setup =>
    make(setup, {
      'flashes[1].angle': 1.1,
      'flashes[1].power': 1 / 2,
      'scene.ground.distance': 4,
      'scene.ground.reflectance': 0.02,
    }),
  'light-freeze': setup =>
    make(setup, {
      'flashes[0].power': 1 / 128,
      'flashes[1].power': 1 / 128,
      'picture.iso': 640,
      'picture.aperture': 16,
    }),
  'light-glass': setup =>
    make(setup, { 'scene.cards[0].across': 0.55, 'scene.cards[0].out': 0.06, 'scene.cards[0].width': 0.2 }),
  'light-black-room': setup =>
    make(setup, { 'picture.shutter': 1 / 20, 'picture.iso': 100, 'flashes[0].power': 1 / 16 }),
}

describe.each(LIGHT_EXERCISES.map(exercise => exercise.id))('%s', id => {
  test('is not done as it begins, and can be', () => {
    expect(unmet(id, start(id)).length).toBeGreaterThan(0)
    const solved = SOLVED[id]!(start(id))
    expect(judgeLight(id, solved)!.filter(goal => !goal.met)).toEqual([])
  })
})

test('each goal is held by what it says', () => {
  const white = SOLVED['light-white-ground']!(start('light-white-ground'))
  expect(unmet('light-white-ground', { ...white, flashes: white.flashes.slice(0, 3) })).toContain('even')
  expect(
    unmet('light-white-ground', make(white, { 'flashes[2].power': 1 / 32, 'flashes[3].power': 1 / 32 })),
  ).toContain('white')
  expect(unmet('light-white-ground', make(white, { 'flashes[2].units': 16, 'flashes[3].units': 16 }))).toContain(
    'not-burnt',
  )
  expect(unmet('light-white-ground', make(white, { 'picture.iso': 800 }))).toContain('exposed')
  const rim = SOLVED['light-rim']!(start('light-rim'))
  expect(unmet('light-rim', make(rim, { 'flashes[1].power': 1 / 128 }))).toContain('edge')
  expect(unmet('light-rim', make(rim, { 'scene.ground.reflectance': 0.6, 'scene.ground.distance': 0.5 }))).toContain(
    'black',
  )
  expect(
    unmet('light-freeze', make(SOLVED['light-freeze']!(start('light-freeze')), { 'flashes[0].power': 1 / 8 })),
  ).toContain('frozen')
  const glass = SOLVED['light-glass']!(start('light-glass'))
  expect(unmet('light-glass', { ...glass, scene: { ...glass.scene, cards: [] } })).toContain('card')
  const room = SOLVED['light-black-room']!(start('light-black-room'))
  expect(unmet('light-black-room', make(room, { 'picture.ambientEv': 8 }))).toContain('room')
  expect(unmet('light-black-room', make(room, { 'picture.shutter': 1 / 100 }))).toContain('open')
  expect(judgeLight('cracker-beam', room)).toBeNull()
})
