/** Powers nearer than a tenth of a stop are the same row of a table. */
const SAME_POWER = 0.1

/** Whether two powers of a flash, as shares of full, are one and the same. */
export const samePower = (one: number, other: number): boolean => Math.abs(Math.log2(one / other)) <= SAME_POWER
