/// <reference lib="dom" />
import { createCanvas } from '@napi-rs/canvas'
import sharp from 'sharp'
import type { Plan } from '../../core'
import { drawFrame } from '../../shared/render/frame'

/** px across of a drawn frame that stands in for a camera's picture. */
const WIDE = 1440

const two = (n: number): string => String(n).padStart(2, '0')
const fraction = (seconds: number): string => (seconds >= 1 ? `${Math.round(seconds * 1000)}/1000` : `1/${Math.round(1 / seconds)}`)

/**
 * A frame drawn by the renderer of the predicted frame, as a camera would deliver it: a PNG with the usual notes on the exposure.
 *
 * @param plan what the sensor records
 * @param at when it was shot
 * @param openFor s the shutter was open
 * @param again a second light on the same frame
 */
export async function frameFile(plan: Plan, at: Date, openFor: number, again?: Plan): Promise<Buffer> {
  const { camera, picture, lens } = plan.setup
  const tall = Math.round(WIDE * camera.sensorHeight / camera.sensorWidth)
  const canvas = createCanvas(WIDE, tall)
  const context = canvas.getContext('2d') as unknown as CanvasRenderingContext2D
  drawFrame(context, WIDE, tall, plan)
  if (again) {
    const second = createCanvas(WIDE, tall)
    drawFrame(second.getContext('2d') as unknown as CanvasRenderingContext2D, WIDE, tall, again)
    context.globalCompositeOperation = 'lighten'
    context.drawImage(second as unknown as CanvasImageSource, 0, 0)
  }
  const day = `${at.getUTCFullYear()}:${two(at.getUTCMonth() + 1)}:${two(at.getUTCDate())}`
  return sharp(await canvas.encode('png')).withExif({
    IFD0: { Model: 'Practice bench' },
    IFD2: {
      DateTimeOriginal: `${day} ${two(at.getUTCHours())}:${two(at.getUTCMinutes())}:${two(at.getUTCSeconds())}`, OffsetTimeOriginal: '+00:00', SubSecTimeOriginal: String(at.getUTCMilliseconds()).padStart(3, '0'),
      ExposureTime: fraction(openFor), FNumber: `${Math.round(picture.aperture * 10)}/10`, ISOSpeedRatings: String(Math.round(picture.iso)), FocalLength: `${Math.round(lens.focalLength * 10_000)}/10`,
    },
  }).png().toBuffer()
}
