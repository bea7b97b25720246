// @ts-check
// What mutants are made of, part by part, and the tests that are about each.

/** @typedef {{ mutate: string[], tests: string[] }} Group */

/** All of the core; tests of `tests/unit/core`. @type {Record<string, Group>} */
export const CORE = {
  physics: {
    mutate: ['core/*.ts', '!core/index.ts', 'core/math/*.ts'],
    tests: ['math', 'golden', 'vectors', 'laws', 'amendments', 'motion', 'numbers', 'sequence', 'schedule', 'plan'],
  },
  plan: {
    mutate: ['core/plan/*.ts', 'core/recipes/*.ts', 'core/sensors/*.ts'],
    tests: [
      ...[
        'golden',
        'plan',
        'motion',
        'shutter',
        'light',
        'sensitivity',
        'amendments',
        'sequence',
        'schedule',
        'explain',
      ],
      ...['desk', 'said'],
    ],
  },
  findings: {
    mutate: ['core/plan/findings/*.ts'],
    tests: ['findings', 'rules', 'rulesOfLight', 'golden', 'sequence', 'said', 'scene'],
  },
  setup: {
    mutate: ['core/setup/*.ts', 'core/kit/*.ts'],
    tests: [
      'golden',
      'amendments',
      'paths',
      'sequence',
      'said',
      'match',
      'desk',
      'explain',
      '../facts',
      '../kit',
      '../validate',
      '../schemas',
    ],
  },
  inference: {
    mutate: ['core/inference/*.ts', 'core/calibration/*.ts'],
    tests: ['golden', 'inference', 'posterior', 'search', 'learnFigures', 'run'],
  },
  light: {
    mutate: ['core/light/*.ts'],
    tests: ['golden', 'light', 'cards', 'rulesOfLight', 'scene', 'desk', 'newCard', 'lightGoals', 'shutter'],
  },
  run: {
    mutate: ['core/run/*.ts', 'core/rehearsal/*.ts'],
    tests: ['golden', 'run', 'learnFigures', 'session', 'match', 'edges', 'lightGoals', 'practice'],
  },
  lab: { mutate: ['core/lab/**/*.ts'], tests: ['lab', 'onsets', 'wave', 'takeReading', 'takeCloser', 'together'] },
  render: { mutate: ['core/render/**/*.ts'], tests: ['goldenFrames', 'render', 'scene', 'newCard'] },
  practice: { mutate: ['core/practice/**/*.ts'], tests: ['golden', 'practice', 'world', 'session'] },
}

/** What needs the page's or the server's own way to be loaded; tests by their files. @type {Record<string, Group>} */
export const AROUND = {
  stores: {
    mutate: ['app/stores/*.ts'],
    tests: ['tests/stores/*.test.ts', 'tests/unit/outbox.test.ts', 'tests/unit/workerCalls.test.ts'],
  },
  services: { mutate: ['server/services/*.ts'], tests: ['tests/services/*.test.ts'] },
}
