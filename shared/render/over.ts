/// <reference lib="dom" />
import { type Assessment, stageOf } from '../../core'

export interface Overlay {
  /** Where the next takes catch the object, m past the near face, as faint outlines. */
  ghosts?: readonly number[]
  /** Number the pops of a sequence. */
  numbered?: boolean
  /** s after the action starts up to which pops are numbered; null: all. */
  instant?: number | null
}

/** What is drawn over a computed picture: where takes scatter to, and the numbers of pops. */
export function drawOver(
  context: CanvasRenderingContext2D,
  width: number,
  height: number,
  plan: Assessment,
  { ghosts = [], numbered = false, instant = null }: Overlay,
): void {
  const { setup, optics, sequence, timing } = plan
  const stage = stageOf(setup)
  const scale = width / optics.fieldWidth
  const at = (along: number, out = 0): { x: number; y: number } => {
    const [x, y] = stage.at(along, out)
    return { x: width / 2 + x * scale, y: height / 2 - y * scale }
  }
  const [long, wide] = [setup.motion.objectLength, setup.motion.diameter].map(m => Math.max(1, (m / 2) * scale)) as [
    number,
    number,
  ]
  const level = stage.direction[1] === 0
  context.strokeStyle = 'rgb(245 244 239 / 0.45)'
  context.lineWidth = 1
  for (const past of ghosts) {
    const { x, y } = at(setup.subject.distance + past - setup.motion.objectLength / 2)
    context.beginPath()
    context.ellipse(x, y, level ? long : wide, level ? wide : long, 0, 0, 2 * Math.PI)
    context.stroke()
  }
  if (!numbered || !sequence) return
  context.font = `600 ${Math.max(9, width / 46)}px "Archivo Variable", sans-serif`
  context.textAlign = 'center'
  context.fillStyle = 'rgb(245 244 239)'
  sequence.exposures.forEach((exposure, i) => {
    if (instant !== null && timing.captured !== null && exposure.time > instant - timing.captured + 1e-9) return
    const { x, y } = at(exposure.along, exposure.across)
    const off = (level ? wide : long) + width / 40
    context.fillText(String(i + 1), level ? x : x + off, level ? y + off : y + width / 130)
  })
}
