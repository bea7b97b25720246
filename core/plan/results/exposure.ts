import type { Setup } from '../../setup/types'
import { cameraSets } from '../../setup/metered'
import type { Assessment } from '../assess'
import {
  type Said,
  aperture,
  count,
  iso,
  length,
  named,
  power,
  said,
  share,
  shutter,
  speed,
  stops,
  time,
} from '../findings/types'
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
          label: 'result.exposure.shutterSpeedSetCamera',
          value: shutter(picture.shutter),
          read: b => b.known.picture.shutter,
          formula: 'result.exposure.meteredFormula',
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
      label: 'result.exposure.ambient',
      value: stops(exposure.ambient),
      read: b => b.exposure.ambient,
      formula: 'result.exposure.ambientFormula',
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
          label: 'result.exposure.shutterBand',
          value: share(band.dark),
          read: b => b.shutter.dark,
          formula: 'result.exposure.bandFormula',
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
    label: sharpness.worst === null ? 'result.exposure.noStreak' : 'result.exposure.streak',
    value: length(sharpness.subject, 'mm'),
    read: b => b.sharpness.subject,
    formula: sharpness.by === 'flash' ? 'result.exposure.streakByFlash' : 'result.exposure.streakByShutter',
    figures: {
      part: named((sharpness.worst?.name ?? '').toLowerCase()),
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
    label: 'result.exposure.ghostBesideAll',
    value: length(ghost.length, 'mm'),
    read: b => b.sharpness.ghost?.length ?? b.sharpness.subject,
    formula: 'result.exposure.ghostFormula',
    figures: {
      v: speed(sharpness.speed),
      floor: { value: -picture.ambientLimit, quantity: 'stops', unit: 'unsigned' },
      under: { value: ghost.under, quantity: 'stops', unit: 'unsigned' },
    },
  }
}

/** One light of those that are added up. */
const lightSaid = ({ units, guideNumber, power: set, distance }: Setup['flashes'][number]): Said =>
  said(units > 1 ? 'result.exposure.severalUnits' : 'result.exposure.oneUnit', {
    units: count(units),
    guide: { value: guideNumber, quantity: 'guide' },
    power: power(set),
    distance: length(distance, 'm'),
  })

/** @param level of what faces the camera, or of a silhouette's background, stops */
function flashResult({ known: setup, exposure, optics }: Assessment, level: number): ResultDraft {
  const { picture, scene } = setup
  if (exposure.silhouette)
    return {
      id: 'flash',
      label: 'result.exposure.backgroundSilhouette',
      value: stops(level),
      read: b => b.exposure.flash,
      formula: 'result.exposure.silhouetteFormula',
      figures: {
        d: length(scene.ground.distance, 'm'),
        r: share(scene.ground.reflectance),
        N: aperture(optics.effectiveAperture),
        iso: iso(picture.iso),
        cards: withCards(setup),
      },
    }
  return {
    id: 'flash',
    label: 'result.exposure.flashExposure',
    value: stops(level),
    read: b => b.exposure.flash,
    formula: 'result.exposure.flashFormula',
    figures: {
      N: aperture(optics.effectiveAperture),
      iso: iso(picture.iso),
      lights: { each: exposure.front.slice(0, 4).map(i => lightSaid(setup.flashes[i]!)), by: 'semicolon' },
      cards: withCards(setup),
    },
  }
}
