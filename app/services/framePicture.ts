import type { Plan } from '~~/core'
import { type FrameOptions, drawFrame } from '~~/shared/render/frame'

/** px across of an exported frame. */
const WIDE = 2400

/** The predicted frame as a PNG, at a size to be looked at and kept. */
export function framePng(plan: Plan, options: FrameOptions = {}): Promise<Blob> {
  const canvas = document.createElement('canvas')
  canvas.width = WIDE
  canvas.height = Math.round(WIDE * plan.setup.camera.sensorHeight / plan.setup.camera.sensorWidth)
  const context = canvas.getContext('2d')
  if (!context) return Promise.reject(new Error('This browser draws no pictures'))
  drawFrame(context, canvas.width, canvas.height, plan, options)
  return new Promise((resolve, reject) => canvas.toBlob(blob => (blob ? resolve(blob) : reject(new Error('The picture could not be made'))), 'image/png'))
}
