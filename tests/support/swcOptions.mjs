// @ts-check
/** How tests read TypeScript, whoever loads it. @type {import('@swc/core').Options} */
export const SWC_OPTIONS = {
  jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
  module: { type: 'es6' },
  sourceMaps: 'inline',
}
