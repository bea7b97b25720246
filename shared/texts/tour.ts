/** The steps of the tour, each one real act on a set-up of one's own. */
export const TOUR_STEPS = [
  {
    id: 'drag',
    title: 'Drag the beam',
    text:
      'This is the plan of one picture: a steel ball, a cracker, and a light beam that fires the flash. On the table ' +
      'plan, drag the beam towards the launcher or away from it. The delay on the right follows as you drag.',
  },
  {
    id: 'fix',
    title: 'Take a fix',
    text:
      'On the left, set Flash power to 1/4. Findings then say what you would see in the picture, and why. Press the ' +
      'fix “Turn the flash down” under the finding.',
  },
  {
    id: 'say',
    title: 'Say what you want',
    text: 'Press s, type f/11 iso 800, and press Enter. Both are set in one step, and one Ctrl Z undoes them.',
  },
  {
    id: 'measure',
    title: 'Add a measurement',
    text:
      'You measured something? Under Measurements press “Add a measurement”, choose Speed, and type ' +
      '33 m/s. Everything that depends on it follows, with its uncertainty.',
  },
  {
    id: 'replay',
    title: 'Watch it happen',
    text: 'Press r, or the play button under the path chart: all views replay the take at a thousandth of its speed.',
  },
  {
    id: 'run',
    title: 'Run a take',
    text:
      'Run it on the practice bench, a simulated rig, with its calls and its dark room. Follow the calls with the ' +
      'space bar until there is a picture, and judge it: e for early, o for on time, l for late.',
  },
] as const satisfies readonly { id: string; title: string; text: string }[]

export const TOUR_LABELS = {
  name: 'Tour',
  start: 'Take the tour',
  skip: 'Skip this step',
  leave: 'Leave the tour',
  back: 'Back to the set-up',
  openRun: 'Open the run',
  done: 'That was the tour. The set-up is yours: change what you like, or archive it.',
  keep: 'Keep the set-up',
  archive: 'Archive it',
  later: 'You can resume it from the list of keys (?).',
  failed: 'The tour could not be started. Try again.',
  shoot: 'Tour',
} as const
