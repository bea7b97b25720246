import { apertureForDepth } from '../physics/optics'
import { type Change, withChanges } from '../setup/paths'
import { APERTURES, ISOS, stepDown, stepUp } from '../setup/steps'
import type { Setup } from '../setup/types'
import { type Assessment, assess } from '../plan/assess'
import { flashDurations, powerSteps } from '../light/pulses'
import { focusedDistance } from '../setup/focus'
import { known } from '../defaults/typical'
import type { KnownFlash } from '../setup/known'

/** What a way of lighting gives: settings as changes of the set-up, and how they turn out. */
export interface LightSetting {
  /** What it gives up; null: nothing. */
  givesUp: 'depth' | 'blur' | 'exposure' | 'distance' | null
  changes: Change[]
  aperture: number
  iso: number
  /** Power of each light, and how many units of each. */
  powers: number[]
  units: number[]
  /** Stops against correct exposure. */
  exposure: number
  /** m at the subject. */
  blur: number
  depth: number | null
}

/** Aperture, power and sensitivity that give the exposure wanted, and what they cost. */
export interface LightSolution {
  /** Meets blur limit, depth and exposure within the kit; null: nothing does. */
  solution: LightSetting | null
  /** With no solution, the nearest settings, each giving up one thing, least bad first. */
  nearest: LightSetting[]
}

/** Most units put side by side at one place. */
const MOST_UNITS = 8
/** Over or under by no more than this is exposed, stops. */
const EXPOSED = 1 / 3

function outcome(setup: Setup, givesUp: LightSetting['givesUp'], changes: Change[]): LightSetting {
  const after = withChanges(setup, changes)
  const a: Assessment = assess(after)
  return {
    givesUp,
    changes,
    aperture: after.picture.aperture,
    iso: after.picture.iso,
    powers: after.flashes.map(flash => flash.power),
    units: after.flashes.map(flash => flash.units),
    exposure: a.exposure.flash ?? a.exposure.ambient,
    blur: a.sharpness.subject,
    depth: a.optics.depth,
  }
}

const setPowers = (powers: number[]): Change[] =>
  powers.map((power, i) => ({ path: `flashes[${i}].power`, value: power }))
const setUnits = (setup: Setup, factor: number): Change[] =>
  setup.flashes.map((flash, i) => ({
    path: `flashes[${i}].units`,
    value: Math.max(1, Math.ceil(flash.units * factor - 1e-9)),
  }))

/** Farthest a light is moved back, m. */
const FARTHEST = 20

/**
 * Changes that take away so many stops of flash: by less power where that is no longer light, then a smaller aperture,
 * then distance.
 */
function dim(setup: Setup, over: number): Change[] {
  const { flashes } = known(setup)
  const room = (flash: KnownFlash): number => {
    const now = flashDurations(flash).t01
    const lower = powerSteps(flash).filter(
      p => p <= flash.power * (1 + 1e-9) && flashDurations(flash, p).t01 <= now * (1 + 1e-9),
    )
    return lower.length === 0 ? 0 : Math.log2(flash.power / Math.min(...lower))
  }
  const byPower = Math.min(Math.round(over * 3) / 3, ...flashes.map(flash => Math.floor(room(flash) * 3 + 1e-6) / 3))
  const changes: Change[] = byPower > 0 ? setPowers(flashes.map(flash => flash.power * 2 ** -byPower)) : []
  const stopped =
    stepDown(
      APERTURES,
      Math.min(setup.lens.smallestAperture, setup.picture.aperture * 2 ** (Math.max(0, over - byPower) / 2) * 1.06),
    ) ?? setup.picture.aperture
  const aperture = Math.max(stopped, setup.picture.aperture)
  const left = over - byPower - 2 * Math.log2(aperture / setup.picture.aperture)
  changes.push({ path: 'picture.aperture', value: aperture })
  if (left <= EXPOSED) return changes
  return [
    ...changes,
    ...flashes.map((flash, i): Change => ({
      path: `flashes[${i}].distance`,
      value: Math.min(FARTHEST, Math.round(flash.distance * 2 ** (left / 2) * 100) / 100),
    })),
  ]
}

