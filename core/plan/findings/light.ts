import { APERTURES, ISOS, SHUTTERS_IN_SECONDS, nearestStep, stepDown, stepUp } from '../../setup/steps'
import type { Change } from '../../setup/paths'
import type { Assessment } from '../assess'
import { highSpeedSyncActs } from '../assess'
import { powerSteps } from '../light'
import { lastLight } from '../sequence'
import { type FixDraft, type Rule, aperture, iso, length, power, share, shutter, stops, time } from './types'

export const pastSync: Rule = ({ setup, shutter: check }) => {
  if (setup.method === 'fast-shutter' || setup.flashes.length === 0) return null
  if (highSpeedSyncActs(setup)) return null
  const past = setup.camera.shutterKind !== 'global' && setup.camera.shutterKind !== 'rolling' && setup.picture.shutter < setup.camera.syncSpeed * (1 - 1e-6)
  if (check.notFullyLit <= 1e-9 && !past) return null
  const clean = stepUp(SHUTTERS_IN_SECONDS, check.fastestClean) ?? check.fastestClean
  return {
    id: 'past-sync',
    severity: 'error',
    title: check.dark > 0 ? 'Dark band over {dark} of the picture, right edge' : 'Shutter past sync: {dim} of the picture not fully lit, right edge',
    reason: setup.camera.shutterKind === 'rolling'
      ? 'At {set} an electronic shutter has no instant with every row open; read-out takes {travel}.'
      : 'At {set} the second curtain follows before the light is out; the frame is clean from {clean}.',
    figures: {
      dark: share(check.dark), dim: share(check.notFullyLit), set: shutter(setup.picture.shutter), clean: shutter(clean), travel: time(setup.camera.readOut),
    },
    paths: ['picture.shutter', 'camera.syncSpeed'],
    fixes: [{ label: 'Set the shutter to {clean}', figures: { clean: shutter(clean) }, changes: [{ path: 'picture.shutter', value: clean }] }],
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
    id: 'closes-early', severity: 'error', title: 'The shutter closes before the light falls',
    reason: 'It is opened before the action, and the light is due {last} after that starts: {open} is too short, however quick the hand.',
    figures: { last: time(last), open: shutter(open) }, paths: ['picture.shutter'],
    fixes: longer === null ? [] : [{ label: 'Open for {longer}', figures: { longer: shutter(longer) }, changes: [{ path: 'picture.shutter', value: longer }] }],
  }
}

