import { matt, metal } from '../material'

/** Polished, but not so that it shows only black: a share of it is matt. */
export const STEEL = matt([156, 160, 168], 0.5, 0.11)
/** Brushed metal. */
export const BRUSHED = metal(0.55, 0.16)
/** A rice cracker. */
export const BISCUIT = matt([214, 178, 118])
/** A baked crust. */
export const CRUST = matt([196, 128, 62], 0.02)
/** Black coffee. */
export const COFFEE = matt([58, 34, 20], 0.05, 0.08)
/** Cream. */
export const CREAM = matt([244, 232, 210], 0.04, 0.15)
/** Milk. */
export const MILK = matt([240, 240, 236], 0.05, 0.12)
/** Tea against the light. */
export const TEA = matt([196, 108, 40], 0.06, 0.1)
/** A climber's chalk. */
export const CHALK = matt([236, 238, 240])
/** Skin. */
export const SKIN = matt([200, 150, 120], 0.02, 0.3)
/** Dark cloth. */
export const CLOTH = matt([58, 62, 72])
/** Black trousers. */
export const TROUSERS = matt([38, 40, 46])
/** Brown hair. */
export const HAIR = matt([44, 32, 26], 0.02, 0.3)
/** Red rubber. */
export const RUBBER = matt([206, 70, 60], 0.05, 0.12)
/** Orange plastic. */
export const PLASTIC = matt([210, 84, 40], 0.05, 0.1)
/** Wood. */
export const WOOD = matt([150, 104, 62], 0.03, 0.2)
/** A black bench. */
export const BENCH = matt([26, 26, 28])
/** Paper confetti, four colours. */
export const CONFETTI = [matt([220, 60, 50]), matt([235, 190, 60]), matt([60, 150, 190]), matt([120, 176, 90])]
/** Water, seen as its glints. */
export const WATER = matt([150, 178, 190], 0.08, 0.06)
