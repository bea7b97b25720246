import { matt, metal } from '../material'

/** Polished, but not so that it shows only black: a share of it is matt. */
export const STEEL = matt([156, 160, 168], 0.5, 0.11)
export const BRUSHED = metal(0.55, 0.16)
export const BISCUIT = matt([214, 178, 118])
export const CRUST = matt([196, 128, 62], 0.02)
export const COFFEE = matt([58, 34, 20], 0.05, 0.08)
export const CREAM = matt([244, 232, 210], 0.04, 0.15)
export const MILK = matt([240, 240, 236], 0.05, 0.12)
export const TEA = matt([196, 108, 40], 0.06, 0.1)
export const CHALK = matt([236, 238, 240])
export const SKIN = matt([200, 150, 120], 0.02, 0.3)
export const CLOTH = matt([58, 62, 72])
export const TROUSERS = matt([38, 40, 46])
export const HAIR = matt([44, 32, 26], 0.02, 0.3)
export const RUBBER = matt([206, 70, 60], 0.05, 0.12)
export const PLASTIC = matt([210, 84, 40], 0.05, 0.1)
export const WOOD = matt([150, 104, 62], 0.03, 0.2)
export const BENCH = matt([26, 26, 28])
export const CONFETTI = [matt([220, 60, 50]), matt([235, 190, 60]), matt([60, 150, 190]), matt([120, 176, 90])]
export const WATER = matt([150, 178, 190], 0.08, 0.06)
