// @ts-check
import { createTransformer } from '@swc/jest'
import { SWC_OPTIONS } from './swcOptions.mjs'

/**
 * Looked up once for each file: where tests run, each use of a global is a call into the host, and sums take
 * eight times as long by it.
 */
const GLOBALS = ['Math', 'Number', 'Infinity', 'NaN', 'Float32Array', 'Float64Array', 'Uint8Array', 'Array', 'Object']
/** What such a file begins with. */
export const GLOBALS_HEAD = GLOBALS.map(name => `const ${name} = globalThis.${name};`).join('')

const made = createTransformer(SWC_OPTIONS)

/** @type {typeof made} TypeScript as it is, with the globals of `GLOBALS` held by each file. */
const transformer = {
  ...made,
  process(source, file, options) {
    const { code, ...rest } = /** @type {NonNullable<typeof made.process>} */ (made.process)(source, file, options)
    return { ...rest, code: GLOBALS_HEAD + code }
  },
}
export default transformer
