/** How a thing moves along its line of travel, from x = 0 at t = 0. All null where it never gets there. */
export interface Motion {
  /** s until its leading edge is at x, m; on the way down where asked and where there is one. */
  timeAt(x: number, descending?: boolean): number | null
  /** m along the travel at t, s; held at 0 before the start. */
  positionAt(t: number): number
  /** m/s along its true path at t, s. */
  speedAt(t: number): number
  /** m/s along the axis of travel at t, s: less than its path's where that is bent. */
  alongAt(t: number): number
  /** m above the height it started from at t, s, for what is thrown on an arc. */
  riseAt?(t: number): number
  /** s until it stands still at the top; null where there is no top. */
  readonly apex: number | null
}
