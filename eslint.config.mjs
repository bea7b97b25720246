import prettier from 'eslint-config-prettier'
import withNuxt from './.nuxt/eslint.config.mjs'

export default withNuxt(
  { ignores: ['server/database/migrations/**', 'tests/vectors/**'] },
  // Layout is the formatter's.
  prettier,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
      'max-len': ['error', { code: 120 }],
    },
  },
  {
    // The core knows nothing of pages, server or machine.
    files: ['core/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^(?!\\./|\\.\\./)', message: 'core imports only from core' },
            { regex: '(^|/)(app|server|shared|scripts|cli)/', message: 'core imports only from core' },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'fetch',
        'structuredClone',
        'performance',
      ],
    },
  },
  {
    // The bench is a world of its own: a mistake of the plan must be able to show on it.
    files: ['core/practice/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^(?!\\./|\\.\\./)', message: 'core imports only from core' },
            { regex: '/plan(/|$)', message: 'the bench shares no sum with the plan' },
          ],
        },
      ],
    },
  },
  {
    files: ['app/**', 'core/**', 'server/**', 'shared/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Literal[value=/^https?:\\/\\/(?!127\\.0\\.0\\.1|localhost|www\\.w3\\.org|json-schema\\.org)/]',
          message: 'the application asks no other host',
        },
        {
          selector: 'TSAsExpression > TSAsExpression[typeAnnotation.type="TSUnknownKeyword"]',
          message: 'a cast through unknown says nothing of what is there: read it, or type where it comes from',
        },
      ],
    },
  },
)
