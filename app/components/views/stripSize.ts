/** px over and under the lanes of the time strip. */
export const TOP = 29
export const FOOT = 18
