import { type Setup, newSetup, plan, resultsOf, withChanges } from '~~/core'
import { figure, inWords } from '../../support/figures'

/** A set-up of which only some lights are left, each changed. */
function lit(lights: Partial<Setup['flashes'][number]>[], rest: [string, number | string][] = []): Setup {
  const start = newSetup('toss')
  const flashes = lights.map(light => ({ ...start.flashes[0]!, units: 1, lossStops: 0, ...light }))
  return withChanges(
    { ...start, flashes },
    rest.map(([path, value]) => ({ path, value })),
  )
}

/** One bare light above the camera's line, half way to a white ground. */
const outline = (more: Partial<Setup['flashes'][number]> = {}): Setup =>
  lit(
    [
      {
        role: 'ground',
        head: 'bare',
        guideNumber: 28,
        power: 1 / 8,
        distance: 0.6,
        // Behind the subject, level with it.
        angle: Math.PI / 2,
        elevation: 0,
        headWidth: 0.001,
        headHeight: 0.001,
        beamAngle: 2.4,
        aimAlong: 0,
        aimAcross: 0,
        aimOut: 0,
        ...more,
      },
    ],
    [
      ['scene.ground.distance', 1.6],
      ['scene.ground.reflectance', 0.85],
      ['picture.aperture', 11],
      ['picture.iso', 100],
      ['picture.distance', 40],
    ],
  )

describe('a silhouette', () => {
  test('its headline is the background, by guide number, distance and what that throws back', () => {
    const a = plan(outline())
    // 28 · √⅛ at 1.0 m is f/9.90; the ground throws back 0.85 where a grey card does 0.18.
    const hand = 2 * Math.log2((28 * Math.sqrt(1 / 8)) / 1 / a.optics.effectiveAperture) + Math.log2(0.85 / 0.18)
    expect(a.exposure.flash).toBeCloseTo(hand, 3)
    // The light stands behind: nothing of it falls on what faces the camera.
    expect(a.exposure.silhouette).toEqual({ subject: null })
    expect(inWords(a.findings.find(f => f.id === 'silhouette')!).title).toBe(
      'Background {background}, subject black: a silhouette',
    )
    expect(inWords(resultsOf(a).find(r => r.id === 'flash'))).toMatchObject({ label: 'Background, of a silhouette' })
  })

  test('a light turned half away from the ground gives by the cosine of its way', () => {
    const aside = plan(outline({ angle: Math.PI / 4 }))
    const [along, back] = [0.6 * Math.SQRT1_2, 1.6 - 0.6 * Math.SQRT1_2]
    const far = Math.hypot(along, back)
    const level = ((28 ** 2 / 8 / far ** 2) * (back / far) * (0.85 / 0.18)) / aside.optics.effectiveAperture ** 2
    expect(aside.exposure.flash).toBeCloseTo(Math.log2(level), 3)
  })

  test('a stop of power is a stop of background, and its fixes mend it', () => {
    const [one, two] = [plan(outline()), plan(outline({ power: 1 / 16 }))]
    expect(one.exposure.flash! - two.exposure.flash!).toBeCloseTo(1, 6)
    const dark = plan(withChanges(outline(), [{ path: 'picture.aperture', value: 32 }]))
    const told = inWords(dark.findings.find(f => f.id === 'exposure')!)
    expect(told.title).toBe('Background underexposed by {stops}')
    expect(figure(told.figures.stops).value).toBeCloseTo(-dark.exposure.flash!, 9)
    expect(told.fixes.length).toBeGreaterThan(1)
    for (const fix of told.fixes) {
      const after = plan(withChanges(dark.entered, fix.changes))
      expect(Math.abs(after.exposure.flash!)).toBeLessThanOrEqual(0.5)
    }
  })

  test('white is right for a background, burnt is not', () => {
    const at = (aperture: number) => plan(withChanges(outline(), [{ path: 'picture.aperture', value: aperture }]))
    const white = at(8)
    expect(white.exposure.flash).toBeGreaterThan(1.5)
    expect(white.findings.map(f => f.id)).not.toContain('exposure')
    expect(inWords(at(2.8).findings.find(f => f.id === 'exposure')!).title).toBe('Background overexposed by {stops}')
  })

  test('light of it in front of the subject is told, and another light ends the silhouette', () => {
    // Aimed at the ground from the camera’s side: the subject stands in its beam.
    const spilt = plan(outline({ angle: -Math.PI / 2, distance: 1 }))
    expect(spilt.exposure.silhouette!.subject).toBeGreaterThan(-4)
    expect(inWords(spilt.findings.find(f => f.id === 'silhouette')!).title).toMatch(/not black enough/)
    const start = outline()
    const both = plan({ ...start, flashes: [...start.flashes, { ...start.flashes[0]!, role: 'key', angle: -1 }] })
    expect(both.exposure.silhouette).toBeNull()
    expect(both.findings.map(f => f.id)).not.toContain('silhouette')
  })

  test('a white card before the subject takes the black off it', () => {
    const start = outline()
    const card = {
      name: 'Board',
      kind: 'white' as const,
      along: 0,
      across: -0.5,
      out: 0.4,
      width: 0.8,
      height: 0.8,
      turn: 0,
      tilt: 0,
    }
    const behind = (reach: Partial<Setup['flashes'][number]>) =>
      plan({ ...outline(reach), scene: { ...start.scene, cards: [card] } }).exposure.silhouette!.subject
    expect(behind({})).toBeNull()
    // One that shines all round reaches the card too.
    expect(behind({ beamAngle: 3.5 })).toBeGreaterThan(-6)
  })
})
