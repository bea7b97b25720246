const GOLDEN = (Math.sqrt(5) - 1) / 2

/**
 * The x at which a function with one peak is greatest, by golden section (Kiefer 1953): each round asks for one value
 * more.
 *
 * @param value of x
 * @param rounds each narrows where it looks by 0.618
 */
export function goldenMaximum(value: (x: number) => number, from: number, to: number, rounds: number): number {
  let [low, high] = [from, to]
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
  let [atA, atB] = [value(a), value(b)]
  for (let round = 1; round <= rounds; round++) {
    const left = atA >= atB
    if (left) high = b
    else low = a
    if (round === rounds) break
    if (left) {
      ;[b, atB, a] = [a, atA, high - GOLDEN * (high - low)]
      atA = value(a)
    } else {
      ;[a, atA, b] = [b, atB, low + GOLDEN * (high - low)]
      atB = value(b)
    }
  }
  return (low + high) / 2
}
