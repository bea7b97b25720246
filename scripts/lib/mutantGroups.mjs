// @ts-check
// What mutants are made of, part by part, and the tests that are about each.

/**
 * `counted: false` where to count what each test runs through takes longer than to run them all.
 * @typedef {{ mutate: string[], tests: string[], counted?: boolean }} Group
 */

/** Tests that plan whole set-ups, and so go through nearly all of the core. */
const WHOLE = ['plan', 'laws', 'vectors', 'amendments', 'numbers', 'sequence', 'schedule', 'golden']

/**
 * Files of folders of the core.
 * @param {string[]} folders
 */
const filesOf = (...folders) => folders.map(folder => `core/${folder}/**/*.ts`)

/** All of the core; tests of `tests/unit/core`. @type {Record<string, Group>} */
export const CORE = {
  physics: { mutate: filesOf('math', 'physics'), tests: ['math', 'motion', 'bubble', 'shutter', 'smear', ...WHOLE] },
  take: { mutate: filesOf('take'), tests: ['motion', 'said', 'slaves', 'vibration', ...WHOLE] },
  plan: {
    mutate: [...filesOf('plan', 'recipes', 'sensors', 'advice'), '!core/plan/findings/**'],
    tests: ['motion', 'shutter', 'light', 'sensitivity', 'explain', 'desk', 'said', 'vibration', ...WHOLE],
  },
  findings: {
    mutate: filesOf('plan/findings'),
    tests: ['findings', 'rules', 'rulesOfLight', 'golden', 'sequence', 'said', 'scene'],
  },
  setup: {
    mutate: filesOf('setup', 'kit', 'defaults'),
    tests: [
      ...['golden', 'amendments', 'paths', 'sequence', 'said', 'match', 'desk', 'explain', 'typedStays'],
      ...['../facts', '../kit', '../validate', '../schemas'],
    ],
  },
  inference: {
    mutate: filesOf('inference'),
    tests: ['inferenceLaws', 'outOfLine', 'conditioned', 'inference', 'evidence', 'headline', 'golden'],
  },
  light: {
    mutate: filesOf('light'),
    tests: [
      ...['light', 'lightLaws', 'cards', 'rulesOfLight', 'scene', 'desk', 'newCard', 'lightGoals', 'shutter'],
      ...['bounce', 'slaves', 'silhouette', 'smear', 'golden'],
    ],
  },
  run: {
    mutate: filesOf('run', 'scoring'),
    tests: ['run', 'learnFigures', 'session', 'match', 'edges', 'lightGoals', 'practice', 'byFeel', 'search', 'golden'],
  },
  lab: {
    mutate: filesOf('lab'),
    tests: ['lab', 'onsets', 'wave', 'takeReading', 'takeCloser', 'together', 'hardFiles', 'readings', 'noise'],
  },
  render: {
    mutate: [...filesOf('render'), '!core/render/models/**', '!core/render/build.ts'],
    tests: ['rays', 'tracer', 'goldenFrames'],
  },
  // What stands in a picture, of each recipe; its tests plan and draw whole pictures.
  models: {
    mutate: [...filesOf('render/models'), 'core/render/build.ts'],
    tests: ['render', 'models', 'composite', 'goldenFrames'],
    counted: false,
  },
  practice: { mutate: filesOf('practice', 'course'), tests: ['practice', 'world', 'session', 'course', 'golden'] },
  season: {
    mutate: filesOf('season'),
    tests: [
      ...['season', 'seasonPeople', 'seasonSessions', 'gear', 'gearDays', 'flashReadings', 'keptShare', 'likeness'],
      'misfires',
    ],
  },
  day: { mutate: filesOf('day'), tests: ['day', 'followDay', 'shootDay'] },
}

/** What needs the page's or the server's own way to be loaded; tests by their files. @type {Record<string, Group>} */
export const AROUND = {
  stores: { mutate: ['app/stores/*.ts'], tests: ['tests/stores/*.test.ts', 'tests/unit/workerCalls.test.ts'] },
  services: { mutate: ['server/services/*.ts'], tests: ['tests/services/*.test.ts'] },
}
