/** What a log that is taken out does not hold. */
export const LEFT_OUT =
  'Not included: pictures, discarded takes, and earlier values of corrected takes. A backup (npm ' +
  'run backup) holds everything.'

/** Said where two questions find some takes both. */
export const OVERLAP_TEXT = (both: number): string =>
  both === 1
    ? 'One take is in both and counts on either side, so the difference is understated.'
    : `${both} takes are in both and count on either side, so the difference is understated.`

/** How much more one way keeps than the other on the same set-ups. */
export const PAIRED_TEXT = (
  { by, low, high, setups }: { by: number; low: number; high: number; setups: number },
  name: string,
  share: (value: number) => string,
): string => {
  const signed = (value: number): string => `${value < 0 ? '−' : '+'}${share(Math.abs(value))}`
  return (
    `On the ${setups === 1 ? 'one set-up' : `${setups} set-ups`} with takes of both, “${name}” keeps ${signed(by)} ` +
    `(nine in ten: ${signed(low)} to ${signed(high)}).`
  )
}
