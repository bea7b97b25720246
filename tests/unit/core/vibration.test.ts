import { type Setup, assess, changed, evidenceOf, heldAt, newSetup, plan, resultsOf, withChanges } from '~~/core'
import { inWords } from '../../support/figures'

/** A ball onto a cracker that stands on a table, the sensor a quarter of a metre beside it. */
const knock = (more: Record<string, number | string | null> = {}): Setup =>
  withChanges(
    changed(newSetup('projectile'), [{ path: 'sensor.kind', value: 'vibration' }]),
    Object.entries({
      'sensor.position': 0.9,
      'sensor.offset': 0.25,
      'sensor.waveSpeed': 500,
      'sensor.waveSpeedError': 0.3,
      'sensor.riseTime': 0,
      ...more,
    }).map(([path, value]) => ({ path, value })),
  )

test('a knock is felt once it has come along the wood: 0.25 m at 500 m/s is 0.5 ms after the impact', () => {
  const { timing } = assess(knock())
  expect(timing.sensed! - timing.impact!).toBeCloseTo(0.5e-3, 9)
  const { timing: stone } = assess(knock({ 'sensor.waveSpeed': 2500 }))
  expect(stone.sensed! - stone.impact!).toBeCloseTo(0.1e-3, 9)
  // The air has no part in it.
  expect(assess(knock({ 'air.temperatureC': -20, 'motion.dragPerMetre': 0 })).timing.sensed).toBe(
    assess(knock({ 'air.temperatureC': 35, 'motion.dragPerMetre': 0 })).timing.sensed,
  )
  const said = resultsOf(plan(knock())).find(result => result.id === 'sensed')!
  expect(said.figures.c).toMatchObject({ value: 500, quantity: 'speed' })
})

test('choosing one makes it answer to the impact, beside the path, and its wave speed is assumed until entered', () => {
  const setup = changed(newSetup('projectile'), [{ path: 'sensor.kind', value: 'vibration' }])
  expect(setup.sensor).toMatchObject({ source: 'impact', latency: null, offset: 0.15 })
  expect(setup.lists.preparation.map(item => item.text)).toContain(
    'Vibration sensor stuck to the table, nothing loose on it',
  )
  // What does not move is knocked where it is.
  expect(changed(newSetup('balloon'), [{ path: 'sensor.kind', value: 'vibration' }]).sensor.source).toBe('start')
})

test('what is not known of the wave speed counts, and a measured time narrows it', () => {
  const a = assess(knock())
  const cause = a.spread.causes.find(one => one.id === 'wave-error')!
  expect(cause).toMatchObject({ kind: 'uncertainty', path: 'sensor.waveSpeedError' })
  // A log-normal 30 % of half a millisecond.
  expect(cause.seconds).toBeGreaterThan(0.14e-3)
  expect(cause.seconds).toBeLessThan(0.17e-3)
  expect(assess(knock({ 'sensor.waveSpeedError': 0 })).spread.uncertainty).toBeLessThan(a.spread.uncertainty)
  expect(assess(newSetup('projectile')).spread.causes.map(one => one.id)).not.toContain('wave-error')

  const start = knock()
  const seen = evidenceOf(start, { kind: 'interval', from: 'impact', to: 'sensed', value: 0.4e-3, error: 2e-6 })
  const after = assess({ ...start, evidence: [seen] })
  expect(heldAt(after.entered, after.setup, 'sensor.waveSpeed')!.value).toBeCloseTo(625, -1)
  expect(after.spread.uncertainty).toBeLessThan(a.spread.uncertainty)
})

test('its peak falls with the root of the distance, a microphone’s with the distance', () => {
  const noted = {
    'sensor.eventPeak': 1,
    'sensor.peakDistance': 0.0625,
    'sensor.falsePeak': 0.05,
    'sensor.threshold': 0.4,
  }
  const dull = (setup: Setup) => plan(setup).findings.some(finding => finding.id === 'sensor-too-dull')
  // Four times as far: half of it is left in the wood, a quarter in the air.
  expect(dull(knock(noted))).toBe(false)
  expect(dull(knock({ ...noted, 'sensor.kind': 'sound' }))).toBe(true)
  const rising = (threshold: number) =>
    assess(knock({ ...noted, 'sensor.threshold': threshold, 'sensor.riseTime': 1e-3 })).timing.chainLatency
  expect(rising(0.5) - rising(0.25)).toBeCloseTo(0.5e-3, 9)
})

test('a table that rings longer than the hold-off is told, with what would do', () => {
  const told = (ringing: number) =>
    inWords(
      plan(knock({ 'sensor.ringing': ringing, 'controller.holdOff': 0.5 })).findings.find(
        finding => finding.id === 'hold-off-short',
      ),
    )
  expect(told(0.45)).toBeUndefined()
  expect(told(0.8)).toMatchObject({ title: 'Hold-off too short: the ringing table can trigger it again' })
  expect(told(0.8)!.fixes[0]!.changes).toEqual([{ path: 'controller.holdOff', value: 0.8 }])
})
