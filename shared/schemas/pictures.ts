import * as yup from 'yup'
import { objectOf } from './setup'
import { isInstant } from './dates'

export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const
export type PictureType = (typeof PICTURE_TYPES)[number]

/** Bytes of the largest file taken. */
export const LARGEST_PICTURE = 40 * 1024 * 1024
/** Most pixels of a picture: what the largest sensors give, and short of what would fill a server. */
export const MOST_PIXELS = 160_000_000

/** What the camera wrote down of the exposure; null: it did not. */
export interface PictureExposure {
  /** s. */
  shutter: number | null
  aperture: number | null
  iso: number | null
  /** m. */
  focalLength: number | null
  camera: string | null
}

/** Of a picture whose file says nothing. */
export const NO_EXPOSURE: PictureExposure = {
  shutter: null,
  aperture: null,
  iso: null,
  focalLength: null,
  camera: null,
}

/** How a picture comes in, beside its bytes. */
export interface PictureQuery {
  /** File name. */
  name: string
  /** ISO 8601 instant at which the file was written; left out: not known. */
  written?: string
  /** Minutes that the camera's clock is ahead of UTC, for files that do not say. */
  zone: number
  /** Take it belongs to; left out: the one of its time. */
  take?: string
}

export const pictureQuerySchema = objectOf<PictureQuery>({
  name: yup.string().strict().required('name is missing').max(200, 'At most 200 characters'),
  written: yup
    .string()
    .strict()
    .test(
      'instant',
      'Must be a date and time such as 2026-11-24T18:30:00Z',
      value => value === undefined || isInstant(value),
    ),
  zone: yup.number().strict().required('zone is missing').min(-840, 'At least -840 min').max(840, 'At most 840 min'),
  take: yup
    .string()
    .strict()
    .matches(/^[0-9a-f-]{36}$/, 'Not a take'),
})

export const pictureQueryFrom = (raw: Record<string, unknown>): unknown => ({
  ...raw,
  zone: raw.zone === undefined ? 0 : Number(raw.zone),
})

/** The take a picture is put to by hand; null: to none. */
export const pictureTakeSchema = objectOf<{ take: string | null }>({
  take: yup
    .string()
    .strict()
    .nullable()
    .defined('take is missing')
    .matches(/^[0-9a-f-]{36}$/, 'Not a take'),
})
