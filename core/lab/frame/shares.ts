import type { Frame } from '../types'

export type { Frame }

/** A level above which nothing is drawn any more, and one below. */
const WHITE = 0.985
const BLACK = 0.0006

/** Shares of a picture that are burnt out and sunk. */
export function frameShares({ level }: Frame): { white: number; black: number } {
  let [white, black] = [0, 0]
  for (const value of level) {
    if (value > WHITE) white++
    else if (value < BLACK) black++
  }
  return { white: white / level.length, black: black / level.length }
}
