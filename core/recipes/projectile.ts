import { body } from '../setup/body'
import type { Setup } from '../setup/types'
import { type MomentChoice, after, along } from './moment'
import type { RecipeFacts } from './facts'

/** m from the first subject to a second where none was placed yet. */
const GAP = 0.08
const gapOf = ({ subject }: Pick<Setup, 'subject'>): number => subject.secondGap ?? GAP

/** A moment at a second subject, which is put in the line where there is none. */
const withSecond = (choice: MomentChoice): MomentChoice => ({
  ...choice,
  changes: setup => [...choice.changes(setup), { path: 'subject.secondGap', value: gapOf(setup) }],
})

/** Something shot through a subject. */
export const projectile: RecipeFacts = {
  name: 'Steel ball through a rice cracker',
  traits: { passesThrough: true, hazards: { shatters: true } },
  asks: [
    'action.kind',
    'action.draw',
    'action.pull',
    'motion.speed',
    'motion.mass',
    'subject.distance',
    'sensor.position',
    'moment.offset',
    'flashes[0].power',
    'flashes[0].distance',
    'picture.distance',
    'picture.ambientEv',
  ],
  start: {},
  bodies: [body('Ball', 'object', true), body('Fragments', 'own', false, 15)],
  moments: [
    along('ball just out of the far face', 0.03, { window: [0.012, 0.012], sharp: { object: null } }),
    along('ball at the entry face', 0, { window: [0.008, 0.008], sharp: { object: null } }),
    along('ball a hand’s breadth out', s => s.subject.depth + 0.09, { window: [0.03, 0.03], sharp: { object: null } }),
    withSecond(
      along('ball just out of the second', s => gapOf(s) + s.subject.secondDepth + 0.02, {
        window: [0.012, 0.012],
        sharp: { object: null },
      }),
    ),
    withSecond(
      after('second subject breaking', 'second', 0.001, {
        window: [0.0005, 0.0007],
        spread: 0.1,
        error: 0.3,
        sharp: { object: null },
      }),
    ),
    after('fragments flying', 'impact', 0.004, {
      window: [0.0015, 0.002],
      spread: 0.1,
      error: 0.3,
      sharp: { own: null },
    }),
  ],
  preparation: [
    'Backstop in place and tested with one shot',
    'Launcher clamped, bore in line with the path',
    'Beam square to the path, tested once by hand',
    'Subject hung from a marked thread',
    'Everyone behind cover, eye protection on',
    'Clear sheet before lens and lights',
  ],
  reset: [
    'Unloaded and called out',
    'Sweep fragments',
    'New subject on the thread, faced square',
    'Beam clear and armed',
    'Wipe the clear sheet',
  ],
}