/**
 * Changes that bring a set-up to correct exposure by ISO first, then by units; with too much light by power, aperture
 * and distance.
 */
function expose(setup: Setup, changes: Change[]): Change[] {
  const { camera } = setup
  const lowest = stepUp(ISOS, camera.baseIso) ?? camera.baseIso
  const highest = Math.max(lowest, stepDown(ISOS, camera.maximumIso) ?? camera.baseIso)
  const single = setup.flashes.map((_, i): Change => ({ path: `flashes[${i}].units`, value: 1 }))
  const start = [...changes, ...single, { path: 'picture.iso', value: lowest }]
  const levelOf = (all: Change[]): number => assess(withChanges(setup, all)).exposure.flash ?? 0
  const isoFor = (level: number): number =>
    Math.min(Math.max(stepUp(ISOS, (lowest * 2 ** -level) / 2 ** EXPOSED) ?? highest, lowest), highest)
  const level = levelOf(start)
  if (level > EXPOSED) return [...start, ...dim(withChanges(setup, start), level)]
  const short = -(level + Math.log2(isoFor(level) / lowest))
  if (short <= EXPOSED) return [...start, { path: 'picture.iso', value: isoFor(level) }]
  const more = [
    ...start,
    ...setUnits(withChanges(setup, single), Math.min(MOST_UNITS, Math.ceil(2 ** (short - EXPOSED) - 1e-9))),
  ]
  // Whole units may give more than was short: ISO takes that back.
  return [...more, { path: 'picture.iso', value: isoFor(levelOf(more)) }]
}

/**
 * The light solver: from blur limit, depth wanted, distances, kit and ceiling of ISO to settings that meet them.
 *
 * Aperture from the depth; for each light the highest power whose t.1 holds the blur limit; then ISO, then units side
 * by side; with too much
 * light less power, a smaller aperture, more distance. Exposed is within a third of a stop either way. Where
 * that is not enough, the nearest settings and what each gives up: depth (a wider aperture), blur (more power),
 * distance (lights nearer) or
 * exposure (left under).
 *
 * @param setup validated, with at least one flash; method open or sync shutter
 * @returns settings on the steps gear has; no solution and nothing near without a flash
 */
export function solveLight(setup: Setup): LightSolution {
  const { lens, picture } = setup
  if (setup.flashes.length === 0) return { solution: null, nearest: [] }
  const here = assess(setup)
  const needed = apertureForDepth({
    focalLength: lens.focalLength,
    subjectDistance: focusedDistance(setup),
    circleOfConfusion: here.known.picture.circleOfConfusion,
    depth: picture.depthWanted,
    pupilRatio: lens.pupilRatio,
  })
  const deepEnough = stepUp(APERTURES, Math.max(needed, lens.widestAperture))
  const deepest = stepDown(APERTURES, lens.smallestAperture) ?? lens.smallestAperture
  const depthReached = deepEnough !== null && deepEnough <= lens.smallestAperture
  const aperture = depthReached ? deepEnough : deepest
  const powers = here.sharpness.highestPowers
  const blurReached = powers.every(power => power !== null)
  const shortest = here.known.flashes.map((flash, i) => powers[i] ?? shortestPower(flash))

  const atDepth: Change[] = [{ path: 'picture.aperture', value: aperture }]
  const first = outcome(setup, null, expose(setup, [...atDepth, ...setPowers(shortest)]))
  const exposed = Math.abs(first.exposure) <= EXPOSED + 1e-6
  if (depthReached && blurReached && exposed) return { solution: first, nearest: [] }

  const nearest: LightSetting[] = []
  if (!depthReached) nearest.push({ ...first, givesUp: 'depth' })
  if (!blurReached) nearest.push({ ...first, givesUp: 'blur' })
  if (!exposed && first.exposure > 0) nearest.push({ ...first, givesUp: 'exposure' })
  else if (!exposed) {
    const under = -first.exposure
    const wider = stepDown(APERTURES, aperture * 2 ** (-under / 2))
    if (wider !== null && wider >= lens.widestAperture) {
      nearest.push(
        outcome(
          setup,
          'depth',
          first.changes.map(change => (change.path === 'picture.aperture' ? { ...change, value: wider } : change)),
        ),
      )
    }
    const stronger = setup.flashes.map((flash, i) => {
      const wanted = (shortest[i] as number) * 2 ** under
      return powerSteps(flash).findLast(power => power >= wanted * (1 - 1e-9)) ?? 1
    })
    nearest.push(
      outcome(
        setup,
        'blur',
        first.changes.map(change => {
          const light = /^flashes\[(\d+)\]\.power$/.exec(change.path)
          return light ? { ...change, value: stronger[Number(light[1])] as number } : change
        }),
      ),
    )
    const nearer = setup.flashes.map((flash, i): Change => ({
      path: `flashes[${i}].distance`,
      value: Math.max(0.15, Math.floor(flash.distance * 2 ** (-under / 2) * 100) / 100),
    }))
    nearest.push(outcome(setup, 'distance', [...first.changes, ...nearer]))
    nearest.push({ ...first, givesUp: 'exposure' })
  }
  return { solution: null, nearest }
}

