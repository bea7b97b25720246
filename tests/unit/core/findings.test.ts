import fc from 'fast-check'
import { type FindingId, type Setup, newSetup, plan, withChanges } from '~~/core'
import { fillFigures } from '~~/shared/text/figures'
import { setupSchema } from '~~/shared/schemas/setup'
import { check } from '~~/shared/schemas/validate'
import { randomSetup } from '../../support/randomSetup'

type Values = Record<string, string | number | boolean | null>
const make = (recipe: Parameters<typeof newSetup>[0], values: Values): Setup => withChanges(newSetup(recipe), Object.entries(values).map(([path, value]) => ({ path, value })))
const sync = { 'method': 'sync-shutter', 'camera.lag': 0.004 }
const mic = { 'sensor.kind': 'sound', 'sensor.position': 0, 'sensor.offset': 0.2 }

/** Every mistake: where it is caught, how gravely, and whether there is a fix. */
const CASES: [FindingId, Parameters<typeof newSetup>[0], Values, 'error' | 'warning' | 'note', boolean][] = [
  ['never-arrives', 'toss', { 'moment.reference': 'travel', 'moment.offset': 3 }, 'error', false],
  ['negative-delay', 'projectile', { 'sensor.position': 0.929 }, 'error', true],
  ['negative-delay', 'projectile', { 'link.kind': 'radio', 'link.latency': 0.02 }, 'error', true],
  ['negative-delay', 'projectile', { 'method': 'sync-shutter', 'picture.shutter': 1 / 125, 'camera.lag': 0.06 }, 'error', true],
  ['negative-delay', 'balloon', { 'sensor.offset': 0.6 }, 'error', true],
  ['delay-too-long', 'drop', { 'controller.delayMaximum': 0.05 }, 'error', true],
  ['delay-off', 'projectile', { delay: 0.025 }, 'warning', true],
  ['seconds-for-milliseconds', 'projectile', { delay: 18.5 }, 'error', true],
  ['seconds-for-milliseconds', 'projectile', { delay: 18.5e-6 }, 'error', true],
  ['past-sync', 'projectile', { ...sync, 'picture.shutter': 1 / 320 }, 'error', true],
  ['past-sync', 'projectile', { ...sync, 'camera.shutterKind': 'rolling', 'picture.shutter': 1 / 60 }, 'error', true],
  ['past-sync', 'projectile', { ...sync, 'camera.shutterKind': 'leaf', 'picture.shutter': 1 / 8000 }, 'error', true],
  ['high-speed-sync', 'powder', { 'flashes[0].highSpeedSync': true, 'picture.shutter': 1 / 1000 }, 'error', true],
  ['blur', 'projectile', { 'flashes[0].power': 1 / 4 }, 'error', true],
  ['blur', 'throw', { 'method': 'fast-shutter', 'picture.shutter': 1 / 500, 'picture.ambientEv': 15 }, 'error', true],
  ['rated-duration', 'projectile', {}, 'note', false],
  ['ambient', 'projectile', { 'picture.ambientEv': 3 }, 'warning', true],
  ['exposure', 'projectile', { 'picture.iso': 800 }, 'warning', true],
  ['exposure', 'projectile', { 'flashes[0].distance': 2, 'flashes[1].distance': 2 }, 'warning', true],
  ['setting-out-of-range', 'projectile', { 'picture.aperture': 45 }, 'error', true],
  ['too-close', 'projectile', { 'picture.distance': 0.1 }, 'error', true],
  ['depth', 'projectile', { 'picture.depthWanted': 0.045 }, 'warning', true],
  ['diffraction', 'projectile', { 'picture.aperture': 25 }, 'warning', true],
  ['beam-too-short', 'projectile', { 'sensor.response': 0.0006 }, 'error', true],
  ['sensor-too-keen', 'projectile', { ...mic, 'sensor.falsePeak': 0.4, 'sensor.eventPeak': 0.9, 'sensor.threshold': 0.2 }, 'error', true],
  ['sensor-too-keen', 'projectile', { ...mic, 'sensor.falsePeak': 0.9, 'sensor.eventPeak': 0.4, 'sensor.threshold': 0.5 }, 'error', false],
  ['sensor-too-dull', 'projectile', { ...mic, 'sensor.falsePeak': 0.1, 'sensor.eventPeak': 0.4, 'sensor.threshold': 0.8 }, 'error', true],
  ['sensor-untested', 'projectile', mic, 'note', false],
  ['hold-off-short', 'projectile', { ...mic, 'controller.holdOff': 0.02 }, 'note', true],
  ['optical-pre-flash', 'projectile', { 'link.kind': 'optical' }, 'note', false],
  ['spread', 'projectile', { 'motion.speedSpread': 0.08 }, 'warning', true],
  ['spread', 'toss', { 'trigger': 'hand', 'motion.speedSpread': 0.01, 'moment.window.beforeTime': 0.01, 'moment.window.afterTime': 0.01 }, 'warning', true],
  ['stock', 'projectile', { 'goal.stock': 2 }, 'note', true],
  ['burst-recycle', 'powder', { trigger: 'burst' }, 'warning', true],
  ['burst-buffer', 'powder', { 'trigger': 'burst', 'camera.bufferFrames': 1, 'camera.frameRate': 30 }, 'warning', false],
  ['closes-early', 'toss', { 'method': 'open-shutter', 'picture.shutter': 0.2 }, 'error', true],
  ['closes-early', 'swing', { 'picture.shutter': 0.6 }, 'error', true],
  ['sequence-outlasts-shutter', 'swing', { 'picture.shutter': 0.3 }, 'error', true],
  ['still-parts', 'swing', { 'sequence.groundStops': -1, 'flashes[0].power': 1 / 16, 'flashes[1].power': 1 / 16 }, 'warning', true],
  ['no-flash', 'projectile', {}, 'error', true],
  ['catch', 'projectile', { 'catch.distance': 0.5 }, 'error', true],
]

