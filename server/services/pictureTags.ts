import exifr from 'exifr'

/** Fields that are read; of the rest, the place above all, nothing is looked at. */
const FIELDS = [
  'DateTimeOriginal',
  'CreateDate',
  'OffsetTimeOriginal',
  'OffsetTime',
  'SubSecTimeOriginal',
  'ExposureTime',
  'FNumber',
  'ISO',
  'FocalLength',
  'Model',
]

export type Tags = Record<string, unknown>

/**
 * Tags of the notes that sharp found in a file of any kind; a file without or with broken ones is a picture all the
 * same.
 */
export async function tagsOf(exif: Buffer | undefined): Promise<Tags> {
  if (!exif) return {}
  const tiff = exif.subarray(exif.subarray(0, 4).toString('latin1') === 'Exif' ? 6 : 0)
  return (
    ((await exifr
      .parse(tiff, { pick: FIELDS, reviveValues: false, translateValues: false, gps: false, xmp: false, iptc: false })
      .catch(() => null)) as Tags | undefined | null) ?? {}
  )
}
