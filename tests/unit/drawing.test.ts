import fc from 'fast-check'
import { RECIPES, lastLight, newSetup, plan, withChange, withChanges } from '~~/core'
import { roomFor } from '~~/app/components/views/axes'
import { linear } from '~~/app/components/views/linear'
import { type Label, around, labelBox, placeLabels, textWidth } from '~~/app/components/views/labels'
import { rigLayout } from '~~/app/components/views/layout'
import { extentWithin, movedExtent, zoomedExtent } from '~~/app/utils/extent'
import { pathGeometry } from '~~/app/components/views/pathGeometry'
import { roundStep, snapped } from '~~/app/components/views/snap'
import {
  chainStretches,
  lanesOf,
  lightTimes,
  popTimes,
  pulseOutline,
  shutterTimes,
  stripExtents,
} from '~~/app/components/views/stripGeometry'
import { aimAt, aimOf, equalLight, homeOf, turned } from '~~/app/components/views/lightGeometry'
import { dangerZone, footprint, lightAt, lightSpot, sidePath } from '~~/app/components/views/tableGeometry'

const bounds = { x: 0, y: 0, width: 600, height: 300 }

describe('labels', () => {
  test('those that are shown never cover each other where there is room, and stay on the sheet', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            x: fc.integer({ min: 40, max: 560 }),
            y: fc.integer({ min: 40, max: 260 }),
            text: fc.constantFrom('beam', 'light 27.48 ms, lasts 50 µs', 'mark'),
          }),
          { maxLength: 5 },
        ),
        points => {
          const labels: Label[] = points.map((p, i) => ({
            id: String(i),
            text: p.text,
            spots: around(p.x, p.y, 8).concat(around(p.x, p.y, 22), around(p.x, p.y, 40)),
          }))
          const boxes = placeLabels(labels, bounds).map(l => labelBox(l, l.text, l.bold))
          for (const [i, a] of boxes.entries()) {
            expect(a.y).toBeGreaterThanOrEqual(-1)
            for (const b of boxes.slice(i + 1)) {
              const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
              const tall = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
              expect(wide > 1 && tall > 1).toBe(false)
            }
          }
        },
      ),
      { numRuns: 60 },
    )
  })
  test('one that would hide what matters more is left out', () => {
    const spots = [{ x: 50, y: 50, anchor: 'start' as const }]
    expect(
      placeLabels(
        [
          { id: 'a', text: 'picture', spots },
          { id: 'b', text: 'picture', spots },
        ],
        bounds,
      ).map(l => l.id),
    ).toEqual(['a'])
    expect(textWidth('wide', true)).toBeGreaterThan(textWidth('wide'))
  })
})

describe('snapping', () => {
  test('to round lengths of the chosen system, finer the nearer one looks', () => {
    expect(roundStep(300, 'metric')).toBe(0.01)
    expect(snapped(0.3034, { perMetre: 3000, system: 'metric' })).toBeCloseTo(0.303, 9)
    expect(snapped(0.3034, { perMetre: 300, system: 'metric' })).toBeCloseTo(0.3, 9)
    expect(snapped(0.31, { perMetre: 300, system: 'imperial' }) / 0.0254).toBeCloseTo(12, 4)
  })
  test('other parts draw from near; free is free', () => {
    expect(snapped(0.889, { perMetre: 300, system: 'metric', marks: [0.9] })).toBe(0.9)
    expect(snapped(0.3034, { perMetre: 300, system: 'metric', marks: [0.3], free: true })).toBe(0.3034)
  })
})

describe('the sheet', () => {
  test.each(RECIPES)(
    '%s: table plan and path chart share their distance axis, and the table is to scale both ways',
    recipe => {
      const p = plan(newSetup(recipe))
      const layout = rigLayout(p, 700, 520, { along: null, time: null, shift: 0 })
      expect(layout.path.along(0.1)).toBe(layout.table.along(0.1))
      expect(Math.abs(layout.table.across(1) - layout.table.across(0))).toBeCloseTo(layout.perMetre, 6)
    },
  )
  test('zooming keeps what is under the pointer where it is, and stops at its limits', () => {
    const [low, high] = zoomedExtent([0, 10], 0.5, 2, 0.1, 100)!
    expect((2 - low) / (high - low)).toBeCloseTo(0.2, 12)
    expect(high - low).toBe(5)
    expect(zoomedExtent([0, 10], 0.001, 2, 0.1, 100)).toBeNull()
    expect(movedExtent([1, 2], 0.5)).toEqual([1.5, 2.5])
    expect([extentWithin([-1, 2], [0, 10]), extentWithin([9, 12], [0, 10]), extentWithin([3, 4], [0, 10])]).toEqual([
      [0, 3],
      [7, 10],
      [3, 4],
    ])
    expect([extentWithin([-5, 20], [0, 10]), extentWithin([4, 14], [0, 10])]).toEqual([
      [0, 10],
      [0, 10],
    ])
  })
})

