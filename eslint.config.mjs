import prettier from 'eslint-config-prettier'
import jsdoc from 'eslint-plugin-jsdoc'
import withNuxt from './.nuxt/eslint.config.mjs'

/** Files with a function of more than fifteen ways through: readers of files and words, one pass over a whole plan. */
const BRANCHED = [
  'app/components/views/pathGeometry.ts',
  'app/pages/setups/\\[id\\]/run.vue',
  'cli/main.ts',
  'cli/watch.ts',
  'core/advice/checks.ts',
  'core/advice/method.ts',
  'core/defaults/choices.ts',
  'core/defaults/complete.ts',
  'core/lab/frame/black.ts',
  'core/lab/frame/place.ts',
  'core/lab/frame/specks.ts',
  'core/lab/frame/streak.ts',
  'core/lab/frame/sync.ts',
  'core/lab/samples/frames.ts',
  'core/lab/sound/speed.ts',
  'core/lab/trace/light.ts',
  'core/light/wiring.ts',
  'core/plan/assess.ts',
  'core/plan/explain.ts',
  'core/plan/findings/blur.ts',
  'core/plan/findings/exposure.ts',
  'core/plan/findings/sensorThreshold.ts',
  'core/plan/findings/spread.ts',
  'core/plan/monteCarlo.ts',
  'core/plan/schedule.ts',
  'core/practice/shot.ts',
  'core/practice/world/path.ts',
  'core/render/meet.ts',
  'core/render/trace.ts',
  'core/run/played.ts',
  'core/run/search/search.ts',
  'core/scoring/judge.ts',
  'core/scoring/picture.ts',
  'core/scoring/play.ts',
  'scripts/start.mjs',
  'server/database/address.ts',
  'server/services/pictureFile.ts',
  'server/services/runs.ts',
  'shared/kit/pasted.ts',
  'shared/text/dialCard.ts',
  'shared/units/format.ts',
  'shared/units/parse.ts',
]
/** Files with a function of six or seven parameters, each a plain number or part. */
const LISTED = [
  'app/components/views/TimeStrip.vue',
  'app/components/views/pathGeometry.ts',
  'app/components/views/stripGeometry.ts',
  'cli/watch.ts',
  'core/lab/frame/blurred.ts',
  'core/lab/samples/sounds.ts',
  'core/practice/shot.ts',
  'core/practice/world/path.ts',
  'core/day/walk.ts',
  'core/practice/world/take.ts',
  'core/run/search/search.ts',
  'core/take/arc.ts',
  'core/take/spread.ts',
  'scripts/demo/kit.ts',
  'tests/unit/facts.test.ts',
]

export default withNuxt(
  { ignores: ['server/database/migrations/**', 'tests/vectors/**'] },
  // Layout is the formatter's.
  prettier,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
      'max-len': ['error', { code: 120 }],
      'complexity': ['error', { max: 15, variant: 'modified' }],
      'max-params': ['error', 5],
    },
  },
  { files: BRANCHED, rules: { complexity: ['error', { max: 31, variant: 'modified' }] } },
  // Words and starting up are read in one go.
  { files: ['shared/units/parse.ts', 'scripts/start.mjs', 'tests/support/eventDay.ts'], rules: { complexity: 'off' } },
  { files: LISTED, rules: { 'max-params': ['error', 7] } },
  // Inner loops of the renderer pass numbers: an object a ray would be millions of them.
  { files: ['core/render/**'], rules: { 'max-params': ['error', 15] } },
  {
    // Who reads the core by its exports finds what each is.
    files: ['core/**'],
    plugins: { jsdoc },
    rules: {
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: true,
          enableFixer: false,
          contexts: [
            'ExportNamedDeclaration > VariableDeclaration',
            'ExportNamedDeclaration > TSInterfaceDeclaration',
            'ExportNamedDeclaration > TSTypeAliasDeclaration',
            'ExportNamedDeclaration > FunctionDeclaration',
            'ExportNamedDeclaration > ClassDeclaration',
          ],
        },
      ],
    },
  },
  {
    // What is not waited for fails unseen.
    files: ['server/**/*.ts', 'cli/**/*.ts', 'app/**/*.ts'],
    languageOptions: {
      parserOptions: {
        project: ['./.nuxt/tsconfig.app.json', './.nuxt/tsconfig.server.json', './tsconfig.tools.json'],
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
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
