import type { Figure } from '../plan/findings'
import type { Setup } from '../setup/types'

/** Lessons of the course, in their order. */
export const LESSONS = [
  'chain',
  'freezing',
  'exposure',
  'sync',
  'search',
  'scatter',
  'sensors',
  'light',
  'sequences',
  'reading',
  'evening',
] as const
/** A lesson of the course. */
export type LessonId = (typeof LESSONS)[number]
/** Lessons that put a question; the evening is shot on the practice bench. */
export type AskedLesson = Exclude<LessonId, 'evening'>

/** What an answer is measured in. */
type AnswerQuantity = 'time' | 'length' | 'number'

/** A figure to be said. SI; `right` is every answer that does, the truth among them. */
export interface NumberAnswer {
  kind: 'number'
  quantity: AnswerQuantity
  unit: string
  truth: number
  right: readonly [low: number, high: number]
  /** Range within which somebody who knows nothing would say something. */
  range: readonly [low: number, high: number]
  /** Whether that is drawn evenly by factors. */
  byFactor: boolean
}
/** One of a few; `right`: its place. */
export interface ChoiceAnswer {
  kind: 'choice'
  quantity: 'power' | 'shutter'
  options: readonly number[]
  right: number
}

/** A mark on the strip that is drawn of a go: where, and what it is (`shared/texts/course.ts`). */
export interface StripMark {
  at: number
  id: string
  /** Only shown once it is answered: it gives the answer away. */
  later?: true
}
/** What is drawn of a go, along one scale. */
export interface Strip {
  quantity: 'time' | 'length' | 'number'
  unit: string
  marks: readonly StripMark[]
  /** Where an answer stands: so far on, and which way it counts; null: not on this scale. */
  place: { from: number; way: 1 | -1 } | null
}

/** One go at a lesson: a rig, what is told of it, and what is to be decided. */
export interface Go {
  lesson: AskedLesson
  /** Which of the lesson's questions it is. */
  question: string
  setup: Setup
  /** What the question tells. */
  told: Record<string, Figure>
  /** What is told once it is answered, the truth among it. */
  shown: Record<string, Figure>
  answer: NumberAnswer | ChoiceAnswer
  strip: Strip
  /** Set-up of the picture that an answer would make; null: none is made of it. */
  pictureOf: ((answer: number) => Setup) | null
}

/** A lesson's goes, drawn anew by a seed. */
export type Draw = (seed: number) => Go
