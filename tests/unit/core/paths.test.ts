import { FIELDS, type Setup, changedPaths, fieldAt, newSetup, valueAt, withChange, withChanges } from '~~/core'
import { withinLimits } from '~~/core/setup/paths'

const setup = newSetup('projectile')

test.each<[string, unknown]>([
  ['name', 'Steel ball through a rice cracker'],
  ['motion.speed', 34],
  ['moment.window.afterDistance', 0.012],
  ['flashes[1].power', 1 / 64],
  ['flashes[0].table[2].t01', 560e-6],
  ['delay', null],
])('%s is read and written at its path alone', (path, value) => {
  expect(valueAt(setup, path)).toEqual(value)
  const changed = withChange(setup, { path, value: 7 })
  expect(valueAt(changed, path)).toBe(7)
  expect(valueAt(setup, path)).toEqual(value)
  expect(changedPaths(setup, changed)).toEqual([path])
})

test('what is not on the path is shared', () => {
  const changed = withChange(setup, { path: 'sensor.position', value: 0.5 })
  expect(changed.motion).toBe(setup.motion)
  expect(changed.flashes).toBe(setup.flashes)
  expect(changed.sensor).not.toBe(setup.sensor)
})

test('several changes are made in order, and all are told', () => {
  const changed = withChanges(setup, [
    { path: 'picture.iso', value: 100 },
    { path: 'picture.iso', value: 400 },
    { path: 'air.pressure', value: 90_000 },
  ])
  expect(changed.picture.iso).toBe(400)
  expect(changedPaths(setup, changed).sort()).toEqual(['air.pressure', 'picture.iso'])
  expect(changedPaths(setup, structuredClone(setup))).toEqual([])
  expect(changedPaths(setup, { ...setup, flashes: setup.flashes.slice(1) })).toEqual(['flashes'])
})

test('every field of a set-up is in the table, and every field of the table in a set-up', () => {
  const paths: string[] = []
  const walk = (node: unknown, path: string): void => {
    if (node !== null && typeof node === 'object' && !Array.isArray(node))
      for (const [key, child] of Object.entries(node)) walk(child, path ? `${path}.${key}` : key)
    else paths.push(path)
  }
  walk(setup, '')
  expect(
    paths
      .filter(
        path =>
          !['format', 'version', 'flashes', 'learnt', 'evidence', 'marks', 'aside', 'bodies'].includes(path) &&
          !/^lists\.|^scene\.cards|^sequence\.(groups|track)/.test(path),
      )
      .sort(),
  ).toEqual(Object.keys(FIELDS).sort())
  for (const key of Object.keys(setup.flashes[0]!).filter(k => k !== 'table' && k !== 'repeat'))
    expect(fieldAt(`flashes[3].${key}`)).toBeDefined()
  for (const path of [
    'flashes[0].table[1].t01',
    'flashes[0].repeat[1].rate',
    'lists.reset[0].done',
    'bodies[0].speed',
    'scene.cards[2].turn',
    'evidence[0].error',
    'sequence.groups[0].lights[1]',
  ])
    expect(fieldAt(path)).toBeDefined()
  expect(fieldAt('lists.reset[0].colour')).toBeUndefined()
  // From its first letter to its last.
  for (const path of ['my.flashes[0].power', 'flashes[0].power.x', 'scene.cards[0].turn.x', 'a.scene.cards[0].turn'])
    expect(fieldAt(path)).toBeUndefined()
})

test.each<[string, Setup[keyof Setup] | string | number | boolean | null, boolean]>([
  ['motion.speed', 34, true],
  ['motion.speed', 0, false],
  ['motion.speed', null, false],
  ['motion.dragPerMetre', null, true],
  ['goal.keepers', 2.5, false],
  ['goal.keepers', 2, true],
  ['method', 'open-shutter', true],
  ['method', 'bulb', false],
  ['flashes[0].highSpeedSync', true, true],
  ['flashes[0].highSpeedSync', 1, false],
  ['flashes[0].power', 2, false],
  ['name', 'x'.repeat(121), false],
  ['no.such.field', 1, false],
  ['flashes[0].constructor', 1, false],
  ['constructor', 1, false],
])('%s = %p is within limits: %p', (path, value, expected) =>
  expect(withinLimits({ path, value: value as string })).toBe(expected),
)
