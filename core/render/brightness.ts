/** Shares of red, green and blue in how bright linear light looks. Source: ITU-R BT.709. */
export const BRIGHTNESS = [0.2126, 0.7152, 0.0722] as const

/** How bright linear light looks. */
export const brightnessOf = ([red, green, blue]: readonly [number, number, number]): number =>
  BRIGHTNESS[0] * red + BRIGHTNESS[1] * green + BRIGHTNESS[2] * blue