describe('path chart', () => {
  test.each(RECIPES)('%s: the picture is on the line of what is followed', recipe => {
    const p = plan(newSetup(recipe))
    const { fitAlong, fitTime } = rigLayout(p, 700, 520, { along: null, time: null, shift: 0 })
    const g = pathGeometry(p, [...fitAlong], [...fitTime])
    const [place, time] = g.picture!
    expect(time).toBe(p.timing.captured)
    const near = g.object.reduce((best, at) => (Math.abs(at[1] - time) < Math.abs(best[1] - time) ? at : best))
    expect(Math.abs(near[0] - place)).toBeLessThan((fitAlong[1] - fitAlong[0]) / 10)
    expect(g.hit).toBe(true)
    if (g.stretches) expect(g.stretches.delayTo - g.stretches.delayFrom).toBeCloseTo(p.timing.used!, 12)
  })
  test('sound fans out at its speed; farther off it is heard later', () => {
    const p = plan(newSetup('balloon'))
    const [left, source, right] = pathGeometry(p, [-0.5, 0.5], [0, 0.002]).sound
    expect(source).toEqual([0, 0])
    expect(right![0] / right![1]).toBeCloseTo(p.soundSpeed, 6)
    expect(left![0] / left![1]).toBeCloseTo(-p.soundSpeed, 6)
  })
  test('a shock is drawn only for what flies faster than sound, and comes before the report', () => {
    const fast = plan(
      withChanges(newSetup('projectile'), [
        { path: 'motion.speed', value: 600 },
        { path: 'sensor.kind', value: 'sound' },
        { path: 'sensor.offset', value: 0.2 },
        { path: 'sensor.position', value: 0.5 },
      ]),
    )
    const g = pathGeometry(fast, [0, 2], [0, 0.01])
    expect(g.shock.length).toBeGreaterThan(10)
    for (const [along, time] of g.shock) expect(time).toBeLessThan(Math.hypot(along, 0.2) / fast.soundSpeed + 1e-9)
    expect(pathGeometry(plan(newSetup('projectile')), [0, 2], [0, 0.03]).shock).toEqual([])
  })
})

describe('a sequence on path chart and time strip', () => {
  const p = plan(newSetup('swing'))
  const { exposures, lastPop } = p.sequence!
  const layout = rigLayout(p, 700, 520, { along: null, time: null, shift: 0 })
  test('every pop after the first stands on the object’s line, and both views run to the last', () => {
    const g = pathGeometry(p, layout.fitAlong, layout.fitTime)
    expect(g.pops.map(pop => pop.number)).toEqual(exposures.slice(1).map((_, i) => i + 2))
    for (const { number, at } of g.pops)
      expect(at).toEqual([exposures[number - 1]!.place, p.timing.captured! + exposures[number - 1]!.time])
    const last = lastLight(p)!
    expect(last).toBeCloseTo(p.timing.captured! + lastPop, 12)
    expect(layout.fitTime[1]).toBeGreaterThan(last)
    expect(layout.fitAlong[1]).toBeGreaterThan(Math.max(...exposures.map(e => e.along)))
    expect(stripExtents(p).action[1]).toBeGreaterThan(last)
    expect(g.panned).toEqual([])
  })
  test('each light pops when the schedule has it', () => {
    for (const { light, times } of p.sequence!.lights)
      expect(popTimes(p, light).map(time => time - lightTimes(p)[light]!)).toEqual(
        times.map(time => expect.closeTo(time, 9) as number),
      )
    const single = plan(newSetup('projectile'))
    expect(popTimes(single, 0)).toEqual([lightTimes(single)[0]])
    expect(lastLight(single)).toBe(single.timing.captured)
  })
  test('a turning camera sees the same pops elsewhere', () => {
    const turned = plan(withChange(newSetup('swing'), { path: 'sequence.panSpeed', value: 0.2 }))
    const g = pathGeometry(turned, [-9, 9], layout.fitTime)
    expect(g.panned).toHaveLength(exposures.length)
    g.panned.forEach(([place], i) =>
      expect(place).toBeCloseTo(
        exposures[i]!.place -
          0.2 * turned.setup.picture.distance * Math.cos(turned.setup.sequence.panAngle) * exposures[i]!.time,
        9,
      ),
    )
  })
  test('the open shutter is drawn so that the last pop falls into it', () => {
    const tight = plan(withChange(newSetup('swing'), { path: 'picture.shutter', value: lastLight(p)! + 0.01 }))
    const s = shutterTimes(tight)!
    expect(s.opens).toBeLessThanOrEqual(0.011)
    expect(s.closing).toBeGreaterThanOrEqual(lastLight(tight)! - 1e-9)
  })
})

