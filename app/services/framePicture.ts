import type { Plan } from '~~/core'
import { type Overlay, drawOver } from '~~/shared/render/over'
import { frameOnce } from './frameRender'
import { servicesWords } from '~~/shared/texts/pages/services'

/** px across of an exported frame; of what is computed of it, and passes over that. */
const WIDE = 1440
const COMPUTED = 720
const PASSES = 8

/** px across of a frame beside a text, and passes over it. */
const SMALL = { wide: 480, passes: 3 }

/** The predicted frame at a size to stand beside a text. */
export async function smallFrame(plan: Plan): Promise<Blob> {
  const { camera } = plan.setup
  const given = await frameOnce({
    setup: plan.entered,
    options: {},
    width: SMALL.wide,
    height: Math.round((SMALL.wide * camera.sensorHeight) / camera.sensorWidth),
    passes: SMALL.passes,
    whole: true,
    falseColour: false,
  })
  const canvas = new OffscreenCanvas(given.width, given.height)
  canvas.getContext('2d')!.putImageData(new ImageData(given.bytes, given.width), 0, 0)
  return canvas.convertToBlob({ type: 'image/png' })
}

/** The predicted frame as a PNG, at a size to be looked at and kept: computed anew, which takes its time. */
export async function framePng(plan: Plan, over: Overlay = {}): Promise<Blob> {
  const height = 2 * Math.round((COMPUTED * plan.setup.camera.sensorHeight) / plan.setup.camera.sensorWidth)
  const given = await frameOnce({
    setup: plan.entered,
    options: {},
    width: COMPUTED,
    height: height / 2,
    passes: PASSES,
    whole: true,
    falseColour: false,
  })
  const canvas = document.createElement('canvas')
  canvas.width = WIDE
  canvas.height = height
  const context = canvas.getContext('2d')
  if (!context) throw new Error(servicesWords('framePicture.browserCannotDrawPictures'))
  const small = new OffscreenCanvas(given.width, given.height)
  small.getContext('2d')!.putImageData(new ImageData(given.bytes, given.width), 0, 0)
  context.imageSmoothingQuality = 'high'
  context.drawImage(small, 0, 0, WIDE, height)
  drawOver(context, WIDE, height, plan, over)
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      blob => (blob ? resolve(blob) : reject(new Error(servicesWords('framePicture.pictureCouldNotMade')))),
      'image/png',
    ),
  )
}
