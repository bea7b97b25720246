/**
 * Takes on the moment that are kept before any were seen: eight in ten, held as firmly as ten takes would (a Beta of 8
 * and 2).
 */
export const USUALLY_KEPT = { share: 0.8, of: 10 } as const
