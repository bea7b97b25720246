import { APERTURES, ISOS, SHUTTERS_IN_SECONDS, nearestStep, stepDown, stepUp } from '../../setup/steps'
import type { Change } from '../../setup/paths'
import { withChanges } from '../../setup/paths'
import { type Assessment, assess, exposureLevel } from '../assess'
import { powerSteps } from '../light'
import { lastLight } from '../sequence'
import { TELLING_STOPS, highSpeedSyncActs, syncRuledOut } from '../shutter'
import { type FixDraft, type Rule, aperture, iso, length, plain, power, share, shutter, stops, time } from './types'

/** A band narrower than this is none, share of the frame. */
const NO_BAND = 0.0005

/** Where in the picture a band lies. */
const AT_EDGE = {
  top: 'top edge',
  bottom: 'bottom edge',
  left: 'left edge',
  right: 'right edge',
  all: 'the whole of it',
} as const

export const pastSync: Rule = ({ setup, shutter: check }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length === 0 || highSpeedSyncActs(setup)) return null
  const telling = check.lostWorst >= TELLING_STOPS
  const past = syncRuledOut(setup) && setup.camera.shutterKind !== 'rolling' && setup.method !== 'open-shutter'
  if (!telling && !past) return null
  const clean = stepUp(SHUTTERS_IN_SECONDS, check.fastestClean) ?? check.fastestClean
  const edge = AT_EDGE[check.edge]
  const title =
    check.dark > NO_BAND
      ? `Dark band over {dark} of the picture, ${edge}`
      : telling
        ? `The shutter cuts off {lost} of flash, ${edge}`
        : 'Shutter past the sync speed of this camera'
  return {
    id: 'past-sync',
    severity: telling ? 'error' : 'note',
    title,
    reason:
      setup.camera.shutterKind === 'rolling'
        ? 'At {set} an electronic shutter has no instant with every row open; read-out takes {travel}. It costs ' +
          '{middle} in the middle.'
        : telling
          ? 'At {set} the shutter closes before the light is out: {middle} lost in the middle of the frame, ' +
            '{lost} at the edge; clean from {clean}.'
          : 'At {set} this flash is out in time by the curtain travel noted, but the camera is rated to {sync}: ' +
            'try it.',
    figures: {
      dark: share(check.dark),
      dim: share(check.notFullyLit),
      set: shutter(setup.picture.shutter),
      clean: shutter(clean),
      travel: time(setup.camera.readOut),
      lost: stops(-check.lostWorst),
      middle: stops(-check.lostMiddle),
      sync: shutter(setup.camera.syncSpeed),
    },
    paths: ['picture.shutter', 'camera.syncSpeed'],
    fixes: [
      {
        label: 'Set the shutter to {clean}',
        figures: { clean: shutter(clean) },
        changes: [{ path: 'picture.shutter', value: clean }],
      },
    ],
  }
}

/** What is opened before the action must still be open when the last light falls. */
export const closesEarly: Rule = ({ setup, sequence, timing }) => {
  const open = setup.picture.shutter
  // Due at the moment: a delay that misses it has a finding of its own.
  const last = lastLight({ timing: { captured: timing.moment }, sequence })
  if (setup.method !== 'open-shutter' || setup.trigger !== 'sensor' || last === null || open >= last) return null
  // A sequence that is longer than the open time is told as such.
  if (sequence !== null && open < sequence.least) return null
  const longer = stepUp(SHUTTERS_IN_SECONDS, last)
  return {
    id: 'closes-early',
    severity: 'error',
    title: 'The shutter closes before the light falls',
    reason:
      'It is opened before the action, and the light is due {last} after that starts: {open} is too short, ' +
      'however quick the hand.',
    figures: { last: time(last), open: shutter(open) },
    paths: ['picture.shutter'],
    fixes:
      longer === null
        ? []
        : [
            {
              label: 'Open for {longer}',
              figures: { longer: shutter(longer) },
              changes: [{ path: 'picture.shutter', value: longer }],
            },
          ],
  }
}

