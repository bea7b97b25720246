/** Halvings of where the quantile lies: to the last bit. */
const HALVINGS = 80

/**
 * The x of 0 or above from which on a condition no longer holds, by bisection.
 *
 * @param below whether x is below what is sought
 * @param start above 0, doubled until it is not below
 * @param most where the doubling ends
 */
export function boundary(below: (x: number) => boolean, start: number, most: number): number {
  let [low, high] = [0, start]
  while (below(high) && high < most) high *= 2
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (below(middle)) low = middle
    else high = middle
  }
  return (low + high) / 2
}
