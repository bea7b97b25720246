import { GRAVITY } from './constants'
import { InputError, notNegative, positive } from './errors'

interface Flight {
  /** Path length from where the speed holds, m, 0 or above. */
  distance: number
  /** Speed at the start of that path, m/s, above 0. */
  speed: number
  /** Quadratic drag k of dv/dt = −k v², 1/m, 0 or above; default 0 (no drag). */
  dragPerMetre?: number
}

function checkFlight({ distance, speed, dragPerMetre = 0 }: Flight): Required<Flight> {
  return {
    distance: notNegative('distance', distance),
    speed: positive('speed', speed),
    dragPerMetre: notNegative('dragPerMetre', dragPerMetre),
  }
}

/**
 * Drag per metre of a sphere, 1/m: k = ρ Cd π d² / 8m, from dv/dt = −k v².
 *
 * @param input.diameter m, above 0
 * @param input.mass kg, above 0
 * @param input.dragCoefficient 0 or above; a smooth sphere below the drag crisis has about 0.47
 * @param input.airDensity kg/m³, 0 or above
 * @throws InputError outside these ranges
 *
 * The coefficient is held constant: good to some 10 % of the drag below about 0.8 of the speed of sound.
 */
export function sphereDrag(input: {
  diameter: number
  mass: number
  dragCoefficient: number
  airDensity: number
}): number {
  const d = positive('diameter', input.diameter)
  return (
    (notNegative('airDensity', input.airDensity) *
      notNegative('dragCoefficient', input.dragCoefficient) *
      Math.PI *
      d *
      d) /
    (8 * positive('mass', input.mass))
  )
}

/**
 * Time of flight with quadratic drag, s: (e^{kx} − 1)/(k v); x/v where k is 0, without loss of digits near it.
 *
 * @throws InputError for a negative distance or drag, a speed not above 0, or a flight so braked that its time
 * overflows
 */
export function flightTime(input: Flight): number {
  const { distance, speed, dragPerMetre } = checkFlight(input)
  const kx = dragPerMetre * distance
  const time = (distance / speed) * (kx === 0 ? 1 : Math.expm1(kx) / kx)
  if (!Number.isFinite(time)) throw new InputError('dragPerMetre', dragPerMetre, 'a drag that lets the object arrive')
  return time
}

/**
 * Speed after a path with quadratic drag, m/s: v e^{−kx}.
 *
 * @throws InputError for a negative distance or drag, or a speed not above 0
 */
export function speedAt(input: Flight): number {
  const { distance, speed, dragPerMetre } = checkFlight(input)
  return speed * Math.exp(-dragPerMetre * distance)
}

/**
 * Drop below the bore line, m: flat fire with quadratic drag, v_y' = g − k v v_y.
 *
 * @throws InputError for a negative distance or drag, a speed not above 0, or a flight so braked that its time
 * overflows
 *
 * Flat fire takes the path length for the horizontal distance: good while the drop is small beside the distance.
 */
export function flightDrop(input: Flight): number {
  const { speed, dragPerMetre } = checkFlight(input)
  const t = flightTime(input)
  const a = dragPerMetre * speed
  const at = a * t
  // The closed form cancels to a² for weak drag; its series holds every digit there.
  if (at < 1e-2)
    return (GRAVITY / 2) * t * t * (1 - at / 3 + at ** 2 / 4 - at ** 3 / 5 + at ** 4 / 6 - at ** 5 / 7 + at ** 6 / 8)
  return (GRAVITY / (2 * a)) * (t + (a * t * t) / 2 - Math.log1p(at) / a)
}

/**
 * Drag per metre from the speed at two places, 1/m: ln(near/far) / separation.
 *
 * @param input.speedNear m/s at the nearer place, above 0
 * @param input.speedFar m/s at the farther place, above 0 and not above `speedNear`
 * @param input.separation m between them, above 0
 * @throws InputError outside these ranges
 */
export function dragFromSpeeds(input: { speedNear: number; speedFar: number; separation: number }): number {
  const near = positive('speedNear', input.speedNear)
  const far = positive('speedFar', input.speedFar)
  if (far > near) throw new InputError('speedFar', far, 'not above speedNear: air does not speed a thing up')
  return Math.log(near / far) / positive('separation', input.separation)
}

/**
 * Terminal speed of a falling sphere, m/s, where drag equals weight.
 *
 * @param input.mass kg, above 0
 * @param input.diameter m, above 0
 * @param input.dragCoefficient above 0
 * @param input.airDensity kg/m³, above 0
 * @throws InputError outside these ranges
 *
 * @public part of the contract that the vectors hold
 */
export function terminalSpeed(input: {
  mass: number
  diameter: number
  dragCoefficient: number
  airDensity: number
}): number {
  positive('dragCoefficient', input.dragCoefficient)
  positive('airDensity', input.airDensity)
  return Math.sqrt(GRAVITY / sphereDrag(input))
}

/**
 * Time to fall a height from rest, s; with quadratic drag where a terminal speed is given.
 *
 * @param input.height m, 0 or above
 * @param input.terminalSpeed m/s, above 0; left out: no drag
 * @throws InputError outside these ranges
 */
export function fallTime(input: { height: number; terminalSpeed?: number }): number {
  const height = notNegative('height', input.height)
  if (input.terminalSpeed === undefined) return Math.sqrt((2 * height) / GRAVITY)
  const vt = positive('terminalSpeed', input.terminalSpeed)
  const x = (GRAVITY * height) / (vt * vt)
  // acosh(e^x), written so that neither a short nor a long fall loses digits.
  return (vt / GRAVITY) * (x + Math.log1p(Math.sqrt(-Math.expm1(-2 * x))))
}

/**
 * Speed after falling a height from rest, m/s; with quadratic drag where a terminal speed is given.
 *
 * @param input.height m, 0 or above
 * @param input.terminalSpeed m/s, above 0; left out: no drag
 * @throws InputError outside these ranges
 */
export function fallSpeed(input: { height: number; terminalSpeed?: number }): number {
  const height = notNegative('height', input.height)
  if (input.terminalSpeed === undefined) return Math.sqrt(2 * GRAVITY * height)
  const vt = positive('terminalSpeed', input.terminalSpeed)
  return vt * Math.sqrt(-Math.expm1((-2 * GRAVITY * height) / (vt * vt)))
}

/**
 * How long a beam is at least partly blocked, s: (object length + beam width) / speed. Compare with the sensor's
 * response.
 *
 * @param input.objectLength m along the travel, 0 or above
 * @param input.beamWidth m along the travel, 0 or above
 * @param input.speed m/s at the beam, above 0
 * @throws InputError outside these ranges
 */
export function beamBlockTime(input: { objectLength: number; beamWidth: number; speed: number }): number {
  return (
    (notNegative('objectLength', input.objectLength) + notNegative('beamWidth', input.beamWidth)) /
    positive('speed', input.speed)
  )
}

/**
 * Time a tossed object stays under a speed around its apex, s: 2 v / g.
 *
 * @param input.speedLimit m/s, 0 or above
 * @throws InputError outside this range
 *
 * @public part of the contract that the vectors hold
 */
export function apexWindow(input: { speedLimit: number }): number {
  return (2 * notNegative('speedLimit', input.speedLimit)) / GRAVITY
}
