/** Standard acceleration of free fall, m/s² (CGPM 1901). */
export const GRAVITY = 9.80665

/** Longer than any shoot, s: what takes that long is stopped on its way. */
export const FOREVER = 1e5

/** Wavelength used for diffraction unless another is given, m: green, where the eye and most sensors are keenest. */
export const GREEN_LIGHT = 550e-9
