import { APERTURES, ISOS, SHUTTERS_IN_SECONDS, nearestStep } from '../../setup/steps'
import type { Change } from '../../setup/paths'
import { type Assessment, exposureLevel } from '../assess'
import { powerSteps } from '../../light/pulses'
import { aimAt, aimedPast } from './aimedAway'
import { type FixDraft, type Rule, aperture, iso, length, power, shutter, stops } from './types'

/** Over or under by more than this is worth saying, stops. */
const EXPOSURE_TOLERANCE = 0.5

/** A silhouette's background may be as bright as this, stops over correct: white, and no more. */
const WHITEST = 2.5

/** Stops over (+) or under what is right: of a silhouette, outside of grey to white. */
const offBy = (level: number, outlined: boolean): number =>
  outlined && level > 0 ? Math.max(0, level - WHITEST) : level

/** Off by more than this no picture is left to develop, stops. */
const RUINED = 4

/** Fixes of exposure by what the lights do; every light alike, so that their balance stays. */
function byLight({ setup }: Assessment, level: number): FixDraft[] {
  const { flashes } = setup
  const fixes: FixDraft[] = []
  const all = (key: string, value: (i: number) => number): Change[] =>
    flashes.map((_, i) => ({ path: `flashes[${i}].${key}`, value: value(i) }))
  const powers = flashes.map(flash => flash.power * 2 ** (-Math.round(level * 3) / 3))
  if (powers.every((p, i) => p <= 1 + 1e-9 && p >= flashes[i]!.minimumPower * (1 - 1e-9))) {
    const changes = all('power', i => nearestStep(powerSteps(flashes[i]!), powers[i]!))
    fixes.push({
      label: level > 0 ? 'finding.exposure.turnFlashDown' : 'finding.exposure.turnFlashUp',
      figures: { power: power(changes[0]!.value as number) },
      changes,
    })
  }
  const factor = level < 0 ? Math.ceil(2 ** -level - 1e-9) : 1
  if (factor > 1 && flashes.every(flash => flash.units * factor <= 12)) {
    fixes.push({
      label: 'finding.exposure.useTimesManyUnits',
      figures: { units: { value: factor, quantity: 'count' } },
      changes: all('units', i => flashes[i]!.units * factor),
    })
  }
  const moved = flashes.map(flash => Math.round(flash.distance * 2 ** (level / 2) * 100) / 100)
  if (moved.every(d => d >= 0.15 && d <= 20)) {
    fixes.push({
      label: level > 0 ? 'finding.exposure.moveFlashBack' : 'finding.exposure.moveFlashCloser',
      figures: { distance: length(moved[0]!, 'm') },
      changes: all('distance', i => moved[i]!),
    })
  }
  if (level > 0) {
    const more = Math.round(level * 3) / 3
    fixes.push({
      label: 'finding.exposure.cutEachLightGel',
      figures: { more: { value: more, quantity: 'stops', unit: 'unsigned' } },
      changes: all('lossStops', i => Number((flashes[i]!.lossStops + more).toPrecision(6))),
    })
  }
  return fixes
}

/** The flash over- or underexposes what faces the camera. */
export const exposure: Rule = a => {
  const { setup } = a
  const fast = setup.method === 'fast-shutter'
  const met = exposureLevel(a)
  const outlined = a.exposure.silhouette !== null
  const level = met === null ? 0 : offBy(met, outlined)
  if (Math.abs(level) <= EXPOSURE_TOLERANCE) return null
  const { picture, camera, lens, flashes } = setup
  const fixes: FixDraft[] = []
  const setIso = nearestStep(ISOS, picture.iso * 2 ** -level)
  if (setIso >= camera.baseIso && setIso <= camera.maximumIso) {
    fixes.push({
      label: 'finding.exposure.set',
      figures: { iso: iso(setIso) },
      changes: [{ path: 'picture.iso', value: setIso }],
    })
  }
  const setAperture = nearestStep(APERTURES, picture.aperture * 2 ** (level / 2))
  if (setAperture >= lens.widestAperture && setAperture <= lens.smallestAperture) {
    fixes.push({
      label: 'finding.exposure.setAperture',
      figures: { aperture: aperture(setAperture) },
      changes: [{ path: 'picture.aperture', value: setAperture }],
    })
  }
  if (!fast && flashes.length > 0) fixes.push(...byLight(a, level))
  // What a card alone throws back is less than a light turned to the subject gives.
  const past = aimedPast(a)
  if (!fast && level < 0 && past.length > 0) fixes.push(aimAt(a, past))
  if (fast) {
    const quicker = nearestStep(SHUTTERS_IN_SECONDS, picture.shutter * 2 ** -level)
    fixes.push({
      label: 'finding.exposure.setShutter',
      figures: { quicker: shutter(quicker) },
      changes: [{ path: 'picture.shutter', value: quicker }],
    })
  }
  return {
    id: 'exposure',
    severity: Math.abs(level) > RUINED ? 'error' : 'warning',
    title: outlined
      ? level > 0
        ? 'finding.exposure.backgroundOver'
        : 'finding.exposure.backgroundUnder'
      : level > 0
        ? 'finding.exposure.over'
        : 'finding.exposure.under',
    reason: outlined
      ? 'finding.exposure.silhouetteBackgroundStandsBetween'
      : fast
        ? 'finding.exposure.continuousLightShutterAperture'
        : a.exposure.front.length < flashes.length
          ? 'finding.exposure.lightsFaceSubjectS'
          : 'finding.exposure.allFlashesTogetherModifiers',
    figures: {
      stops: { value: Math.abs(level), quantity: 'stops', unit: 'unsigned' },
      ambient: stops(a.exposure.ambient),
      white: { value: WHITEST, quantity: 'stops', unit: 'unsigned' },
      aperture: aperture(picture.aperture),
      iso: iso(picture.iso),
    },
    paths: ['picture.iso', 'picture.aperture'],
    fixes,
    outOfReach: level > 0 ? 'finding.exposure.nothingHereCutsEnough' : 'finding.exposure.needMoreLightAdd',
  }
}