test.each(CASES)('%s on %s %j', (id, recipe, values, severity, fixable) => {
  const setup = id === 'no-flash' ? { ...make(recipe, values), flashes: [] } : make(recipe, values)
  const p = plan(setup)
  const finding = p.findings.find(f => f.id === id)
  expect(p.findings.map(f => f.id)).toContain(id)
  expect(finding!.severity).toBe(severity)
  expect(finding!.fixes.length > 0).toBe(fixable)
  const text = fillFigures(`${finding!.title} ${finding!.reason}`, finding!.figures)
  expect(text).not.toMatch(/[{}]|NaN|undefined/)
  for (const fix of finding!.fixes) expect(fillFigures(fix.label, fix.figures)).not.toMatch(/[{}]|NaN/)
})

test('no starting recipe has an error or a warning', () => {
  for (const recipe of ['projectile', 'balloon', 'pour', 'drop', 'throw', 'toss'] as const) {
    expect(plan(newSetup(recipe)).findings.filter(f => f.severity !== 'note').map(f => f.id)).toEqual([])
  }
})

test('a fix is a valid change that removes its finding, and tells every error or warning it brings', () => {
  fc.assert(fc.property(fc.integer({ min: 0, max: 1e9 }), (seed) => {
    const setup = randomSetup(seed, false)
    const p = plan(setup)
    for (const finding of p.findings) {
      for (const fix of finding.fixes) {
        const after = withChanges(setup, fix.changes)
        expect(check(setupSchema, after)).toHaveProperty('value')
        const left = plan(after).findings
        expect(left.map(f => f.id)).not.toContain(finding.id)
        const grave = (list: typeof left, rank: string) => new Set(list.filter(f => f.severity === rank).map(f => f.id))
        for (const id of grave(left, 'error')) if (!grave(p.findings, 'error').has(id)) expect(fix.raises).toContain(id)
        for (const id of grave(left, 'warning')) if (!p.findings.some(f => f.id === id && f.severity !== 'note')) expect(fix.raises).toContain(id)
      }
    }
  }), { numRuns: 150 })
})

test('a fix says what it costs', () => {
  const finding = plan(make('projectile', { 'flashes[0].power': 1 / 16 })).findings.find(f => f.id === 'blur')!
  const lower = finding.fixes.find(f => f.label === 'Set the flash to {power}')!
  expect(lower.cost.flashStops).toBeLessThan(-1)
  expect(lower.cost.blur).toBeLessThan(0)
})
