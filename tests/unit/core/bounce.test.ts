import { changed, entered, micAt, newSetup, plan, soundDistance, withChanges } from '~~/core'
import { bounceLoss } from '~~/core/light/heads'
import { seededRandom } from '~~/core/math/random'
import { valueAt } from '~~/core/setup/paths'

/**
 * Stops a bounce costs, by rays: sent off as cosⁿ over the half space, those that meet a square card thrown all ways.
 * Shares no code with the sum.
 */
function byRays(distance: number, side: number, rays = 400_000): number {
  const random = seededRandom(5)
  // A bare head is half as bright at 30° off its axis.
  const n = Math.log(0.5) / Math.log(Math.cos(Math.PI / 6))
  let caught = 0
  for (let i = 0; i < rays; i++) {
    const cosine = random.uniform() ** (1 / (n + 1))
    const turn = 2 * Math.PI * random.uniform()
    const out = distance * Math.tan(Math.acos(cosine))
    if (Math.abs(out * Math.cos(turn)) < side / 2 && Math.abs(out * Math.sin(turn)) < side / 2) caught++
  }
  // Of 1 on the axis the beam holds 2π / (n + 1); of what a white card gets, 0.88 / π goes straight off it.
  return -Math.log2(((caught / rays) * 2 * Math.PI * 0.88) / (n + 1) / Math.PI)
}

describe('a bounce', () => {
  test.each([
    [0.3, 0.3],
    [0.6, 0.5],
    [1, 3],
    [0.5, 2],
  ])('off a card %d m away, %d m wide, costs what rays count', (bounceDistance, side) => {
    const cost = bounceLoss({ bounceDistance, headWidth: side, headHeight: side })
    expect(cost).toBeCloseTo(byRays(bounceDistance, side), 1)
  })

  test('a wall costs less than a card, a card farther off more', () => {
    const at = (bounceDistance: number, side: number) =>
      bounceLoss({ bounceDistance, headWidth: side, headHeight: side })
    expect(at(0.5, 0.3)).toBeGreaterThan(at(0.5, 0.6))
    expect(at(1, 0.6)).toBeGreaterThan(at(0.5, 0.6))
    // A whole wall: 2 × 0.88 / 5.82.
    expect(at(0.2, 10)).toBeCloseTo(-Math.log2((2 * 0.88) / 5.8188), 2)
  })

  test('its cost follows while nobody said it, and not after', () => {
    const start = newSetup('toss')
    const bounced = changed(start, [{ path: 'flashes[0].head', value: 'bounced' }])
    expect(bounced.flashes[0]!.lossStops).toBe(2.5)
    const placed = changed(bounced, [{ path: 'flashes[0].bounceDistance', value: 0.5 }])
    expect(placed.flashes[0]!.lossStops).toBeCloseTo(bounceLoss({ ...placed.flashes[0]!, bounceDistance: 0.5 }), 2)
    const smaller = changed(placed, [{ path: 'flashes[0].headWidth', value: 0.3 }])
    expect(smaller.flashes[0]!.lossStops).toBeGreaterThan(placed.flashes[0]!.lossStops)
    const three = [{ path: 'flashes[0].lossStops', value: 3 }]
    const typed = entered(changed(placed, three), three)
    expect(changed(typed, [{ path: 'flashes[0].bounceDistance', value: 1 }]).flashes[0]!.lossStops).toBe(3)
  })
})

describe('a microphone’s place is one entry', () => {
  test('it ends up so far from what it hears, from any place', () => {
    for (const [position, offset, source] of [
      [0, 0.4, 'start'],
      [0.9, 0.15, 'impact'],
      [0.6, 0.15, 'impact'],
      [0, 0.5, 'impact'],
    ] as const) {
      const setup = withChanges(newSetup('projectile'), [
        { path: 'sensor.kind', value: 'sound' },
        { path: 'sensor.source', value: source },
        { path: 'sensor.position', value: position },
        { path: 'sensor.offset', value: offset },
      ])
      for (const far of [0.05, 0.3, 1, 4]) {
        const moved = micAt(setup, far)
        const after = { ...setup, sensor: { ...setup.sensor, ...moved } }
        expect(soundDistance(after)).toBeCloseTo(far, 3)
        // Where it can, it stays where it stood along the travel.
        const place = source === 'start' ? 0 : setup.subject.distance
        if (Math.abs(position - place) <= far) expect(moved.position).toBe(position)
      }
    }
  })
})

describe('a person as the target', () => {
  const cautions = (id: string, more: [string, string | boolean][]) => {
    const setup = withChanges(
      newSetup(id as 'throw'),
      more.map(([path, value]) => ({ path, value })),
    )
    return plan(setup)
  }

  test('nothing is ever shot at one', () => {
    const shot = cautions('projectile', [['subject.person', true]])
    expect(shot.findings[0]).toMatchObject({ id: 'person-in-line', severity: 'error' })
    expect(shot.keeper.stop).toBe('person-in-line')
    expect(valueAt(withChanges(shot.setup, shot.findings[0]!.fixes[0]!.changes), 'subject.person')).toBe(false)
    expect(cautions('throw', [['subject.person', true]]).findings.map(f => f.id)).not.toContain('person-in-line')
  })
})
