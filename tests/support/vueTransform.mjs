// @ts-check
import { createTransformer } from '@swc/jest'
import { compileScript, parse, registerTS } from 'vue/compiler-sfc'
import ts from 'typescript'
import { createUnimport } from 'unimport'
import { SWC_OPTIONS } from './swcOptions.mjs'

registerTS(() => ts)

/** What the page's build imports by itself, here too: of Vue, of Pinia, and from the application's own folders. */
const imports = createUnimport({
  presets: [
    'vue',
    { from: '~~/tests/support/nuxtStandIn', imports: ['useCookie'] },
    { from: 'pinia', imports: ['defineStore', 'storeToRefs'] },
  ],
  dirs: ['app/composables', 'app/stores', 'app/utils'],
})
const ready = imports.init()

const typescript = createTransformer(SWC_OPTIONS)

/** A component as one module, its template within. */
function compiled(/** @type {string} */ source, /** @type {string} */ file) {
  const { descriptor, errors } = parse(source, { filename: file })
  if (errors.length > 0) throw errors[0]
  return compileScript(descriptor, { id: file, inlineTemplate: true }).content
}

/** @type {Pick<typeof typescript, 'processAsync'>} */
const transformer = {
  async processAsync(source, file, options) {
    await ready
    const script = file.endsWith('.vue') ? compiled(source, file) : source
    const { code } = await imports.injectImports(script, file)
    const name = file.replace(/\.vue$/, '.vue.ts')
    return /** @type {NonNullable<typeof typescript.processAsync>} */ (typescript.processAsync)(code, name, options)
  },
}
export default transformer
