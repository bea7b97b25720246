import { chain } from './lessons/chain'
import { exposure } from './lessons/exposure'
import { freezing } from './lessons/freezing'
import { light } from './lessons/light'
import { reading } from './lessons/reading'
import { scatter } from './lessons/scatter'
import { search } from './lessons/search'
import { sensors } from './lessons/sensors'
import { sequences } from './lessons/sequences'
import { sync } from './lessons/sync'
import type { AskedLesson, Draw, Go } from './types'

export { type AnsweredGo, MASTERED, MOST_LUCK, isRight, luckOf, masteryOf } from './mastery'
export {
  type AskedLesson,
  type ChoiceAnswer,
  type Go,
  LESSONS,
  type LessonId,
  type NumberAnswer,
  type Strip,
} from './types'

const DRAW: Readonly<Record<AskedLesson, Draw>> = {
  chain,
  freezing,
  exposure,
  sync,
  search,
  scatter,
  sensors,
  light,
  sequences,
  reading,
}

/** Lessons that put a question. */
export const ASKED_LESSONS = Object.keys(DRAW) as AskedLesson[]

/**
 * A go at a lesson: rig, question and truth, drawn by its number.
 *
 * @param seed whole number from 0; the same gives the same go
 */
export const goOf = (lesson: AskedLesson, seed: number): Go => DRAW[lesson](seed)