export const highSpeedSync: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || !highSpeedSyncActs(setup)) return null
  const clean = stepUp(SHUTTERS_IN_SECONDS, setup.camera.syncSpeed) ?? setup.camera.syncSpeed
  return {
    id: 'high-speed-sync',
    severity: 'error',
    title: 'High-speed sync is not a short flash',
    reason:
      'Its light lasts as long as the curtains travel, {travel}. At {set} it is the shutter that freezes, not ' +
      'the flash.',
    figures: { travel: time(setup.camera.curtainTravel), set: shutter(setup.picture.shutter), clean: shutter(clean) },
    paths: ['flashes[0].highSpeedSync', 'picture.shutter'],
    fixes: [
      {
        label: 'Ordinary flash at {clean}',
        figures: { clean: shutter(clean) },
        changes: [
          ...setup.flashes.map((_, i): Change => ({ path: `flashes[${i}].highSpeedSync`, value: false })),
          { path: 'picture.shutter', value: clean },
        ],
      },
      { label: 'Take it as a fast-shutter picture', changes: [{ path: 'method', value: 'fast-shutter' }] },
    ],
  }
}

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
  const across = sharpness.speed * Math.abs(Math.cos(setup.picture.angleToSensor))
  const slow = setup.flashes.flatMap((_, i) => (across * (a.pulses[i]?.t01 ?? 0) > sharpness.limit ? [i] : []))
  const highest = slow.map(i => sharpness.highestPowers[i] ?? null)
  if (slow.length === 0 || highest.some(p => p === null)) return []
  const lower = slow.map((i, k): Change => ({ path: `flashes[${i}].power`, value: highest[k] as number }))
  const lowest = power(Math.min(...(highest as number[])))
  const back = makeUp(a, lower)
  return [
    { label: 'Set the flash to {power}', figures: { power: lowest }, changes: lower },
    ...(back.length > 0
      ? [
          {
            label: 'Set the flash to {power} and {iso}',
            figures: { power: lowest, iso: iso(back[0]!.value as number) },
            changes: [...lower, ...back],
          },
        ]
      : []),
  ]
}

/** What always can be done about a streak: to live with it. */
function acceptStreak({ setup, sharpness }: Assessment): FixDraft[] {
  const { worst } = sharpness
  const wider = Math.ceil(sharpness.subject * 10_000) / 10_000
  return [
    ...(worst !== null && setup.bodies.filter(body => body.sharp).length > 1
      ? [
          {
            label: `Let this blur: ${plain(worst.name)}`,
            changes: [{ path: `bodies[${worst.index}].sharp`, value: false }],
          },
        ]
      : []),
    {
      label: 'Accept a streak of {wider}',
      figures: { wider: length(wider, 'mm') },
      changes: [{ path: 'picture.blurLimit', value: wider }],
    },
  ]
}

export const blur: Rule = a => {
  const { setup, sharpness } = a
  if (sharpness.worst === null || sharpness.subject <= sharpness.limit * (1 + 1e-9)) return null
  const byFlash = sharpness.by === 'flash'
  const needed = sharpness.duration * (sharpness.limit / sharpness.subject)
  const fast = byFlash ? null : stepDown(SHUTTERS_IN_SECONDS, needed)
  const real: FixDraft[] = byFlash
    ? lessPower(a)
    : fast === null
      ? []
      : [
          {
            label: 'Set the shutter to {fast}',
            figures: { fast: shutter(fast) },
            changes: [{ path: 'picture.shutter', value: fast }],
          },
        ]
  const highest = Math.max(0, ...setup.flashes.map(flash => flash.power))
  return {
    id: 'blur',
    severity: 'error',
    title: byFlash
      ? 'Streak of {blur} at {power}: power too high to freeze this'
      : 'Streak of {blur}: the shutter is too slow for this',
    reason:
      `${plain(sharpness.worst.name)}: at {speed} the light of {duration} draws {blur}, {pixels} px; the ` +
      `limit is {limit}.`,
    figures: {
      blur: length(sharpness.subject, 'mm'),
      limit: length(sharpness.limit, 'mm'),
      duration: time(sharpness.duration),
      power: power(highest || 1),
      speed: { value: sharpness.speed, quantity: 'speed' },
      pixels: { value: sharpness.pixels, quantity: 'number' },
      needed: time(needed),
    },
    paths: [byFlash ? 'flashes[0].power' : 'picture.shutter', 'picture.blurLimit'],
    fixes: [...real, ...acceptStreak(a)],
    ...(real.length === 0
      ? {
          outOfReach: byFlash
            ? 'No light here is that short: a flash with t.1 of {needed} or less would freeze it.'
            : 'No shutter here is that fast: {needed} would freeze it, or a short flash.',
        }
      : {}),
  }
}

/** Another unit of the same class can last three times as long as the rating. */
const RATING_DOUBT = 3

