import type { Body, BodyKind } from './types'

/** Something that moves in the picture. @param speed m/s; null: by its kind */
export const body = (name: string, kind: BodyKind, sharp: boolean, speed: number | null = null): Body => ({
  name,
  kind,
  speed,
  sharp,
})
