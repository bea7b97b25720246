import fc from 'fast-check'
import { type FindingId, RECIPES, type Setup, exposureLevel, marked, newSetup, plan, withChanges } from '~~/core'
import { tell } from '~~/shared/text/figures'
import { setupSchema } from '~~/shared/schemas/setup'
import { check } from '~~/shared/schemas/validate'
import { randomSetup } from '../../support/randomSetup'
import { runs } from '../../support/runs'

type Values = Record<string, string | number | boolean | null>
const make = (recipe: Parameters<typeof newSetup>[0], values: Values): Setup =>
  marked(
    withChanges(
      newSetup(recipe),
      Object.entries(values).map(([path, value]) => ({ path, value })),
    ),
    ['lens.smallestAperture'],
    'rated',
  )
const sync = { 'method': 'sync-shutter', 'camera.lag': 0.004 }
const mic = { 'sensor.kind': 'sound', 'sensor.position': 0, 'sensor.offset': 0.2 }

/** Every mistake: where it is caught, how gravely, and its fixes in order, each by what it changes first. */
const CASES: [
  FindingId,
  Parameters<typeof newSetup>[0],
  Values,
  'error' | 'warning' | 'note',
  [path: string, value: unknown][],
][] = [
  ['never-arrives', 'toss', { 'moment.reference': 'travel', 'moment.offset': 3 }, 'error', []],
  [
    'negative-delay',
    'projectile',
    { 'sensor.position': 0.945 },
    'error',
    [
      ['sensor.position', 0.922],
      ['subject.distance', 0.923],
    ],
  ],
  [
    'negative-delay',
    'projectile',
    { 'link.kind': 'radio', 'link.latency': 0.02 },
    'error',
    [
      ['sensor.position', 0.245],
      ['link.kind', 'cable'],
      ['subject.distance', 0.955],
    ],
  ],
  [
    'negative-delay',
    'projectile',
    { 'method': 'sync-shutter', 'picture.shutter': 1 / 125, 'camera.lag': 0.06 },
    'error',
    [
      ['method', 'open-shutter'],
      ['subject.distance', 2.3],
    ],
  ],
  ['negative-delay', 'balloon', { 'sensor.offset': 0.6 }, 'error', [['sensor.position', 0]]],
  ['delay-too-long', 'drop', { 'controller.delayMaximum': 0.05 }, 'error', [['sensor.position', 0.383]]],
  ['delay-off', 'projectile', { delay: 0.025 }, 'warning', [['delay', null]]],
  ['seconds-for-milliseconds', 'projectile', { delay: 18.5 }, 'error', [['delay', null]]],
  ['seconds-for-milliseconds', 'projectile', { delay: 18.5e-6 }, 'error', [['delay', null]]],
  [
    'past-sync',
    'projectile',
    { ...sync, 'picture.shutter': 1 / 320 },
    'error',
    [
      ['picture.shutter', 0.005],
      ['flashes[0].highSpeedSync', true],
    ],
  ],
  [
    'past-sync',
    'projectile',
    { ...sync, 'camera.shutterKind': 'rolling', 'picture.shutter': 1 / 60 },
    'error',
    [['picture.shutter', 0.06666667]],
  ],
  [
    'past-sync',
    'projectile',
    { ...sync, 'camera.shutterKind': 'leaf', 'picture.shutter': 1 / 8000 },
    'error',
    [['picture.shutter', 0.005]],
  ],
  [
    'high-speed-sync',
    'powder',
    { 'flashes[0].highSpeedSync': true, 'picture.shutter': 1 / 1000 },
    'error',
    [
      ['flashes[0].highSpeedSync', false],
      ['method', 'fast-shutter'],
    ],
  ],
  [
    'blur',
    'projectile',
    { 'flashes[0].power': 1 / 4 },
    'error',
    [
      ['flashes[0].power', 0.01968627],
      ['flashes[0].power', 0.01968627],
      ['picture.blurLimit', 0.0184],
    ],
  ],
  [
    'blur',
    'throw',
    { 'method': 'fast-shutter', 'picture.shutter': 1 / 500, 'picture.ambientEv': 15 },
    'error',
    [
      ['picture.blurLimit', 0.0083],
      ['picture.shutter', 0.0002],
    ],
  ],
  ['rated-duration', 'projectile', {}, 'note', []],
  [
    'ambient',
    'projectile',
    { 'picture.ambientEv': 3 },
    'warning',
    [
      ['picture.shutter', 0.2],
      ['picture.ambientEv', -0.2],
    ],
  ],
  [
    'exposure',
    'projectile',
    { 'picture.iso': 800 },
    'warning',
    [
      ['picture.iso', 400],
      ['flashes[0].power', 0.0078125],
      ['flashes[0].distance', 0.74],
      ['flashes[0].lossStops', 1],
      ['picture.aperture', 25],
    ],
  ],
  [
    'exposure',
    'projectile',
    { 'flashes[0].distance': 2, 'flashes[1].distance': 2 },
    'error',
    [
      ['flashes[0].distance', 0.47],
      ['flashes[0].power', 0.3149803],
      ['picture.aperture', 4],
    ],
  ],
  [
    'setting-out-of-range',
    'projectile',
    { 'picture.aperture': 45 },
    'error',
    [
      ['picture.aperture', 32],
      ['lens.smallestAperture', 45],
    ],
  ],
  ['too-close', 'projectile', { 'picture.distance': 0.1 }, 'error', [['picture.distance', 0.4]]],
  [
    'depth',
    'projectile',
    { 'picture.depthWanted': 0.045 },
    'warning',
    [
      ['picture.distance', 0.78],
      ['picture.aperture', 22],
    ],
  ],
  ['diffraction', 'projectile', { 'picture.aperture': 25 }, 'warning', [['picture.aperture', 18]]],
  [
    'beam-too-short',
    'projectile',
    { 'sensor.response': 0.0006 },
    'error',
    [
      ['sensor.beamWidth', 0.0124],
      ['sensor.response', 0.0002917],
    ],
  ],
  [
    'sensor-too-keen',
    'projectile',
    { ...mic, 'sensor.falsePeak': 0.4, 'sensor.eventPeak': 0.9, 'sensor.threshold': 0.2 },
    'error',
    [['sensor.threshold', 0.6]],
  ],
  [
    'sensor-too-keen',
    'projectile',
    { ...mic, 'sensor.falsePeak': 0.9, 'sensor.eventPeak': 0.4, 'sensor.threshold': 0.5 },
    'error',
    [],
  ],
  [
    'sensor-too-dull',
    'projectile',
    { ...mic, 'sensor.falsePeak': 0.1, 'sensor.eventPeak': 0.4, 'sensor.threshold': 0.8 },
    'error',
    [['sensor.threshold', 0.2]],
  ],
  ['sensor-untested', 'projectile', mic, 'note', []],
  ['hold-off-short', 'projectile', { ...mic, 'controller.holdOff': 0.02 }, 'note', [['controller.holdOff', 0.25]]],
  ['optical-pre-flash', 'projectile', { 'link.kind': 'optical' }, 'note', []],
  [
    'spread',
    'projectile',
    { 'motion.speedSpread': 0.08 },
    'warning',
    [
      ['sensor.position', 0.922],
      ['moment.window.beforeDistance', 0.0365],
    ],
  ],
  [
    'spread',
    'toss',
    {
      'trigger': 'hand',
      'motion.speedSpread': 0.01,
      'moment.window.beforeTime': 0.01,
      'moment.window.afterTime': 0.01,
    },
    'warning',
    [['trigger', 'sensor']],
  ],
  ['burst-recycle', 'powder', { trigger: 'burst' }, 'warning', [['camera.frameRate', 6.1]]],
  ['burst-buffer', 'powder', { 'trigger': 'burst', 'camera.bufferFrames': 1, 'camera.frameRate': 30 }, 'warning', []],
  ['closes-early', 'toss', { 'method': 'open-shutter', 'picture.shutter': 0.2 }, 'error', [['picture.shutter', 0.4]]],
  ['sequence-outlasts-shutter', 'swing', { 'picture.shutter': 0.3 }, 'error', [['picture.shutter', 0.4]]],
  [
    'still-parts',
    'swing',
    { 'sequence.groundStops': -1, 'flashes[0].power': 1 / 16, 'flashes[1].power': 1 / 16 },
    'warning',
    [
      ['sequence.groundStops', -2.6],
      ['flashes[0].power', 0.01968627],
      ['sequence.panSpeed', 1.667],
    ],
  ],
  ['no-flash', 'projectile', {}, 'error', [['method', 'fast-shutter']]],
  ['catch', 'projectile', { 'catch.distance': 0.5 }, 'error', [['catch.distance', 1.42]]],
  [
    'silent-source',
    'drop',
    { 'sensor.kind': 'sound', 'sensor.source': 'start', 'sensor.offset': 0.3 },
    'warning',
    [['sensor.source', 'impact']],
  ],
  [
    'coarse-step',
    'projectile',
    { 'controller.delayStep': 0.0013 },
    'warning',
    [
      ['sensor.position', 0.306513],
      ['controller.delayStep', 8.1e-5],
    ],
  ],
  ['pool-shallow', 'drop', { 'subject.liquidDepth': 0.02 }, 'note', [['subject.liquidDepth', 0.048]]],
  [
    'past-sync',
    'projectile',
    { ...sync, 'picture.shutter': 1 / 220, 'camera.curtainTravel': 0.0025 },
    'note',
    [
      ['picture.shutter', 0.005],
      ['flashes[0].highSpeedSync', true],
    ],
  ],
  [
    'blur',
    'balloon',
    { 'flashes[0].power': 1 / 8 },
    'error',
    [
      ['flashes[0].power', 0.009843133],
      ['bodies[0].sharp', false],
      ['picture.blurLimit', 0.0265],
      ['flashes[0].power', 0.009843133],
    ],
  ],
]