/** The power at which a flash is shortest; the highest of them where several are. */
function shortestPower(flash: KnownFlash): number {
  return flash.table
    .filter(row => row.power >= flash.minimumPower * (1 - 1e-9))
    .reduce(
      (best, row) => (row.t01 < best.t01 || (row.t01 === best.t01 && row.power > best.power) ? row : best),
      flash.table[0]!,
    ).power
}

/** One way to pay for a stop less of power. */
export interface Payment {
  pay: 'aperture' | 'iso' | 'units' | 'distance'
  /** What it is set to: f-number, ISO, units of the first light, m of the first light. */
  to: number
  /** Within the kit. */
  possible: boolean
  changes: Change[]
  /** m; null: to infinity. */
  depth: number | null
}

/** A row of the table of equal exposures: all lights at so many stops less power, and what pays for it. */
export interface EqualExposure {
  stopsLess: number
  powers: number[]
  /** Whether every light can be set so low. */
  possible: boolean
  /** m of streak at the subject. */
  blur: number
  payments: Payment[]
}

/**
 * Table of equal exposures: what each stop less power may be paid with, one at a time, the exposure staying as it is.
 *
 * @param setup validated, with at least one flash
 * @param options.stops rows, one a stop, default 4
 */
export function equalExposures(setup: Setup, options: { stops?: number } = {}): EqualExposure[] {
  const { picture, lens, camera, flashes } = setup
  const rows: EqualExposure[] = []
  for (let stopsLess = 1; stopsLess <= (options.stops ?? 4); stopsLess++) {
    const factor = 2 ** stopsLess
    const powers = flashes.map(flash => flash.power / factor)
    const lowered = flashes.map((flash, i): Change => ({ path: `flashes[${i}].power`, value: powers[i] as number }))
    const payment = (pay: Payment['pay'], to: number, possible: boolean, changes: Change[]): Payment => {
      const all = [...lowered, ...changes]
      return { pay, to, possible, changes: all, depth: assess(withChanges(setup, all)).optics.depth }
    }
    const aperture = picture.aperture / 2 ** (stopsLess / 2)
    const iso = picture.iso * factor
    rows.push({
      stopsLess,
      powers,
      possible: flashes.every((flash, i) => (powers[i] as number) >= flash.minimumPower * (1 - 1e-9)),
      blur: assess(withChanges(setup, lowered)).sharpness.subject,
      payments:
        flashes.length === 0
          ? []
          : [
              payment('aperture', aperture, aperture >= lens.widestAperture, [
                { path: 'picture.aperture', value: aperture },
              ]),
              payment('iso', iso, iso <= camera.maximumIso, [{ path: 'picture.iso', value: iso }]),
              payment(
                'units',
                flashes[0]!.units * factor,
                flashes.every(flash => flash.units * factor <= MOST_UNITS),
                flashes.map((flash, i) => ({ path: `flashes[${i}].units`, value: flash.units * factor })),
              ),
              payment(
                'distance',
                flashes[0]!.distance / 2 ** (stopsLess / 2),
                true,
                flashes.map((flash, i) => ({
                  path: `flashes[${i}].distance`,
                  value: flash.distance / 2 ** (stopsLess / 2),
                })),
              ),
            ],
    })
  }
  return rows
}
