// @ts-check
// Lets Node read the TypeScript of the project as it stands, for tests that need no world of their own.
import { register } from 'node:module'

register('./plainHooks.mjs', import.meta.url)
process.setSourceMapsEnabled(true)