/** Numbers to six figures: settings in third stops are not round. */
const near = (value: unknown): unknown => (typeof value === 'number' ? Number(value.toPrecision(6)) : value)

test.each(CASES)('%s on %s %j', (id, recipe, values, severity, fixes) => {
  const setup = id === 'no-flash' ? { ...make(recipe, values), flashes: [] } : make(recipe, values)
  const p = plan(setup)
  const finding = p.findings.find(f => f.id === id)
  expect(p.findings.map(f => f.id)).toContain(id)
  expect(finding!.severity).toBe(severity)
  expect(finding!.fixes.map(fix => [fix.changes[0]!.path, near(fix.changes[0]!.value)])).toEqual(
    fixes.map(([path, value]) => [path, near(value)]),
  )
  const text = `${tell(finding!.title, finding!.figures)} ${tell(finding!.reason, finding!.figures)}`
  expect(text).not.toMatch(/[{}]|NaN|undefined/)
  for (const fix of finding!.fixes) expect(tell(fix.label, fix.figures)).not.toMatch(/[{}]|NaN/)
})

test('no starting recipe has an error or a warning', () => {
  for (const recipe of RECIPES) {
    expect(
      plan(newSetup(recipe))
        .findings.filter(f => f.severity !== 'note')
        .map(f => f.id),
    ).toEqual([])
  }
})

