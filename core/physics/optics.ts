import { GREEN_LIGHT } from './constants'
import { InputError, finite, notNegative, positive } from './errors'

function beyondFocal(focalLength: number, subjectDistance: number): void {
  positive('focalLength', focalLength)
  finite('subjectDistance', subjectDistance)
  if (subjectDistance <= focalLength)
    throw new InputError('subjectDistance', subjectDistance, `above the focal length, ${focalLength} m`)
}

/**
 * Magnification, image over object: f/(s − f).
 *
 * @param input.focalLength m, above 0
 * @param input.subjectDistance m from the front principal plane, above the focal length
 * @throws InputError outside these ranges
 */
export function magnification(input: { focalLength: number; subjectDistance: number }): number {
  beyondFocal(input.focalLength, input.subjectDistance)
  return input.focalLength / (input.subjectDistance - input.focalLength)
}

/**
 * Width or height of the field in the plane of focus, m.
 *
 * @param input.sensorSize m, above 0
 * @param input.magnification above 0
 * @throws InputError outside these ranges
 */
export function fieldOfView(input: { sensorSize: number; magnification: number }): number {
  return positive('sensorSize', input.sensorSize) / positive('magnification', input.magnification)
}

/**
 * Aperture as the light sees it close up: N(1 + m/P).
 *
 * @param input.aperture f-number set, above 0
 * @param input.magnification 0 or above
 * @param input.pupilRatio exit over entrance pupil, above 0, default 1
 * @throws InputError outside these ranges
 */
export function effectiveAperture(input: { aperture: number; magnification: number; pupilRatio?: number }): number {
  return (
    positive('aperture', input.aperture) *
    (1 + notNegative('magnification', input.magnification) / positive('pupilRatio', input.pupilRatio ?? 1))
  )
}

/**
 * Depth of field, exact, m from the front principal plane; `far` and `depth` are null where it reaches infinity.
 *
 * The entrance pupil is f/N wide and stands f(1/m + 1/P) from the plane in focus, f(1/P − 1) farther than the front
 * principal
 * plane: at m = 1 and P = 0.6 the depth is a third more than at P = 1.
 *
 * @param input.focalLength m, above 0
 * @param input.aperture f-number, above 0
 * @param input.subjectDistance m focused on, from the front principal plane, above the focal length
 * @param input.circleOfConfusion m on the sensor, above 0
 * @param input.pupilRatio exit over entrance pupil, above 0, default 1
 * @throws InputError outside these ranges
 */
export function depthOfField(input: {
  focalLength: number
  aperture: number
  subjectDistance: number
  circleOfConfusion: number
  pupilRatio?: number
}): { near: number; far: number | null; depth: number | null } {
  const { focalLength: f, subjectDistance: s } = input
  beyondFocal(f, s)
  const behind = f * (1 / positive('pupilRatio', input.pupilRatio ?? 1) - 1)
  const fromPupil = s + behind
  // Seen from the pupil: its width f/N against the circle projected to the plane in focus.
  const blur = positive('aperture', input.aperture) * positive('circleOfConfusion', input.circleOfConfusion) * (s - f)
  const near = (fromPupil * f * f) / (f * f + blur) - behind
  if (f * f <= blur) return { near, far: null, depth: null }
  const far = (fromPupil * f * f) / (f * f - blur) - behind
  return { near, far, depth: far - near }
}

/**
 * The f-number that gives a depth of field: inverse of `depthOfField`.
 *
 * @param input.focalLength m, above 0
 * @param input.subjectDistance m, above the focal length
 * @param input.circleOfConfusion m, above 0
 * @param input.depth m from near to far limit, above 0
 * @param input.pupilRatio exit over entrance pupil, above 0, default 1
 * @throws InputError outside these ranges
 */
export function apertureForDepth(input: {
  focalLength: number
  subjectDistance: number
  circleOfConfusion: number
  depth: number
  pupilRatio?: number
}): number {
  const { focalLength: f, subjectDistance: s } = input
  beyondFocal(f, s)
  const depth = positive('depth', input.depth)
  const fromPupil = s + f * (1 / positive('pupilRatio', input.pupilRatio ?? 1) - 1)
  return (
    (f * f * depth) /
    ((fromPupil + Math.hypot(fromPupil, depth)) * positive('circleOfConfusion', input.circleOfConfusion) * (s - f))
  )
}

/**
 * Diameter of the Airy disc on the sensor, m: 2.44 λ N.
 *
 * @param input.effectiveAperture f-number as the light sees it, above 0
 * @param input.wavelength m, above 0, default 550 nm
 * @throws InputError outside these ranges
 */
export function airyDiameter(input: { effectiveAperture: number; wavelength?: number }): number {
  return (
    2.44 *
    positive('wavelength', input.wavelength ?? GREEN_LIGHT) *
    positive('effectiveAperture', input.effectiveAperture)
  )
}

/**
 * Streak of a moving thing: at the subject (m, as seen square to the sensor), on the sensor (m) and in pixels.
 *
 * @param input.speed m/s, 0 or above
 * @param input.duration s of light or shutter, 0 or above
 * @param input.magnification 0 or above
 * @param input.pixelPitch m, above 0
 * @param input.angleToSensor rad between travel and sensor plane, default 0
 * @throws InputError outside these ranges
 */
export function motionBlur(input: {
  speed: number
  duration: number
  magnification: number
  pixelPitch: number
  angleToSensor?: number
}): { subject: number; sensor: number; pixels: number } {
  const subject =
    notNegative('speed', input.speed) *
    notNegative('duration', input.duration) *
    Math.abs(Math.cos(finite('angleToSensor', input.angleToSensor ?? 0)))
  const sensor = subject * notNegative('magnification', input.magnification)
  return { subject, sensor, pixels: sensor / positive('pixelPitch', input.pixelPitch) }
}
