import type { KnownFlash, KnownSetup } from '../../setup/known'

/** A log–log reading of a table of durations, held at its ends. */
function reading(rows: readonly { power: number; value: number }[], power: number): number {
  const sorted = [...rows].sort((a, b) => a.power - b.power)
  if (power <= sorted[0]!.power) return sorted[0]!.value
  if (power >= sorted.at(-1)!.power) return sorted.at(-1)!.value
  const i = sorted.findIndex(row => row.power >= power)
  const [a, b] = [sorted[i - 1]!, sorted[i]!]
  return Math.exp(
    Math.log(a.value) +
      ((Math.log(power) - Math.log(a.power)) / (Math.log(b.power) - Math.log(a.power))) *
        (Math.log(b.value) - Math.log(a.value)),
  )
}

const tenth = (flash: KnownFlash): number =>
  reading(
    flash.table.map(row => ({ power: row.power, value: row.t01 })),
    flash.power,
  )
const half = (flash: KnownFlash): number =>
  Math.min(
    tenth(flash),
    reading(
      flash.table.map(row => ({ power: row.power, value: row.t05 })),
      flash.power,
    ),
  )

/** Slices a pulse is summed up in. */
const SLICES = 300

/** s after its peak by which half of a pulse's light is out: a decay that is cut off, summed up slice by slice. */
function halfOut(flash: KnownFlash): number {
  const [t05, t01] = [half(flash), tenth(flash)]
  if (t05 === t01) return t01 / 2
  const natural = t01 / t05 >= Math.log(10) / Math.log(2)
  const tau = natural ? t01 / Math.log(10) : t05 / Math.log(2)
  const end = natural ? 2 * t01 : t01
  const slice = end / SLICES
  const fades = Math.exp(-slice / tau)
  let whole = 0
  for (let i = 0, light = Math.exp(-slice / 2 / tau); i < SLICES; i++, light *= fades) whole += light
  let out = 0
  for (let i = 0, light = Math.exp(-slice / 2 / tau); i < SLICES; i++, light *= fades) {
    if (out + light >= whole / 2) return slice * (i + (whole / 2 - out) / light)
    out += light
  }
  return end
}

/** Strength of a light at the subject, any unit. */
const strength = (flash: KnownFlash): number =>
  flash.units * flash.power * (flash.guideNumber / flash.distance) ** 2 * 2 ** -flash.lossStops

/** s that a light is behind, or ahead of, what goes out over the set-up's link. */
function behindLink(setup: KnownSetup, flash: KnownFlash, depth = 0): number {
  const wire = { cable: 5e-6, radio: 500e-6, shoe: 0 } as const
  if (flash.fired === 'cable' || flash.fired === 'radio' || flash.fired === 'shoe')
    return wire[flash.fired] - setup.link.latency
  const leader = flash.fired === 'slave' && depth < setup.flashes.length ? setup.flashes[flash.follows] : undefined
  if (!leader || leader === flash) return setup.link.kind === 'optical' ? flash.slaveDelay : 0
  return behindLink(setup, leader, depth + 1) + leader.latency + flash.slaveDelay
}

/** s from the lights' input to the middle of their light together: each by its strength. */
export function midLight(setup: KnownSetup): number {
  let [sum, whole] = [0, 0]
  for (const flash of setup.flashes) {
    sum += strength(flash) * (behindLink(setup, flash) + flash.latency + halfOut(flash))
    whole += strength(flash)
  }
  return whole > 0 ? sum / whole : 0
}

/** Scatter of that from shot to shot, s. */
export function lightJitter(setup: KnownSetup): number {
  const whole = setup.flashes.reduce((sum, flash) => sum + strength(flash), 0)
  return whole > 0
    ? Math.sqrt(setup.flashes.reduce((sum, flash) => sum + ((strength(flash) / whole) * flash.jitter) ** 2, 0))
    : 0
}

/** s that what makes the picture lasts: the longest of the lights that tell, or the open shutter. */
export function lasts(setup: KnownSetup): number {
  const { camera, picture } = setup
  const flickers =
    camera.shutterKind === 'focal-plane' &&
    picture.shutter < camera.syncSpeed * 0.999999 &&
    setup.flashes.some(flash => flash.highSpeedSync)
  if (setup.method === 'fast-shutter' || setup.flashes.length === 0 || flickers) return picture.shutter
  const whole = setup.flashes.reduce((sum, flash) => sum + strength(flash), 0)
  return Math.max(...setup.flashes.filter(flash => strength(flash) >= 0.1 * whole).map(tenth))
}

/** s until every light is charged again after a pop. */
export const recharged = (setup: KnownSetup): number =>
  setup.flashes.reduce((longest, flash) => Math.max(longest, (flash.recycleTime * flash.power) / flash.recyclePower), 0)

/** s from a release to the middle of what the middle of the frame sees of a fast shutter. */
export function midFrame(setup: KnownSetup): number {
  const { camera, picture } = setup
  const opens =
    camera.shutterKind === 'focal-plane'
      ? camera.lag - camera.curtainTravel / 2
      : camera.shutterKind === 'rolling'
        ? camera.lag + camera.readOut / 2
        : camera.lag
  const closes = opens + picture.shutter
  return (opens + closes) / 2
}
