import { BOX, CAPSULE, CONE, STRIDE, PLATE, DISC } from './bodies'

/** Lowest and highest corner of a body, m, written to `into` at `at`: three lows, then three highs. */
export function boundsOf(
  kind: number,
  figures: Float64Array,
  index: number,
  velocity: Float64Array,
  time: readonly [from: number, to: number],
  into: Float64Array,
  at: number,
): void {
  const i = index * STRIDE
  for (let k = 0; k < 3; k++) {
    const c = figures[i + k]!
    let [low, high] = [c, c]
    if (kind === CAPSULE || kind === CONE) {
      const other = figures[i + 3 + k]!
      const r = kind === CAPSULE ? figures[i + 6]! : Math.max(figures[i + 6]!, figures[i + 7]!)
      low = Math.min(c, other) - r
      high = Math.max(c, other) + r
    } else {
      const half =
        kind === BOX
          ? figures[i + 3 + k]!
          : kind === PLATE
            ? Math.abs(figures[i + 3 + k]!) + Math.abs(figures[i + 6 + k]!)
            : kind === DISC
              ? figures[i + 6]!
              : figures[i + 3]!
      low = c - half
      high = c + half
    }
    const v = velocity[index * 3 + k]!
    into[at + k] = low + Math.min(v * time[0], v * time[1])
    into[at + 3 + k] = high + Math.max(v * time[0], v * time[1])
  }
}
