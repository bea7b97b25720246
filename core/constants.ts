/** Standard acceleration of free fall, m/s² (CGPM 1901). */
export const GRAVITY = 9.80665

/** Wavelength used for diffraction unless another is given, m: green, where the eye and most sensors are keenest. */
export const GREEN_LIGHT = 550e-9