describe('the band of spread', () => {
  test('leaves the chart and comes back without cutting across it', () => {
    const p = plan(newSetup('toss'))
    const g = pathGeometry(p, [0, 0.53], [0, 0.6])
    const [upper, lower] = [g.band.slice(0, g.band.length / 2), g.band.slice(g.band.length / 2).reverse()]
    expect(upper.map(([, time]) => time)).toEqual(lower.map(([, time]) => time))
    upper.forEach(([place], i) => expect(place).toBeGreaterThanOrEqual(lower[i]![0]))
    // Near the apex the upper edge is beyond the chart: held at its end, not left out.
    expect(upper.filter(([place]) => place === 0.53).length).toBeGreaterThan(5)
    expect(pathGeometry(plan(newSetup('drop')), [0, 1], [0, 1]).band).toEqual([])
  })
})

describe('table plan', () => {
  test('a light moved to where it is keeps its figures; elsewhere it is as far as it is drawn', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -1.2, max: 1.2, noNaN: true }),
        (distance, angle, elevation) => {
          const setup = newSetup('projectile')
          const flash = { ...setup.flashes[0]!, distance, angle, elevation }
          const back = lightAt(setup, flash, lightSpot(setup, flash))
          expect(back.distance).toBeCloseTo(distance, 9)
          expect(back.angle).toBeCloseTo(angle, 9)
          expect(back.elevation).toBeCloseTo(elevation, 9)
        },
      ),
    )
    const setup = newSetup('projectile')
    const raised = lightAt(setup, setup.flashes[0]!, { out: 0.4 })
    expect(raised.distance).toBeCloseTo(Math.hypot(setup.flashes[0]!.distance, 0.4), 9)
  })
  test('a danger zone is drawn for launchers alone and ends at the catch', () => {
    expect(Math.max(...dangerZone(newSetup('projectile'))!.map(p => p.along))).toBe(1.9)
    expect(dangerZone(newSetup('pour'))).toBeNull()
  })
  test(
    'seen from the camera a throw is a parabola through the subject; people take less room from above than ' +
      'they are tall',
    () => {
      const p = plan(newSetup('throw'))
      const path = sidePath(p, [0, 1.4])
      const at = (along: number) =>
        path.reduce((best, place) => (Math.abs(place[0] - along) < Math.abs(best[0] - along) ? place : best))[1]
      expect(at(0.9)).toBeCloseTo(0, 2)
      expect(Math.max(...path.map(place => place[1]))).toBeGreaterThan(at(0) + 0.04)
      expect(footprint(newSetup('swing'))).toBeLessThan(newSetup('swing').subject.height)
    },
  )
})

describe('time strip', () => {
  test.each(RECIPES)('%s: the chain runs without a gap from the sensor to the middle of the light', recipe => {
    const p = plan(newSetup(recipe))
    const stretches = chainStretches(p)
    expect(stretches[0]!.from).toBe(p.timing.sensed)
    expect(stretches.at(-1)!.to).toBeCloseTo(p.timing.captured!, 12)
    stretches.slice(1).forEach((s, i) => expect(s.from).toBe(stretches[i]!.to))
    expect(lanesOf(p).filter(l => l.role === 'light')).toHaveLength(p.setup.flashes.length)
  })
  test('each light keeps its own latency, and half its energy is out at its middle', () => {
    const p = plan(withChange(newSetup('projectile'), { path: 'flashes[1].latency', value: 140e-6 }))
    const [a, b] = lightTimes(p)
    expect(b! - a!).toBeCloseTo(50e-6, 9)
    const outline = pulseOutline(p, 0, -1, 1, undefined, 4000)
    const area = (from: number, to: number) =>
      outline
        .slice(1)
        .reduce(
          (sum, [t, y], i) => (t > from && t <= to ? sum + ((y + outline[i]![1]) / 2) * (t - outline[i]![0]) : sum),
          0,
        )
    expect(area(0, a!) / area(0, 1)).toBeCloseTo(0.5, 2)
    expect(pulseOutline(p, 0, 0, 0.001)).toEqual([])
  })
  test('the shutter is open when the light falls, asked for its lag before', () => {
    for (const recipe of ['toss', 'powder', 'projectile'] as const) {
      const p = plan(newSetup(recipe))
      const s = shutterTimes(p)!
      expect(s.full).toBeLessThanOrEqual(p.timing.captured!)
      expect(s.closing).toBeGreaterThan(p.timing.captured!)
      if (s.released !== null) expect(s.full - s.released).toBeCloseTo(p.setup.camera.lag, 9)
      const { all, light } = stripExtents(p)
      expect(all[0]).toBeLessThan(s.opens)
      expect(all[1]).toBeGreaterThan(s.closed)
      expect(light[1] - light[0]).toBeLessThan(0.001)
    }
  })
})

