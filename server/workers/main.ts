// A process of its own for heavy jobs, started by server/services/workers.ts; it ends with whoever started it.
import sharp from 'sharp'
import {
  type Setup,
  assess,
  bestDelay,
  completeSetup,
  exerciseOf,
  judge,
  kitDifferences,
  kitIdsOf,
  learntElsewhere,
  matchShots,
  plan,
  plannedStatus,
  reveal,
  startOf,
} from '../../core'
import { grouped } from '../../core/math/grouped'
import { goOf, isRight, luckOf } from '../../core/course'
import { GEAR_KINDS, gearDaysOf, likeGear, pooledDays } from '../../core/season'
import { seedOf } from '../../shared/course/seed'
import { benchPicture } from '../services/benchCamera'
import { smallFrame } from '../services/frameFile'
import { preparePicture, smallPicture } from '../services/pictureFile'
import { problem } from '../utils/problem'
import type { JobKind, Jobs, JobMessage } from './jobs'
import { serverWords } from '../../shared/texts/server'

sharp.cache(false)
sharp.concurrency(1)

function outcomeOf({
  exercise: id,
  rig,
  setup,
  fired,
  shots,
  takes,
}: Jobs['outcome']['asked']): Jobs['outcome']['given'] {
  const exercise = exerciseOf(id, rig)!
  const start = startOf(exercise, rig)
  return {
    judgement: judge(exercise, rig, start, matchShots(shots, takes)),
    truth: reveal(rig, setup, bestDelay(rig, start, fired), {
      assumed: assess(start).timing.wanted,
      now: setup.delay ?? assess(setup).timing.wanted,
    }),
  }
}

/** A set-up as it lies in the database; none where it cannot be read. */
function readable(document: string): Setup[] {
  try {
    const setup = completeSetup(JSON.parse(document)) as Setup | null
    return setup?.recipe ? [setup] : []
  } catch {
    return []
  }
}

const usesIn = ({ items, setups }: Jobs['kitUses']['asked']): Jobs['kitUses']['given'] =>
  setups.flatMap(({ setupId, name, document }) =>
    readable(document).flatMap(setup =>
      kitIdsOf(setup).flatMap(id => {
        const item = items[id]
        return item ? [{ item: id, setupId, name, differs: kitDifferences(setup, item, id) }] : []
      }),
    ),
  )

/** Days of each piece of gear that a set-up's takes were fired with; takes that noted none go by the set-up. */
const gearDaysIn = ({ document, kinds, takes }: Jobs['gearDays']['asked']): Jobs['gearDays']['given'] =>
  readable(document).flatMap(setup =>
    GEAR_KINDS.flatMap(kind => {
      const byItem = grouped(takes, ({ settings }) => String(settings?.[`kit.${kind}`] || setup.kit[kind]))
      return [...byItem].flatMap(([kitId, own]) =>
        kinds[kitId] === kind ? pooledDays(gearDaysOf(setup, kind, own), 1).map(day => ({ ...day, kitId })) : [],
      )
    }),
  )

/** Groups of set-ups that may have been fired with one piece of gear; those that cannot be read are in none. */
function likeGearIn({ setups, apart }: Jobs['likeGear']['asked']): Jobs['likeGear']['given'] {
  const told = new Set(apart.map(({ kind, setupId }) => `${kind} ${setupId}`))
  const read = setups.flatMap(({ id, document }) => readable(document).map(setup => ({ id, setup })))
  return likeGear(read, (kind, id) => told.has(`${kind} ${id}`))
}

const RUN: { [K in JobKind]: (asked: Jobs[K]['asked']) => Promise<Jobs[K]['given']> } = {
  stand: async ({ setup }) => plannedStatus(setup, plan(setup)),
  learnt: async ({ setup, others }) => learntElsewhere(setup, others.flatMap(readable)),
  kitUses: async asked => usesIn(asked),
  gearDays: async asked => gearDaysIn(asked),
  likeGear: async asked => likeGearIn(asked),
  courseGo: async ({ lesson, number, person, answer }) => {
    const go = goOf(lesson, seedOf(person, number))
    return { right: isRight(go.answer, answer), luck: luckOf(go.answer) }
  },
  picture: ({ path, zone }) => preparePicture(path, zone),
  small: ({ data }) => smallPicture(data),
  frame: ({ rig, setup, exposure, at }) => benchPicture(rig, setup, exposure, at),
  outcome: async asked => outcomeOf(asked),
  setupFrame: async ({ document }) => {
    const [setup] = readable(document)
    if (!setup) throw problem(422, serverWords('main.setUpCannotRead'))
    return smallFrame(assess(setup))
  },
}

process.on('message', (message: { id: number; kind: JobKind; asked: never }) => {
  const { id, kind, asked } = message
  const tell = (told: JobMessage): void => {
    process.send?.(told)
  }
  RUN[kind](asked).then(
    given => tell({ id, given }),
    (error: unknown) => {
      const { statusCode, message: detail, stack } = error as { statusCode?: number; message: string; stack?: string }
      tell(statusCode === undefined ? { id, failed: stack ?? detail } : { id, refused: { status: statusCode, detail } })
    },
  )
})
