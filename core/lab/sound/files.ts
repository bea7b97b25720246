import type { LabInput } from '../types'

/** The recordings among files. */
export const soundsOf = (files: readonly LabInput[]): Extract<LabInput, { kind: 'sound' }>[] =>
  files.filter((file): file is Extract<LabInput, { kind: 'sound' }> => file.kind === 'sound')
