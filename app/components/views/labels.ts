import type { Quantity } from '~~/core'
import type { FormatOptions } from '~~/shared/units'

/** A place where a label may stand: its anchor point and which end of the text is there. */
export interface LabelSpot {
  x: number
  y: number
  anchor: 'start' | 'middle' | 'end'
}

export interface Label {
  id: string
  text: string
  /** Best place first. */
  spots: readonly LabelSpot[]
  bold?: boolean
  colour?: string
}

export interface LabelBox {
  x: number
  y: number
  width: number
  height: number
}

export interface PlacedLabel extends LabelSpot {
  id: string
  text: string
  bold: boolean
  colour: string
}

/** Labels of a part of a drawing, and what other labels keep clear of. */
export interface Named {
  labels?: Label[]
  obstacles?: LabelBox[]
}

/** Prints a quantity in the units of the reader. */
export type Show = (value: number, quantity: Quantity, options?: FormatOptions) => string

/** A square about a mark, px. */
export const boxAbout = ({ x, y }: { x: number; y: number }, half: number): LabelBox => ({
  x: x - half,
  y: y - half,
  width: 2 * half,
  height: 2 * half,
})

/** Height of a label at 11 px, and how far below its baseline it reaches. */
const HEIGHT = 12
const DESCENT = 3
const GAP = 2

const NARROW = new Set("iljt.,:;'|!·−-() fr".split(''))
const WIDE = new Set('mwMWQ%@'.split(''))

/** Width of a text in the drawings' narrow cut at 11 px: near enough to keep labels apart. */
export function textWidth(text: string, bold = false): number {
  let width = 0
  for (const letter of text)
    width += NARROW.has(letter) ? 3.1 : WIDE.has(letter) ? 8.3 : /[A-Z]/.test(letter) ? 6.4 : 5.35
  return width * (bold ? 1.06 : 1)
}

export function labelBox(spot: LabelSpot, text: string, bold = false): LabelBox {
  const width = textWidth(text, bold)
  const x = spot.anchor === 'start' ? spot.x : spot.anchor === 'end' ? spot.x - width : spot.x - width / 2
  return { x, y: spot.y - HEIGHT + DESCENT, width, height: HEIGHT }
}

/** Area that two boxes share, px², a small gap counted in. */
function overlap(a: LabelBox, b: LabelBox): number {
  const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) + GAP
  const tall = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
  return wide > 0 && tall > 0 ? wide * tall : 0
}

/** Area of a box outside the bounds, px². */
function outside(box: LabelBox, bounds: LabelBox): number {
  const wide = Math.max(0, Math.min(box.x + box.width, bounds.x + bounds.width) - Math.max(box.x, bounds.x))
  const tall = Math.max(0, Math.min(box.y + box.height, bounds.y + bounds.height) - Math.max(box.y, bounds.y))
  return box.width * box.height - wide * tall
}

/**
 * Labels set one after the other, each at its first place where it covers nothing; where every place covers something,
 * at the one that covers least,
 * and left out where even that is most of it. The order is the order of importance.
 *
 * @param labels most important first
 * @param bounds of the drawing; nothing stands outside
 * @param obstacles marks of the drawing that must stay readable
 */
export function placeLabels(
  labels: readonly Label[],
  bounds: LabelBox,
  obstacles: readonly LabelBox[] = [],
): PlacedLabel[] {
  const taken: LabelBox[] = []
  const placed: PlacedLabel[] = []
  for (const label of labels) {
    const bold = label.bold ?? false
    let best: { spot: LabelSpot; box: LabelBox; cost: number } | null = null
    for (const spot of label.spots) {
      const box = labelBox(spot, label.text, bold)
      const onText = taken.reduce((sum, other) => sum + overlap(box, other), 0)
      const cost = 4 * (onText + outside(box, bounds)) + obstacles.reduce((sum, other) => sum + overlap(box, other), 0)
      if (best === null || cost < best.cost - 1e-9) best = { spot, box, cost }
      if (cost === 0) break
    }
    if (best === null || best.cost > 2.4 * best.box.width * best.box.height) continue
    taken.push(best.box)
    placed.push({ ...best.spot, id: label.id, text: label.text, bold, colour: label.colour ?? '' })
  }
  return placed
}

/** Small boxes along a line, so that no label is set across it. */
export function alongLine(points: readonly { x: number; y: number }[], spacing = 9): LabelBox[] {
  const boxes: LabelBox[] = []
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const steps = Math.min(200, Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / spacing)))
    for (let k = 0; k < steps; k++)
      boxes.push({
        x: a.x + ((b.x - a.x) * k) / steps - 1.5,
        y: a.y + ((b.y - a.y) * k) / steps - 1.5,
        width: 3,
        height: 3,
      })
  }
  return boxes
}

/** The usual places round a point, right first. */
export function around(x: number, y: number, distance = 8): LabelSpot[] {
  return [
    { x: x + distance, y: y + 4, anchor: 'start' },
    { x: x - distance, y: y + 4, anchor: 'end' },
    { x, y: y - distance, anchor: 'middle' },
    { x, y: y + distance + 9, anchor: 'middle' },
    { x: x + distance, y: y - distance, anchor: 'start' },
    { x: x - distance, y: y - distance, anchor: 'end' },
    { x: x + distance, y: y + distance + 8, anchor: 'start' },
    { x: x - distance, y: y + distance + 8, anchor: 'end' },
  ]
}

/** Labels of all parts of a drawing, clear of each other and of what each part keeps free; the first named first. */
export const placeNamed = (parts: readonly Named[], bounds: LabelBox): PlacedLabel[] =>
  placeLabels(
    parts.flatMap(({ labels = [] }) => labels),
    bounds,
    parts.flatMap(({ obstacles = [] }) => obstacles),
  )
