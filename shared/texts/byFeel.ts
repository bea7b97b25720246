import type { ByFeel } from '../../core'

/** Figures as they are shown. */
export interface FeelShown {
  time: (seconds: number) => string
  share: (share: number) => string
  number: (value: number) => string
}

/** How somebody who presses by hand, or fires bursts, is doing, and what to do next: in sentences. */
export function byFeelText(
  { judged, onTime, chance, late, advice, framesPerEvent }: ByFeel,
  shown: FeelShown,
): string[] {
  const { time, share } = shown
  const so =
    `On time in ${onTime} of ${judged}. The next has a chance of about ${share(chance.mean)} ` +
    `(${share(chance.low)} to ${share(chance.high)}).`
  if (framesPerEvent !== null) {
    const frames = `${shown.number(framesPerEvent)} frames per event fall into the window on average.`
    const burst = {
      right: 'The burst covers the moment: keep starting it as you do.',
      sooner: 'Most bursts come late: start the burst a little sooner.',
      later: 'Most bursts come early: start the burst a little later.',
    }
    return [so, frames, ...(advice ? [burst[advice]] : [])]
  }
  if (!late) return [so]
  const { by, error, spread } = late
  const vary = `Your presses vary by ± ${time(spread)}.`
  const little = Math.abs(by) < spread ? 'a little ' : ''
  const hand = {
    right: `On average you are right on it, to ± ${time(error)}. ${vary}`,
    sooner: `On average ${time(by)} late ± ${time(error)}: press ${little}sooner. ${vary}`,
    later: `On average ${time(-by)} early ± ${time(error)}: press ${little}later. ${vary}`,
  }
  return [so, advice ? hand[advice] : `Early or late on average is not clear yet (± ${time(error)}). ${vary}`]
}
