import { cameraSets } from '../../setup/metered'
import type { Assessment } from '../assess'
import { aperture, iso, length, plain, share, shutter, speed, stops, time } from '../findings/types'
import { type ResultDraft, angle, ev, number, withCards } from './types'

/** What light and shutter make of the picture. */
export function exposureResults(a: Assessment): (ResultDraft | null)[] {
  const { known: setup, exposure, optics, shutter: band } = a
  const { picture, camera } = setup
  return [
    !cameraSets(setup)
      ? null
      : {
          id: 'own-shutter',
          label: 'Shutter speed set by the camera',
          value: shutter(picture.shutter),
          read: b => b.known.picture.shutter,
          formula: 'at {N} in {ev}: lowest ISO down to 1/120 s, then higher ISO (here {iso}), then a longer time',
          figures: {
            N: aperture(picture.aperture),
            ev: { value: picture.ambientEv, quantity: 'ev' },
            iso: iso(picture.iso),
          },
        },
    streakResult(a),
    ghostResult(a),
    exposure.flash === null ? null : flashResult(a, exposure.flash),
    {
      id: 'ambient',
      label: 'Ambient',
      value: stops(exposure.ambient),
      read: b => b.exposure.ambient,
      formula: '{ev} + log₂(ISO / 100) − log₂(N² / t), {iso}, N = {N}, t = {t}; black below {limit}',
      figures: {
        ev: ev(picture.ambientEv),
        iso: iso(picture.iso),
        N: aperture(optics.effectiveAperture),
        t: shutter(picture.shutter),
        limit: stops(picture.ambientLimit),
      },
    },
    setup.method === 'open-shutter' && band.notFullyLit === 0
      ? null
      : {
          id: 'band',
          label: 'Shutter band',
          value: share(band.dark),
          read: b => b.shutter.dark,
          formula: 'rows with y · {travel} + {t} ≤ {travel} + lag are dark; clean from {clean}',
          figures: {
            travel: time(camera.curtainTravel),
            t: shutter(picture.shutter),
            clean: shutter(band.fastestClean),
          },
        },
  ]
}

/** The streak of the fastest thing that must be sharp. */
function streakResult({ known: { picture }, sharpness }: Assessment): ResultDraft {
  return {
    id: 'blur',
    label:
      sharpness.worst === null
        ? 'Streak, nothing must be sharp'
        : `Streak, ${plain(sharpness.worst.name).toLowerCase()}`,
    value: length(sharpness.subject, 'mm'),
    read: b => b.sharpness.subject,
    formula:
      `{v} × {d} (${sharpness.by === 'flash' ? 'core of all the light; of one flash its t.1' : 'shutter'}) × ` +
      `cos {a}; {px} pixels, limit {limit}`,
    figures: {
      v: speed(sharpness.speed),
      d: time(sharpness.duration),
      a: angle(picture.angleToSensor),
      px: number(sharpness.pixels),
      limit: length(sharpness.limit, 'mm'),
    },
  }
}

/** What is seen of the streak beyond its sharp core; none where nothing is. */
function ghostResult({ sharpness, known: { picture } }: Assessment): ResultDraft | null {
  const { ghost } = sharpness
  if (!ghost) return null
  return {
    id: 'ghost',
    label: 'Ghost beside it, in all',
    value: length(ghost.length, 'mm'),
    read: b => b.sharpness.ghost?.length ?? b.sharpness.subject,
    formula: '{v} × the time until what is lit is {floor} under correct; on average {under} under the sharp core',
    figures: {
      v: speed(sharpness.speed),
      floor: { value: -picture.ambientLimit, quantity: 'stops', unit: 'unsigned' },
      under: { value: ghost.under, quantity: 'stops', unit: 'unsigned' },
    },
  }
}

/** @param level of what faces the camera, or of a silhouette's background, stops */
function flashResult({ known: setup, exposure, optics }: Assessment, level: number): ResultDraft {
  const { picture, scene } = setup
  if (exposure.silhouette)
    return {
      id: 'flash',
      label: 'Background, of a silhouette',
      value: stops(level),
      read: b => b.exposure.flash,
      formula: `lights on the background, {d} behind the subject, reflectance {r}, at {N}, {iso}${withCards(setup)}`,
      figures: {
        d: length(scene.ground.distance, 'm'),
        r: share(scene.ground.reflectance),
        N: aperture(optics.effectiveAperture),
        iso: iso(picture.iso),
      },
    }
  return {
    id: 'flash',
    label: 'Flash exposure',
    value: stops(level),
    read: b => b.exposure.flash,
    formula: `2 log₂(√Σ N² / {N}), ${exposure.front
      .map(i => `${setup.flashes[i]!.units > 1 ? `${setup.flashes[i]!.units} × ` : ''}{g${i}} at {p${i}}, {d${i}} off`)
      .slice(0, 4)
      .join('; ')}; {iso}${withCards(setup)}`,
    figures: {
      N: aperture(optics.effectiveAperture),
      iso: iso(picture.iso),
      ...Object.fromEntries(
        setup.flashes.flatMap((flash, i) => [
          [`g${i}`, { value: flash.guideNumber, quantity: 'guide' as const }],
          [`p${i}`, { value: flash.power, quantity: 'power' as const }],
          [`d${i}`, length(flash.distance, 'm')],
        ]),
      ),
    },
  }
}
