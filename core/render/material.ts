/** What a surface does with light. Albedos are linear, 0 to 1. */
export interface Material {
  /** `glass` is a thin wall that light goes straight through; `clear` is solid and refracts; `metal` mirrors. */
  kind: 'matt' | 'metal' | 'glass' | 'clear'
  colour: readonly [red: number, green: number, blue: number]
  /** Share of a highlight that a matt surface has over its colour, 0 to 1. */
  gloss: number
  /** How rough the highlight or mirror is: standard deviation of its normal, rad. */
  rough: number
  /** Refractive index. */
  index: number
}

/** sRGB bytes as linear light. */
const linear = (byte: number): number => {
  const v = byte / 255
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
}

/** A matt surface of an sRGB colour. */
export const matt = (
  [red, green, blue]: readonly [red: number, green: number, blue: number],
  gloss = 0,
  rough = 0.25,
): Material => ({ kind: 'matt', colour: [linear(red), linear(green), linear(blue)], gloss, rough, index: 1.5 })

/** A neutral matt surface that throws back so much of the light. */
export const grey = (reflectance: number): Material => ({
  kind: 'matt',
  colour: [reflectance, reflectance, reflectance],
  gloss: 0,
  rough: 0.25,
  index: 1.5,
})

/** A metal: its reflectance, 0 to 1, and its roughness, 0 to 1. */
export const metal = (reflectance: number, rough: number): Material => ({ ...grey(reflectance), kind: 'metal', rough })

/** A thin wall of glass: Fresnel's share is mirrored, the rest goes through. */
export const GLASS: Material = { ...grey(0.97), kind: 'glass', rough: 0 }

/** Something solid and clear. */
export const clear = (colour: Material['colour'], index: number): Material => ({
  kind: 'clear',
  colour,
  gloss: 0,
  rough: 0,
  index,
})

/**
 * Share of the light that a smooth surface mirrors, averaged over polarisation.
 *
 * @param cosine of the angle of incidence, 0 to 1
 * @param ratio refractive index on this side over that beyond
 * @returns 1 where all of it is (total reflection)
 * @remarks Fresnel's equations.
 */
export function fresnel(cosine: number, ratio: number): number {
  const sine2 = ratio * ratio * (1 - cosine * cosine)
  if (sine2 >= 1) return 1
  const beyond = Math.sqrt(1 - sine2)
  const s = (ratio * cosine - beyond) / (ratio * cosine + beyond)
  const p = (cosine - ratio * beyond) / (cosine + ratio * beyond)
  return (s * s + p * p) / 2
}
