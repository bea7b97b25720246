#!/usr/bin/env node
// The commands of cli/.
import { pathToFileURL } from 'node:url'
import { bundled } from '../scripts/lib/programs.mjs'

const file = bundled('cli')
if (!file) (await import('tsx/esm/api')).register()
const { main } = await import(file ? pathToFileURL(file).href : '../cli/main.ts')
process.exitCode = await main(process.argv.slice(2))
