// @ts-check
// Builds for production where a source changed since the last build.
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { needBuild } from './lib/build.mjs'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
needBuild()
