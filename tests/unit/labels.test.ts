import { type Plan, RECIPES, type Setup, newSetup, plan, withChanges } from '~~/core'
import { clamped, point } from '~~/app/components/views/axes'
import { linear } from '~~/app/components/views/linear'
import { type PlacedLabel, labelBox } from '~~/app/components/views/labels'
import { rigLayout } from '~~/app/components/views/layout'
import { pathGeometry } from '~~/app/components/views/pathGeometry'
import { pathLabels } from '~~/app/components/views/pathLabels'
import { chainStretches, lanesOf, popTimes, shutterTimes, stripExtents } from '~~/app/components/views/stripGeometry'
import { stripLabels } from '~~/app/components/views/stripLabels'
import { tableLabels } from '~~/app/components/views/tableLabels'
import { format } from '~~/shared/units'

/** Labels of the three drawings, each for a sheet of 708 by 520 px. */
const show: Parameters<typeof tableLabels>[1] = (value, quantity, options) =>
  format(value, quantity, { system: 'metric', ...options })
const change = (setup: Setup, changes: Record<string, string | number>): Setup =>
  withChanges(
    setup,
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  )
const texts = (labels: readonly PlacedLabel[]): Record<string, string> =>
  Object.fromEntries(labels.map(label => [label.id, label.text]))
const view = { along: null, time: null, shift: 0 }

function onTable(p: Plan, more: Partial<Parameters<typeof tableLabels>[0]> = {}): PlacedLabel[] {
  const { table: axes, tableBounds: bounds } = rigLayout(p, 708, 520, view)
  const { setup } = p
  return tableLabels(
    {
      plan: p,
      axes,
      bounds,
      fromCamera: false,
      subjectAt: setup.subject.distance,
      middle: setup.subject.distance + setup.subject.depth / 2,
      halfSubject: setup.subject.height / 2,
      second: null,
      start: point(axes, 0, 0),
      camera: { x: 300, y: 190 },
      lights: setup.flashes.map((flash, i) => ({ flash, x: 420 + 90 * i, y: 40 })),
      sensor: { x: point(axes, setup.sensor.position, 0).x, y: point(axes, setup.sensor.position, 0).y, kind: 'beam' },
      dimensions: [[0, setup.subject.distance]],
      dimensionAt: -0.2,
      depth: null,
      frame: { x: 200, y: 60, width: 100, height: 70 },
      drop: 0,
      rings: [],
      severalRings: false,
      ends: [0, 2],
      halfField: 0.1,
      ...more,
    },
    show,
  )
}

describe('the table plan', () => {
  const p = plan(newSetup('projectile'))
  test('names lights with units, power and distance, camera, sensor, lengths, launcher and catch', () => {
    expect(texts(onTable(p))).toEqual({
      light0: '2 × Key 1/64 · 0.5\u00a0m',
      light1: 'Rim 1/64 · 0.55\u00a0m',
      camera: 'camera 0.65\u00a0m',
      sensor: 'beam',
      length0: '0.9\u00a0m',
      subject: 'subject',
      launcher: 'launcher',
      catch: 'backstop · keep clear behind',
    })
  })
  test('from the camera there is the frame and the drop, and no camera', () => {
    const named = texts(onTable(p, { fromCamera: true, drop: 0.0034 }))
    expect(named.camera).toBeUndefined()
    expect(named.field).toBe('frame 198\u00a0mm wide')
    expect(named.drop).toBe('drops 3.4\u00a0mm on the way')
    expect(texts(onTable(p, { fromCamera: true, drop: 0.0004 })).drop).toBeUndefined()
  })
  test('a microphone says how far off it is, a second subject that it is one, rings whose they are', () => {
    const heard = plan(change(newSetup('projectile'), { 'sensor.kind': 'sound', 'sensor.offset': 0.4 }))
    const ring = { id: '01', stop: 1, light: 'Key', x: 500, y: 100 }
    const named = texts(
      onTable(heard, {
        sensor: { x: 100, y: 60, kind: 'sound' },
        second: { gap: 0.08, depth: 0.01 },
        rings: [ring],
        severalRings: true,
      }),
    )
    expect(named.sensor).toBe('microphone, 500\u00a0mm from the start')
    expect(named.second).toBe('second')
    expect(named.ring01).toBe('Key +1.0\u00a0EV')
    expect(texts(onTable(heard, { rings: [ring] })).ring01).toBe('+1.0\u00a0EV')
  })
  test.each([
    ['pour', 'lip'],
    ['toss', 'hand'],
    ['drop', 'release'],
    ['run', 'start'],
    ['balloon', undefined],
  ] as const)('%s begins at: %s', (recipe, start) => expect(texts(onTable(plan(newSetup(recipe)))).start).toBe(start))
})

function onPath(p: Plan): PlacedLabel[] {
  const { path: axes, pathBounds: bounds, fitAlong, fitTime } = rigLayout(p, 708, 520, view)
  const [low, high] = [Math.min(...fitAlong), Math.max(...fitAlong)]
  return pathLabels(
    {
      plan: p,
      axes,
      bounds,
      geometry: pathGeometry(p, [low, high], fitTime),
      ends: [low, high],
      times: fitTime,
      ticks: [],
    },
    show,
  )
}

