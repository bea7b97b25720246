// @ts-check
// Set-ups of the core for tests that run as plain scripts.
import { register } from 'tsx/esm/api'

register()
export const { newSetup } = await import('../../core/index.ts')