test('a fix is a valid change that removes its finding, and tells every error or warning it brings', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e9 }), seed => {
      const setup = randomSetup(seed, false)
      const p = plan(setup)
      for (const finding of p.findings) {
        for (const fix of finding.fixes) {
          const after = withChanges(setup, fix.changes)
          expect(check(setupSchema, after)).toHaveProperty('value')
          const left = plan(after).findings
          expect(left.map(f => f.id)).not.toContain(finding.id)
          const grave = (list: typeof left, rank: string) =>
            new Set(list.filter(f => f.severity === rank).map(f => f.id))
          for (const id of grave(left, 'error'))
            if (!grave(p.findings, 'error').has(id)) expect(fix.raises).toContain(id)
          for (const id of grave(left, 'warning'))
            if (!p.findings.some(f => f.id === id && f.severity !== 'note')) expect(fix.raises).toContain(id)
        }
      }
    }),
    { numRuns: runs(150) },
  )
})

test('texts are filled whole, and no unit is said twice', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e9 }), seed => {
      for (const { title, reason, outOfReach, figures, fixes } of plan(randomSetup(seed, false)).findings) {
        const texts = [title, reason, ...(outOfReach ? [outOfReach] : [])].map(text => tell(text, figures))
        for (const text of [...texts, ...fixes.map(fix => tell(fix.label, fix.figures))]) {
          expect(text).not.toMatch(/[{}]/)
          expect(text.replaceAll(/\s/g, ' ')).not.toMatch(/\b(EV|ISO|ms|m\/s|mm|stops?) \1\b/)
        }
      }
    }),
    { numRuns: runs(150) },
  )
})

test('a fix says what it costs', () => {
  const finding = plan(make('projectile', { 'flashes[0].power': 1 / 16 })).findings.find(f => f.id === 'blur')!
  const lower = finding.fixes.find(f => f.label === 'finding.blur.turnFlashDown')!
  expect(lower.cost.flashStops).toBeLessThan(-1)
  expect(lower.cost.blur).toBeLessThan(0)
})

test('a delay a hair before zero is no stop where the window takes it', () => {
  const p = plan(make('projectile', { 'sensor.position': 0.927 }))
  expect(p.timing.wanted).toBeLessThan(0)
  expect(p.timing.bias).toBeLessThan(p.keep.after)
  expect(p.findings.map(f => f.id)).not.toContain('negative-delay')
})

test('no fix ends in a burnt picture', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e9 }), seed => {
      const setup = randomSetup(seed, false)
      const p = plan(setup)
      const before = exposureLevel(p)
      for (const fix of p.findings.flatMap(f => f.fixes)) {
        const after = plan(withChanges(setup, fix.changes))
        const level = exposureLevel(after)
        if (level === null || level <= 0.5 || after.setup.method !== setup.method) continue
        expect(level).toBeLessThanOrEqual((before ?? -Infinity) + 0.1 + 1e-9)
      }
    }),
    { numRuns: runs(80) },
  )
})

test('a streak out of reach says what would do it, and how to live with it', () => {
  const finding = plan(make('projectile', { 'picture.blurLimit': 0.0001 })).findings.find(f => f.id === 'blur')!
  expect(tell(finding.outOfReach!, finding.figures).replaceAll('\u00a0', ' ')).toBe(
    'None of these flashes is short enough: you need a t.1 of 2.96 µs or less.',
  )
  expect(finding.fixes.map(fix => fix.changes)).toEqual([[{ path: 'picture.blurLimit', value: 0.0017 }]])
})

test('what stands behind the subject does not expose its front', () => {
  const both = plan(newSetup('projectile'))
  const alone = plan({ ...newSetup('projectile'), flashes: newSetup('projectile').flashes.slice(0, 1) })
  expect(both.exposure.front).toEqual([0])
  expect(both.exposure.flash).toBeCloseTo(alone.exposure.flash!, 12)
  // Where all stand behind it is they that make the picture.
  expect(plan(make('projectile', { 'flashes[0].angle': 2.3 })).exposure.front).toEqual([0, 1])
})
