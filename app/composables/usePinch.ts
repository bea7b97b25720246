import { svgPoint } from './useSvgPoint'

/**
 * Two fingers on a drawing: `pinch` gets how much closer together they are than before, and the place between them. Its
 * `move` says whether two fingers are
 * down, for then the move is no drag.
 */
export function usePinch(pinch: (factor: number, middle: { x: number; y: number }) => void) {
  const held = new Map<number, { x: number; y: number }>()
  const pair = () => [...held.values()] as [{ x: number; y: number }, { x: number; y: number }]
  const apart = (): number => {
    const [a, b] = pair()
    return Math.hypot(a.x - b.x, a.y - b.y)
  }
  return {
    down(event: PointerEvent): void {
      if (event.pointerType === 'touch') held.set(event.pointerId, svgPoint(event))
    },
    move(event: PointerEvent): boolean {
      if (!held.has(event.pointerId)) return false
      if (held.size !== 2) {
        held.set(event.pointerId, svgPoint(event))
        return held.size > 2
      }
      const before = apart()
      held.set(event.pointerId, svgPoint(event))
      const [a, b] = pair()
      const after = apart()
      if (before > 0 && after > 0) pinch(before / after, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
      return true
    },
    up(event: PointerEvent): void {
      held.delete(event.pointerId)
    },
  }
}
