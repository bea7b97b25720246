import { type Change, type Setup, changed, marked, newSetup, plan, subjects, withChanges } from '~~/core'
import { filmSpeed } from '~~/core/physics/subjects'

test('a film runs by the root of its tension over its mass: 7.07 m/s at 1 µm, twice that at a quarter of it', () => {
  expect(filmSpeed({ thickness: 1e-6 })).toBeCloseTo(7.0711, 4)
  expect(filmSpeed({ thickness: 0.25e-6 }) / filmSpeed({ thickness: 1e-6 })).toBeCloseTo(2, 12)
  expect(() => filmSpeed({ thickness: 0 })).toThrow(/thickness/)
})

const set = (setup: Setup, ...changes: Change[]): Setup => changed(setup, changes)

test('a new bubble works as it stands: half is gone after a quarter of its girth at the speed of its film', () => {
  const setup = newSetup('bubble')
  const { timing, findings, keeper, sharpness } = plan(setup)
  expect(findings.filter(finding => finding.severity !== 'note')).toEqual([])
  const speed = filmSpeed({ thickness: setup.subject.filmThickness! })
  expect(timing.moment! / ((Math.PI * 0.06) / 4 / speed)).toBeCloseTo(1, 4)
  expect(timing.moment).toBeCloseTo(0.5 * subjects.tearTime({ diameter: 0.06, crackSpeed: speed }), 5)
  expect(keeper.chance).toBeGreaterThan(0.2)
  expect(sharpness.subject).toBeLessThan(setup.picture.blurLimit)
})

test('a thinner film tears faster at once; a speed that was measured is not replaced by it', () => {
  const setup = newSetup('bubble')
  const thin = set(setup, { path: 'subject.filmThickness', value: 0.15e-6 })
  expect(thin.subject.crackSpeed / setup.subject.crackSpeed).toBeCloseTo(2, 2)
  expect(plan(thin).timing.wanted!).toBeLessThan(plan(setup).timing.wanted!)
  const measured = [{ path: 'subject.crackSpeed', value: 11 }]
  const typed = marked(withChanges(setup, measured), ['subject.crackSpeed'], 'measured')
  expect(set(typed, { path: 'subject.filmThickness', value: 0.15e-6 }).subject.crackSpeed).toBe(11)
  expect(set(setup, { path: 'subject.filmThickness', value: null }).subject.crackSpeed).toBe(setup.subject.crackSpeed)
  // Its size is entered once.
  const small = set(setup, { path: 'subject.height', value: 0.04 })
  expect([small.subject.depth, small.motion.diameter]).toEqual([0.04, 0.04])
})