test('ticks that lie side by side are as few as there is room for, up to what is wanted', () => {
  const scale = (width: number) => linear([0, 1], [40, 40 + width])
  expect(roomFor(scale(154), true, 6)).toBe(2)
  expect(roomFor(scale(30), true, 6)).toBe(2)
  expect(roomFor(scale(300), true, 6)).toBe(5)
  expect(roomFor(scale(900), true, 6)).toBe(6)
  expect(roomFor(linear([0, 1], [400, 60]), true, 8)).toBe(5)
  expect(roomFor(scale(30), false, 8)).toBe(8)
})

describe('a light’s aim', () => {
  const setup = newSetup('projectile')
  const flash = { ...setup.flashes[0]!, aimAlong: 0.1, aimAcross: -0.2, aimOut: 0.3 }
  const ground = { ...flash, role: 'ground' as const }
  const middle = 0.906

  test('is where it is pointed, the subject’s middle or the ground being home', () => {
    expect(homeOf(setup, flash)).toEqual({ along: middle, across: 0, out: 0 })
    expect(homeOf(setup, ground)).toEqual({ along: middle, across: setup.scene.ground.distance, out: 0 })
    const aim = aimOf(setup, flash)
    expect([aim.along - middle, aim.across, aim.out].map(v => Number(v.toFixed(9)))).toEqual([0.1, -0.2, 0.3])
    expect(aimAt(setup, flash, { along: middle + 0.5 })).toEqual({
      aimAlong: expect.closeTo(0.5, 9),
      aimAcross: -0.2,
      aimOut: 0.3,
    })
    expect(aimAt(setup, ground, { across: setup.scene.ground.distance + 0.25 }).aimAcross).toBeCloseTo(0.25, 9)
    expect(aimAt(setup, flash, { out: 99 }).aimOut).toBe(20)
    expect(aimAt(setup, flash, { out: -99 }).aimOut).toBe(-20)
  })
  test('turns about the light as far off as it was, and is drawn home where that is near', () => {
    const [light, home] = [
      { along: 0, across: 0 },
      { along: 1, across: 0 },
    ]
    const aside = turned(light, home, home, { along: 0, across: 0.3 }, false)
    expect(aside.along).toBeCloseTo(0, 9)
    expect(aside.across).toBeCloseTo(1, 9)
    expect(turned(light, aside, home, { along: 5, across: 0.2 }, false)).toEqual(home)
    expect(turned(light, aside, home, { along: 5, across: -0.2 }, true).across).toBeCloseTo(-1 / Math.hypot(25, 1), 9)
    expect(turned(light, aside, home, { along: -5, across: 0 }, false).along).toBeCloseTo(-1, 9)
    expect(turned(light, light, home, { along: 0, across: 2 }, false).across).toBeCloseTo(1, 9)
    expect(turned(light, aside, home, light, false)).toBe(aside)
  })
  test('lines of equal light pass the subject at 0, a stop at 2 to the half, and follow the beam off its axis', () => {
    const [light, subject] = [
      { x: 10, y: 20 },
      { x: 110, y: 20 },
    ]
    const even = equalLight({ light, aim: subject, subject }, { beamAngle: 6.2 }, 1)
    expect(even).toHaveLength(13)
    for (const { x, y } of even) expect(Math.hypot(x - 10, y - 20)).toBeCloseTo(100 / Math.SQRT2, 6)
    // A beam of 60° is at half 30° off: a line of equal light is nearer there by the root of its cosine's power.
    const beam = { beamAngle: Math.PI / 3 }
    const line = equalLight({ light, aim: subject, subject }, beam, 0)
    expect(line[6]!.x).toBeCloseTo(110, 9)
    const edge = Math.hypot(line[0]!.x - 10, line[0]!.y - 20)
    expect(edge).toBeCloseTo(100 * Math.sqrt(Math.cos(0.42) ** (Math.LN2 / -Math.log(Math.cos(Math.PI / 6)))), 6)
    expect(Math.hypot(line[12]!.x - 10, line[12]!.y - 20)).toBeCloseTo(edge, 9)
    // Aimed beside the subject, more of its light goes where it is aimed.
    const feathered = equalLight({ light, aim: { x: 110, y: 60 }, subject }, beam, 0)
    expect(feathered[6]!.x).toBeCloseTo(110, 9)
    expect(feathered[12]!.x).toBeGreaterThan(line[12]!.x + 5)
    expect(equalLight({ light, aim: { x: -90, y: 20 }, subject }, beam, 0)).toEqual([])
  })
})
