import { svgPoint } from './useSvgPoint'

interface Point {
  x: number
  y: number
}

/** How much less is shown for each pixel of the wheel, and the most that one turn of it does. */
const WHEEL = 0.002
const MOST = 1.5
/** Pixels that a browser means by a line or a page of the wheel. */
const PIXELS = [1, 33, 400]

/**
 * How a drawing is moved and looked at closer, the same wherever it can be: the wheel, a pointer that holds it, two
 * fingers. Its handlers go onto the drawing with `v-on`.
 *
 * @param on.zoom takes by what factor more is shown, and the place that stays where it is
 * @param on.pan takes from where to where what is held goes, and where it was taken hold of
 * @param on.placeOf where a pointer is, in what the drawing counts in; left out: units of an SVG drawing
 */
export function usePanZoom(on: {
  zoom: (factor: number, about: Point, event?: WheelEvent) => void
  pan: (from: Point, to: Point, start: Point) => void
  placeOf?: (event: MouseEvent) => Point
}) {
  const placeOf = on.placeOf ?? svgPoint
  const held = new Map<number, Point>()
  let start: Point | null = null
  const middle = (): Point => {
    const all = [...held.values()]
    const mean = (of: (point: Point) => number): number => all.reduce((sum, one) => sum + of(one), 0) / all.length
    return { x: mean(point => point.x), y: mean(point => point.y) }
  }
  const apart = (): number => {
    const [a, b] = [...held.values()]
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0
  }
  function up(event: PointerEvent): void {
    held.delete(event.pointerId)
    if (held.size === 0) start = null
  }
  return {
    wheel(event: WheelEvent): void {
      event.preventDefault()
      const turned = Math.exp(event.deltaY * (PIXELS[event.deltaMode] ?? 1) * WHEEL)
      on.zoom(Math.min(MOST, Math.max(1 / MOST, turned)), placeOf(event), event)
    },
    pointerdown(event: PointerEvent): void {
      if (event.button !== 0) return
      ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
      held.set(event.pointerId, placeOf(event))
      start ??= middle()
    },
    pointermove(event: PointerEvent): void {
      if (!held.has(event.pointerId) || start === null) return
      const [from, before] = [middle(), apart()]
      held.set(event.pointerId, placeOf(event))
      const [to, after] = [middle(), apart()]
      on.pan(from, to, start)
      // What is held has moved: from here on it is where it is held now.
      if (before > 0 && after > 0) on.zoom(before / after, to)
    },
    pointerup: up,
    pointercancel: up,
  }
}