export const ratedDuration: Rule = ({ setup, sharpness, pulses }) => {
  if (sharpness.by !== 'flash' || sharpness.subject > sharpness.limit || sharpness.worst === null) return null
  const rated = setup.flashes.findIndex(flash => !flash.measured)
  if (rated < 0 || (sharpness.subject * RATING_DOUBT <= sharpness.limit && !pulses[rated]?.extrapolated)) return null
  return {
    id: 'rated-duration',
    severity: 'note',
    title: setup.flashes[rated]?.borrowed
      ? 'Flash duration is that of a typical unit'
      : pulses[rated]?.extrapolated
        ? 'Flash duration guessed outside its table'
        : 'Flash duration is rated, not measured',
    reason:
      'Units of one class differ threefold. At three times {duration} the streak would be {blur}, over the limit ' +
      'of {limit}: measure it.',
    figures: {
      duration: time(sharpness.duration),
      blur: length(sharpness.subject * RATING_DOUBT, 'mm'),
      limit: length(sharpness.limit, 'mm'),
    },
    paths: [`flashes[${rated}].measured`],
    fixes: [],
  }
}

export const noFlash: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length > 0) return null
  return {
    id: 'no-flash',
    severity: 'error',
    title: 'No flash in the set-up',
    reason: 'With this method the flash makes the picture. Add a light, or let a fast shutter freeze it.',
    figures: {},
    paths: ['method'],
    fixes: [{ label: 'Take it as a fast-shutter picture', changes: [{ path: 'method', value: 'fast-shutter' }] }],
  }
}

export const ambient: Rule = a => {
  const { setup, exposure, shutter: check } = a
  if (setup.method === 'fast-shutter' || exposure.black) return null
  const { picture, lens, camera } = setup
  const over = exposure.ambient - picture.ambientLimit
  const fixes: FixDraft[] = []
  const shorter = stepDown(SHUTTERS_IN_SECONDS, picture.shutter * 2 ** -over)
  const sequenceNeeds = a.sequence?.least ?? 0
  if (shorter !== null && shorter >= check.fastestClean && shorter >= sequenceNeeds) {
    fixes.push({
      label: 'Set the shutter to {shutter}',
      figures: { shutter: shutter(shorter) },
      changes: [{ path: 'picture.shutter', value: shorter }],
    })
  }
  const smaller = stepUp(APERTURES, picture.aperture * 2 ** (over / 2))
  if (smaller !== null && smaller <= lens.smallestAperture) {
    fixes.push({
      label: 'Stop down to {aperture}',
      figures: { aperture: aperture(smaller) },
      changes: [{ path: 'picture.aperture', value: smaller }],
    })
  }
  const lowerIso = stepDown(ISOS, picture.iso * 2 ** -over)
  if (lowerIso !== null && lowerIso >= camera.baseIso) {
    fixes.push({
      label: 'Set {iso}',
      figures: { iso: iso(lowerIso) },
      changes: [{ path: 'picture.iso', value: lowerIso }],
    })
  }
  const darker = Math.floor((picture.ambientEv - over) * 10) / 10
  if (darker >= -12) {
    fixes.push({
      label: 'Darken the room to {ev}',
      figures: { ev: { value: darker, quantity: 'ev' } },
      changes: [{ path: 'picture.ambientEv', value: darker }],
    })
  }
  return {
    id: 'ambient',
    severity: 'warning',
    title: 'The room leaves a ghost: {ambient}',
    reason: 'With the shutter open {shutter} at {aperture} and {iso} the room is {over} brighter than black ({limit}).',
    figures: {
      ambient: stops(exposure.ambient),
      over: stops(over),
      limit: stops(picture.ambientLimit),
      shutter: shutter(picture.shutter),
      aperture: aperture(picture.aperture),
      iso: iso(picture.iso),
    },
    paths: ['picture.shutter', 'picture.ambientEv'],
    fixes,
  }
}

/** Over or under by more than this is worth saying, stops. */
const EXPOSURE_TOLERANCE = 0.5

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
      label: level > 0 ? 'Turn the flash down to {power}' : 'Turn the flash up to {power}',
      figures: { power: power(changes[0]!.value as number) },
      changes,
    })
  }
  const factor = level < 0 ? Math.ceil(2 ** -level - 1e-9) : 1
  if (factor > 1 && flashes.every(flash => flash.units * factor <= 12)) {
    fixes.push({
      label: 'Use {units} units for each one now',
      figures: { units: { value: factor, quantity: 'count' } },
      changes: all('units', i => flashes[i]!.units * factor),
    })
  }
  const moved = flashes.map(flash => Math.round(flash.distance * 2 ** (level / 2) * 100) / 100)
  if (moved.every(d => d >= 0.15 && d <= 20)) {
    fixes.push({
      label: level > 0 ? 'Move the flash back to {distance}' : 'Move the flash in to {distance}',
      figures: { distance: length(moved[0]!, 'm') },
      changes: all('distance', i => moved[i]!),
    })
  }
  if (level > 0) {
    const more = Math.round(level * 3) / 3
    fixes.push({
      label: 'Filters or modifiers that take {more} before each light',
      figures: { more: { value: more, quantity: 'stops', unit: 'unsigned' } },
      changes: all('lossStops', i => Number((flashes[i]!.lossStops + more).toPrecision(6))),
    })
  }
  return fixes
}