describe('the path chart', () => {
  test('names picture, light, what senses, the delay, the mark and the line', () => {
    const p = plan(newSetup('projectile'))
    const named = texts(onPath(p))
    expect(named).toMatchObject({
      picture: expect.stringMatching(/^picture, ±\d/) as string,
      light: expect.stringMatching(/^light 27\.\d+\sms, lasts 50\sµs$/) as string,
      sensed: expect.stringMatching(/^crosses the beam 8\.83/) as string,
      delay: `delay ${show(p.timing.used!, 'time', { figures: 4 })}`,
      mark: 'mark',
      object: 'object',
    })
    expect(named.moment).toBeUndefined()
  })
  test.each([
    ['balloon', 'edge of the tear'],
    ['spin', 'does not move'],
    ['powder', 'edge of the cloud'],
    ['pour', 'tip of the stream'],
  ] as const)('%s: the line is the %s, and the moment has its name', (recipe, name) => {
    const p = plan(newSetup(recipe))
    expect(texts(onPath(p)).object).toBe(name)
    expect(texts(onPath(p)).moment).toBe(`${p.setup.moment.phase}, ${show(p.timing.moment!, 'time')}`)
  })
  test('the moment’s name stands above its line where the light runs close below', () => {
    const start = newSetup('balloon')
    const moment = plan(start).timing.moment!
    for (const [late, above] of [
      [0.00005, true],
      [0.0004, false],
    ] as const) {
      // A delay dialled so that the light comes a little, or well, after the moment.
      const { used, captured } = plan(start).timing
      const p = plan(change(start, { delay: used! + moment + late - captured! }))
      const { path: axes } = rigLayout(p, 708, 520, view)
      const { y } = onPath(p).find(label => label.id === 'moment')!
      expect(y < axes.across(moment)).toBe(above)
    }
  })
  test('pops after the first, and what a camera that moves makes of them', () => {
    const named = texts(onPath(plan(change(newSetup('swing'), { 'sequence.moveSpeed': 0.5 }))))
    expect(named['last-pop']).toMatch(/^pop 6, /)
    expect(named.panned).toBe('as the moving camera sees it')
  })
})

function onStrip(p: Plan): PlacedLabel[] {
  const lanes = lanesOf(p)
  const range = stripExtents(p).action
  const x = linear(range, [74, 500])
  return stripLabels(
    {
      plan: p,
      bounds: { x: 74, y: 21, width: 426, height: 180 },
      x,
      clip: time => clamped(x, time) && Math.min(500, Math.max(74, x(time))),
      inView: (time): time is number => time !== null && time >= range[0] && time <= range[1],
      lane: id => 40 + 20 * lanes.findIndex(lane => lane.id === id),
      bar: 7,
      from: range[0],
      stretches: chainStretches(p),
      shutter: shutterTimes(p),
      pops: p.setup.flashes.map((_, i) => popTimes(p, i)),
    },
    show,
  )
}

describe('the time strip', () => {
  test('an open shutter is opened before the action; the room adds up to its end', () => {
    const named = texts(onStrip(plan(newSetup('projectile'))))
    expect(named).toMatchObject({
      start: 'start',
      sensed: expect.stringMatching(/^sensed 8\.83/) as string,
      light0: '50\u00a0µs at 1/64',
      shutter: '2\u00a0s, opened before the action',
      ambient: expect.stringMatching(/EV when it closes, black$/) as string,
    })
    expect(named.moment).toMatch(/^moment 27\.\d+/)
    expect(named.impact).toMatch(/^impact 26\.\d+/)
    expect(named.lag).toBeUndefined()
  })
  test('through the camera its lag is named, and an apex where there is one', () => {
    const named = texts(onStrip(plan(newSetup('toss'))))
    expect(named.lag).toBe('shutter lag 55\u00a0ms')
    expect(named.apex).toMatch(/^apex 326/)
  })
  test('a sound is heard by what made it; several pops are counted', () => {
    expect(texts(onStrip(plan(newSetup('balloon')))).sensed).toMatch(/^hears the report /)
    expect(texts(onStrip(plan(newSetup('swing')))).light0).toMatch(/^6 pops, /)
  })
})

test.each(RECIPES)('%s: no two labels of a drawing cover each other', recipe => {
  const p = plan(newSetup(recipe))
  for (const labels of [onPath(p), onStrip(p)]) {
    const boxes = labels.map(label => labelBox(label, label.text, label.bold))
    const covered = boxes.flatMap((a, i) =>
      boxes.slice(i + 1).flatMap((b, j) => {
        const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
        const tall = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
        return wide > 1 && tall > 3 ? [`${labels[i]!.id} on ${labels[i + 1 + j]!.id}`] : []
      }),
    )
    expect(covered).toEqual([])
  }
})