export const highSpeedSync: Rule = ({ setup }) => {
  if (setup.method === 'fast-shutter' || !highSpeedSyncActs(setup)) return null
  const clean = stepUp(SHUTTERS_IN_SECONDS, setup.camera.syncSpeed) ?? setup.camera.syncSpeed
  return {
    id: 'high-speed-sync',
    severity: 'error',
    title: 'High-speed sync is not a short flash',
    reason: 'Its light lasts as long as the curtains travel, {travel}. At {set} it is the shutter that freezes, not the flash.',
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

/** Changes that give back lost stops: ISO up to what is accepted, then units. */
export function makeUp(a: Assessment, stopsLost: number): Change[] {
  const { picture, camera } = a.setup
  const wanted = picture.iso * 2 ** stopsLost
  const set = stepDown(ISOS, Math.min(wanted * 1.06, camera.maximumIso))
  return set !== null && set > picture.iso ? [{ path: 'picture.iso', value: set }] : []
}

export const blur: Rule = (a) => {
  const { setup, sharpness } = a
  if (sharpness.subject <= sharpness.limit * (1 + 1e-9)) return null
  const fixes: FixDraft[] = []
  if (sharpness.by === 'flash') {
    const lower: Change[] = []
    let worst = 0
    let reachable = true
    let lowest = 1
    setup.flashes.forEach((flash, i) => {
      const highest = sharpness.highestPowers[i] as number | null
      if (highest === null) { reachable = false; return }
      const across = sharpness.speed * Math.abs(Math.cos(setup.picture.angleToSensor))
      if (across * (a.pulses[i]?.t01 ?? 0) <= sharpness.limit) return
      lower.push({ path: `flashes[${i}].power`, value: highest })
      worst = Math.max(worst, Math.log2(flash.power / highest))
      lowest = Math.min(lowest, highest)
    })
    if (reachable && lower.length > 0) {
      fixes.push({ label: 'Set the flash to {power}', figures: { power: power(lowest) }, changes: lower })
      const givenBack = makeUp(a, worst)
      if (worst > 0 && givenBack.length > 0) {
        fixes.push({
          label: 'Set the flash to {power} and ISO to {iso}',
          figures: { power: power(lowest), iso: iso(givenBack[0]!.value as number) },
          changes: [...lower, ...givenBack],
        })
      }
    }
  }
  else {
    const needed = setup.picture.shutter * (sharpness.limit / sharpness.subject)
    const fast = stepDown(SHUTTERS_IN_SECONDS, needed)
    if (fast !== null) fixes.push({ label: 'Set the shutter to {fast}', figures: { fast: shutter(fast) }, changes: [{ path: 'picture.shutter', value: fast }] })
  }
  const highest = Math.max(0, ...setup.flashes.map(flash => flash.power))
  return {
    id: 'blur',
    severity: 'error',
    title: sharpness.by === 'flash' ? 'Streak of {blur} at {power}: power too high to freeze this' : 'Streak of {blur}: the shutter is too slow for this',
    reason: 'At {speed} the light of {duration} draws {blur}, {pixels} px; the limit is {limit}.',
    figures: {
      blur: length(sharpness.subject, 'mm'), limit: length(sharpness.limit, 'mm'), duration: time(sharpness.duration), power: power(highest || 1),
      speed: { value: sharpness.speed, quantity: 'speed' }, pixels: { value: sharpness.pixels, quantity: 'number' },
    },
    paths: [sharpness.by === 'flash' ? 'flashes[0].power' : 'picture.shutter', 'picture.blurLimit'],
    fixes,
  }
}

/** Another unit of the same class can last three times as long as the rating. */
const RATING_DOUBT = 3

export const ratedDuration: Rule = ({ setup, sharpness, pulses }) => {
  if (sharpness.by !== 'flash' || sharpness.subject > sharpness.limit) return null
  const rated = setup.flashes.findIndex(flash => !flash.measured)
  if (rated < 0 || (sharpness.subject * RATING_DOUBT <= sharpness.limit && !pulses[rated]?.extrapolated)) return null
  return {
    id: 'rated-duration',
    severity: 'note',
    title: pulses[rated]?.extrapolated ? 'Flash duration guessed outside its table' : 'Flash duration is rated, not measured',
    reason: 'Units of one class differ threefold. At three times {duration} the streak would be {blur}, over the limit of {limit}: measure it.',
    figures: { duration: time(sharpness.duration), blur: length(sharpness.subject * RATING_DOUBT, 'mm'), limit: length(sharpness.limit, 'mm') },
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

export const ambient: Rule = (a) => {
  const { setup, exposure, shutter: check } = a
  if (setup.method === 'fast-shutter' || exposure.black) return null
  const { picture, lens, camera } = setup
  const over = exposure.ambient - picture.ambientLimit
  const fixes: FixDraft[] = []
  const shorter = stepDown(SHUTTERS_IN_SECONDS, picture.shutter * 2 ** -over)
  const sequenceNeeds = a.sequence?.least ?? 0
  if (shorter !== null && shorter >= check.fastestClean && shorter >= sequenceNeeds) {
    fixes.push({ label: 'Set the shutter to {shutter}', figures: { shutter: shutter(shorter) }, changes: [{ path: 'picture.shutter', value: shorter }] })
  }
  const smaller = stepUp(APERTURES, picture.aperture * 2 ** (over / 2))
  if (smaller !== null && smaller <= lens.smallestAperture) {
    fixes.push({ label: 'Stop down to {aperture}', figures: { aperture: aperture(smaller) }, changes: [{ path: 'picture.aperture', value: smaller }] })
  }
  const lowerIso = stepDown(ISOS, picture.iso * 2 ** -over)
  if (lowerIso !== null && lowerIso >= camera.baseIso) {
    fixes.push({ label: 'Set ISO to {iso}', figures: { iso: iso(lowerIso) }, changes: [{ path: 'picture.iso', value: lowerIso }] })
  }
  const darker = Math.floor((picture.ambientEv - over) * 10) / 10
  if (darker >= -12) {
    fixes.push({ label: 'Darken the room to EV {ev}', figures: { ev: { value: darker, quantity: 'ev' } }, changes: [{ path: 'picture.ambientEv', value: darker }] })
  }
  return {
    id: 'ambient',
    severity: 'warning',
    title: 'The room leaves a ghost: {ambient}',
    reason: 'With the shutter open {shutter} at {aperture} and {iso} the room is {over} brighter than black ({limit}).',
    figures: {
      ambient: stops(exposure.ambient), over: stops(over), limit: stops(picture.ambientLimit), shutter: shutter(picture.shutter), aperture: aperture(picture.aperture),
      iso: iso(picture.iso),
    },
    paths: ['picture.shutter', 'picture.ambientEv'],
    fixes,
  }
}

/** Over or under by more than this is worth saying, stops. */
const EXPOSURE_TOLERANCE = 0.5

export const exposure: Rule = (a) => {
  const { setup } = a
  const fast = setup.method === 'fast-shutter'
  // In a fast shutter flash and continuous light add; elsewhere the flash alone makes the picture.
  const level = fast ? Math.log2((a.exposure.flash === null ? 0 : 2 ** a.exposure.flash) + 2 ** a.exposure.ambient) : a.exposure.flash
  if (level === null || Math.abs(level) <= EXPOSURE_TOLERANCE) return null
  const { picture, camera, lens, flashes } = setup
  const fixes: FixDraft[] = []
  const wantedIso = picture.iso * 2 ** -level
  const setIso = nearestStep(ISOS, wantedIso)
  if (setIso >= camera.baseIso && setIso <= camera.maximumIso) {
    fixes.push({ label: 'Set ISO to {iso}', figures: { iso: iso(setIso) }, changes: [{ path: 'picture.iso', value: setIso }] })
  }
  const wantedAperture = picture.aperture * 2 ** (level / 2)
  const setAperture = nearestStep(APERTURES, wantedAperture)
  if (setAperture >= lens.widestAperture && setAperture <= lens.smallestAperture) {
    fixes.push({ label: 'Set the aperture to {aperture}', figures: { aperture: aperture(setAperture) }, changes: [{ path: 'picture.aperture', value: setAperture }] })
  }
  if (!fast && flashes.length > 0) {
    const thirds = Math.round(level * 3)
    const changes = flashes.map((flash, i): Change => ({ path: `flashes[${i}].power`, value: flash.power * 2 ** (-thirds / 3) }))
    const possible = changes.every((change, i) => (change.value as number) <= 1 + 1e-9 && (change.value as number) >= (flashes[i]?.minimumPower ?? 1) * (1 - 1e-9))
    if (possible) {
      const settled = changes.map((change, i) => ({ ...change, value: nearestStep(powerSteps(flashes[i]!), change.value as number) }))
      fixes.push({ label: level > 0 ? 'Turn the flash down to {power}' : 'Turn the flash up to {power}', figures: { power: power(settled[0]!.value) }, changes: settled })
    }
    if (level < 0) {
      const factor = Math.ceil(2 ** -level - 1e-9)
      const units = flashes.map((flash, i): Change => ({ path: `flashes[${i}].units`, value: flash.units * factor }))
      if (units.every(change => (change.value as number) <= 12)) {
        fixes.push({ label: 'Use {units} units for each one now', figures: { units: { value: factor, quantity: 'count' } }, changes: units })
      }
    }
    const moved = flashes.map((flash, i): Change => ({ path: `flashes[${i}].distance`, value: Math.round(flash.distance * 2 ** (level / 2) * 100) / 100 }))
    if (moved.every(change => (change.value as number) >= 0.15 && (change.value as number) <= 20)) {
      fixes.push({
        label: level > 0 ? 'Move the flash back to {distance}' : 'Move the flash in to {distance}',
        figures: { distance: length(moved[0]!.value as number, 'm') },
        changes: moved,
      })
    }
  }
  return {
    id: 'exposure',
    severity: 'warning',
    title: level > 0 ? 'Overexposed by {stops}' : 'Underexposed by {stops}',
    reason: fast ? 'Continuous light {ambient} at this shutter, aperture and ISO.' : 'All flashes together at {aperture} and {iso}, modifiers and close-up loss counted.',
    figures: { stops: { value: Math.abs(level), quantity: 'stops', unit: 'unsigned' }, ambient: stops(a.exposure.ambient), aperture: aperture(picture.aperture), iso: iso(picture.iso) },
    paths: ['picture.iso', 'picture.aperture'],
    fixes,
  }
}

export const settingOutOfRange: Rule = ({ setup }) => {
  const { picture, lens, camera } = setup
  const fixed: Change[] = []
  const nearest = (value: number, low: number, high: number): number => Math.min(Math.max(value, low), Math.max(low, high))
  const inAperture = nearest(picture.aperture, lens.widestAperture, lens.smallestAperture)
  const inIso = nearest(picture.iso, camera.baseIso, camera.maximumIso)
  if (inAperture !== picture.aperture) fixed.push({ path: 'picture.aperture', value: inAperture })
  if (inIso !== picture.iso) fixed.push({ path: 'picture.iso', value: inIso })
  setup.flashes.forEach((flash, i) => {
    if (flash.power < flash.minimumPower * (1 - 1e-9)) fixed.push({ path: `flashes[${i}].power`, value: flash.minimumPower })
  })
  if (fixed.length === 0) return null
  return {
    id: 'setting-out-of-range',
    severity: 'error',
    title: 'A setting that this kit does not have',
    reason: 'Aperture {aperture} of {widest} to {smallest}, {iso} of {lowest} to {highest}, and each power not below its lowest.',
    figures: {
      aperture: aperture(picture.aperture), widest: aperture(lens.widestAperture), smallest: aperture(lens.smallestAperture),
      iso: iso(picture.iso), lowest: iso(camera.baseIso), highest: iso(camera.maximumIso),
    },
    paths: fixed.map(change => change.path),
    fixes: [{ label: 'Set the nearest it has', changes: fixed }],
  }
}