export const exposure: Rule = a => {
  const { setup } = a
  const fast = setup.method === 'fast-shutter'
  const level = exposureLevel(a)
  if (level === null || Math.abs(level) <= EXPOSURE_TOLERANCE) return null
  const { picture, camera, lens, flashes } = setup
  const fixes: FixDraft[] = []
  const setIso = nearestStep(ISOS, picture.iso * 2 ** -level)
  if (setIso >= camera.baseIso && setIso <= camera.maximumIso) {
    fixes.push({ label: 'Set {iso}', figures: { iso: iso(setIso) }, changes: [{ path: 'picture.iso', value: setIso }] })
  }
  const setAperture = nearestStep(APERTURES, picture.aperture * 2 ** (level / 2))
  if (setAperture >= lens.widestAperture && setAperture <= lens.smallestAperture) {
    fixes.push({
      label: 'Set the aperture to {aperture}',
      figures: { aperture: aperture(setAperture) },
      changes: [{ path: 'picture.aperture', value: setAperture }],
    })
  }
  if (!fast && flashes.length > 0) fixes.push(...byLight(a, level))
  if (fast) {
    const quicker = nearestStep(SHUTTERS_IN_SECONDS, picture.shutter * 2 ** -level)
    fixes.push({
      label: 'Set the shutter to {quicker}',
      figures: { quicker: shutter(quicker) },
      changes: [{ path: 'picture.shutter', value: quicker }],
    })
  }
  return {
    id: 'exposure',
    severity: 'warning',
    title: level > 0 ? 'Overexposed by {stops}' : 'Underexposed by {stops}',
    reason: fast
      ? 'Continuous light {ambient} at this shutter, aperture and ISO.'
      : a.exposure.front.length < flashes.length
        ? 'Lights that face the subject’s front, at {aperture} and {iso}; those behind it do not count. ' +
          'Modifiers, close-up loss and shutter counted.'
        : 'All flashes together at {aperture} and {iso}, modifiers, close-up loss and shutter counted.',
    figures: {
      stops: { value: Math.abs(level), quantity: 'stops', unit: 'unsigned' },
      ambient: stops(a.exposure.ambient),
      aperture: aperture(picture.aperture),
      iso: iso(picture.iso),
    },
    paths: ['picture.iso', 'picture.aperture'],
    fixes,
    outOfReach:
      level > 0
        ? 'A neutral-density filter of {stops} before the lens would do it.'
        : 'It would take {stops} more light: more units, a wider lens, or a brighter room.',
  }
}

export const settingOutOfRange: Rule = ({ setup }) => {
  const { picture, lens, camera } = setup
  const fixed: Change[] = []
  const nearest = (value: number, low: number, high: number): number =>
    Math.min(Math.max(value, low), Math.max(low, high))
  const inAperture = nearest(picture.aperture, lens.widestAperture, lens.smallestAperture)
  const inIso = nearest(picture.iso, camera.baseIso, camera.maximumIso)
  if (inAperture !== picture.aperture) fixed.push({ path: 'picture.aperture', value: inAperture })
  if (inIso !== picture.iso) fixed.push({ path: 'picture.iso', value: inIso })
  setup.flashes.forEach((flash, i) => {
    if (flash.power < flash.minimumPower * (1 - 1e-9))
      fixed.push({ path: `flashes[${i}].power`, value: flash.minimumPower })
  })
  if (fixed.length === 0) return null
  return {
    id: 'setting-out-of-range',
    severity: 'error',
    title: 'A setting that this kit does not have',
    reason:
      'Aperture {aperture} of {widest} to {smallest}, {iso} of {lowest} to {highest}, and each power not below ' +
      'its lowest.',
    figures: {
      aperture: aperture(picture.aperture),
      widest: aperture(lens.widestAperture),
      smallest: aperture(lens.smallestAperture),
      iso: iso(picture.iso),
      lowest: iso(camera.baseIso),
      highest: iso(camera.maximumIso),
    },
    paths: fixed.map(change => change.path),
    fixes: [{ label: 'Set the nearest it has', changes: fixed }],
  }
}
