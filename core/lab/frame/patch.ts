import { type HandMark, type LabInput, type LabMark, settled } from '../types'
import { type Region, boxIn } from './decode'

/** A frame with what is known of how it was taken. */
export type FrameInput = Extract<LabInput, { kind: 'frame' }>

/** The pictures among files. */
export const framesOf = (files: readonly LabInput[]): FrameInput[] =>
  files.filter((file): file is FrameInput => file.kind === 'frame')

const NAMES = { x0: 'lab.patch.left', x1: 'lab.patch.right', y0: 'lab.patch.top', y1: 'lab.patch.bottom' } as const
/** Sides of a region, each a mark that can be moved. */
export const SIDES = ['x0', 'x1', 'y0', 'y1'] as const

/**
 * Four marks around a part of a picture, as shares of its width and height where nobody set them.
 *
 * @returns the marks, and the part in px of the frame
 */
export function patchOf(
  { frame }: FrameInput,
  file: number,
  shares: Readonly<Record<(typeof SIDES)[number], number>>,
  hand: readonly HandMark[],
): { marks: LabMark[]; box: Region } {
  const [width, height] = [frame.width * frame.factor, frame.height * frame.factor]
  const marks = settled(
    SIDES.map(id => ({
      id,
      label: NAMES[id],
      file,
      kind: id.startsWith('x') ? ('x' as const) : ('y' as const),
      at: shares[id] * (id.startsWith('x') ? width : height),
    })),
    hand,
  )
  const at = (id: string): number => marks.find(mark => mark.id === id)!.at
  return { marks, box: boxIn(frame, { x0: at('x0'), x1: at('x1'), y0: at('y0'), y1: at('y1') }) }
}
