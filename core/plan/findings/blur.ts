import { acrossPicture } from '../../take/bodies'
import { ISOS, SHUTTERS_IN_SECONDS, stepDown } from '../../setup/steps'
import type { Change } from '../../setup/paths'
import { withChanges } from '../../setup/paths'
import { type Assessment, assess, exposureLevel } from '../assess'
import { type FixDraft, type Rule, iso, length, power, shutter, time, named } from './types'

/**
 * Changes that give back the stops that some changes cost, by ISO up to what is accepted and never to more than there
 * was.
 */
export function makeUp(a: Assessment, changes: readonly Change[]): Change[] {
  const { picture, camera } = a.setup
  const lost = (exposureLevel(a) ?? 0) - (exposureLevel(assess(withChanges(a.setup, changes))) ?? 0)
  const set = stepDown(ISOS, Math.min(picture.iso * 2 ** lost * 1.06, camera.maximumIso))
  return set !== null && set > picture.iso ? [{ path: 'picture.iso', value: set }] : []
}

/** Fixes of a streak by less power: those lights that are too slow, each to its highest that will do. */
function lessPower(a: Assessment): FixDraft[] {
  const { setup, sharpness } = a
  const across = acrossPicture(sharpness.speed, setup.picture)
  const slow = setup.flashes.flatMap((_, i) => (across * (a.pulses[i]?.t01 ?? 0) > sharpness.limit ? [i] : []))
  const highest = slow.map(i => sharpness.highestPowers[i] ?? null)
  if (slow.length === 0 || highest.some(p => p === null)) return []
  const lower = slow.map((i, k): Change => ({ path: `flashes[${i}].power`, value: highest[k] as number }))
  const lowest = power(Math.min(...(highest as number[])))
  const back = makeUp(a, lower)
  const less: FixDraft = { label: 'finding.blur.turnFlashDown', figures: { power: lowest }, changes: lower }
  if (back.length === 0) return [less]
  const figures = { power: lowest, iso: iso(back[0]!.value as number) }
  return [less, { label: 'finding.blur.turnFlashDownSet', figures, changes: [...lower, ...back] }]
}

/** What always can be done about a streak: to live with it. */
function acceptStreak({ setup, sharpness }: Assessment): FixDraft[] {
  const { worst } = sharpness
  const wider = Math.ceil(sharpness.judged * 10_000) / 10_000
  const accept: FixDraft = {
    label: 'finding.blur.acceptStreak',
    figures: { wider: length(wider, 'mm') },
    changes: [{ path: 'picture.blurLimit', value: wider }],
  }
  if (worst === null || setup.bodies.filter(body => body.sharp).length < 2) return [accept]
  const changes: Change[] = [{ path: `bodies[${worst.index}].sharp`, value: false }]
  return [{ label: 'finding.blur.letBlur', figures: { part: named(worst.name) }, changes }, accept]
}

/** A part that must be sharp moves too far while there is light. */
export const blur: Rule = a => {
  const { setup, sharpness } = a
  if (sharpness.worst === null || sharpness.judged <= sharpness.limit * (1 + 1e-9)) return null
  const byFlash = sharpness.by === 'flash'
  const needed = sharpness.duration * Math.min(1, sharpness.limit / sharpness.subject)
  // The core would do, but a slower light is seen beside it.
  const ghosted = sharpness.subject <= sharpness.limit * (1 + 1e-9)
  const fast = byFlash ? null : stepDown(SHUTTERS_IN_SECONDS, needed)
  const real: FixDraft[] = byFlash
    ? lessPower(a)
    : fast === null
      ? []
      : [
          {
            label: 'finding.blur.setShutter',
            figures: { fast: shutter(fast) },
            changes: [{ path: 'picture.shutter', value: fast }],
          },
        ]
  const highest = Math.max(0, ...setup.flashes.map(flash => flash.power))
  return {
    id: 'blur',
    severity: 'error',
    title: ghosted
      ? 'finding.blur.ghostBesideSharpPicture'
      : byFlash
        ? 'finding.blur.streakFlashTooLong'
        : 'finding.blur.streakShutterTooSlow',
    reason: ghosted ? 'finding.blur.sharpButSlowerLight' : 'finding.blur.movesPxWhileLight',
    figures: {
      blur: length(sharpness.subject, 'mm'),
      limit: length(sharpness.limit, 'mm'),
      ghost: length(sharpness.ghost?.length ?? 0, 'mm'),
      under: { value: sharpness.ghost?.under ?? 0, quantity: 'stops', unit: 'unsigned' },
      duration: time(sharpness.duration),
      power: power(highest || 1),
      speed: { value: sharpness.speed, quantity: 'speed' },
      pixels: { value: sharpness.pixels, quantity: 'number' },
      needed: time(needed),
      part: named(sharpness.worst.name),
    },
    paths: [byFlash ? 'flashes[0].power' : 'picture.shutter', 'picture.blurLimit'],
    fixes: [...real, ...acceptStreak(a)],
    ...(real.length === 0
      ? { outOfReach: byFlash ? 'finding.blur.noneTheseFlashesShort' : 'finding.blur.cameraHasNoShutter' }
      : {}),
  }
}
