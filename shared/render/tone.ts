export type Colour = readonly [number, number, number]

export const STEEL: Colour = [190, 196, 205]
export const BISCUIT: Colour = [214, 178, 118]
export const PLAIN: Colour = [170, 176, 182]
export const GLASS: Colour = [205, 214, 220]
export const COFFEE: Colour = [72, 42, 24]
export const CREAM: Colour = [244, 232, 210]
export const MILK: Colour = [240, 240, 236]
export const TEA: Colour = [196, 108, 40]
export const CHALK: Colour = [236, 238, 240]
export const SKIN: Colour = [200, 150, 120]
export const CLOTH: Colour = [120, 124, 132]
export const RUBBER: Colour = [206, 70, 60]
export const GROUND: Colour = [16, 16, 18]
export const ROOM: Colour = [150, 130, 110]

/** Linear light of a colour at an exposure, as a display shows it; a soft shoulder, so that what is over goes white and not another hue. */
export function tone([r, g, b]: Colour, stops: number, alpha = 1): string {
  const gain = 2 ** stops
  const channel = (c: number): number => Math.round(255 * (1 - Math.exp(-1.6 * (c / 255) ** 2.2 * gain)) ** (1 / 2.2))
  return `rgb(${channel(r)} ${channel(g)} ${channel(b)} / ${alpha})`
}
