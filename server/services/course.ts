import { and, asc, eq, sql } from 'drizzle-orm'
import { ASKED_LESSONS, type AskedLesson, MASTERED, masteryOf } from '../../core/course'
import { grouped } from '../../core/math/grouped'
import type { CourseAnswer } from '../../shared/schemas/course'
import type { Database } from '../database/client'
import { courseGoes, practices } from '../database/schema'
import { problem } from '../utils/problem'
import { memberNames } from './members'
import { work } from './workers'
import { serverWords } from '../../shared/texts/server'

/** How far somebody is in a lesson. */
export interface LessonProgress {
  lesson: AskedLesson
  goes: number
  right: number
  /** Share of the way to mastery, 0 to 1. */
  share: number
  mastered: boolean
}

/** How far somebody is in the course. */
export interface PersonProgress {
  /** Name; null: nobody by name. */
  name: string | null
  lessons: LessonProgress[]
}

/** The course as it goes out. */
export interface CourseRecord {
  /** Whom goes are drawn for. */
  person: string
  own: LessonProgress[]
  /** Evenings on the practice bench that were shot to their keepers. */
  evenings: number
  /** Everybody in the studio, for the lead; null for others. */
  all: PersonProgress[] | null
}

type Row = typeof courseGoes.$inferSelect

function progressOf(rows: readonly Row[]): LessonProgress[] {
  return ASKED_LESSONS.map(lesson => {
    const own = rows.filter(row => row.lesson === lesson)
    const { weight, mastered } = masteryOf(own.map(({ isRight, hinted, luck }) => ({ right: isRight, hinted, luck })))
    const right = own.filter(({ isRight }) => isRight).length
    return { lesson, goes: own.length, right, mastered, share: mastered ? 1 : Math.min(1, weight / MASTERED) }
  })
}

const inOrder = (db: Database, studioId: string, person?: string) =>
  db
    .select()
    .from(courseGoes)
    .where(and(eq(courseGoes.studioId, studioId), person === undefined ? undefined : eq(courseGoes.person, person)))
    .orderBy(asc(courseGoes.person), asc(courseGoes.lesson), asc(courseGoes.number))

/** How far somebody is in the course; for the lead, how far everybody is. */
export async function courseOf(
  db: Database,
  studioId: string,
  memberId: string | null,
  lead: boolean,
): Promise<CourseRecord> {
  const person = memberId ?? ''
  const byPerson = grouped(await inOrder(db, studioId, lead ? undefined : person), row => row.person)
  const [shot] = await db
    .select({ evenings: sql<number>`count(*)` })
    .from(practices)
    .where(and(eq(practices.studioId, studioId), sql`json_value(${practices.outcome}, '$.judgement.done') = true`))
  const course = { person, own: progressOf(byPerson.get(person) ?? []), evenings: Number(shot?.evenings ?? 0) }
  if (!lead) return { ...course, all: null }
  const names = await memberNames(db, studioId)
  return {
    ...course,
    all: [...byPerson].map(([id, rows]) => ({ name: names.get(id) ?? null, lessons: progressOf(rows) })),
  }
}

/**
 * Keeps the answer to somebody's next go; one that is sent twice is kept once.
 *
 * @throws 409 where another go is theirs by now
 */
export async function answerGo(
  db: Database,
  studioId: string,
  memberId: string | null,
  { lesson, number, answer, hinted }: CourseAnswer,
): Promise<{ right: boolean; progress: LessonProgress }> {
  const person = memberId ?? ''
  const mine = and(eq(courseGoes.studioId, studioId), eq(courseGoes.person, person), eq(courseGoes.lesson, lesson))
  const { right, luck } = await work('courseGo', { lesson, number, person, answer })
  return db.transaction(async tx => {
    const rows = await tx.select().from(courseGoes).where(mine).orderBy(asc(courseGoes.number)).for('update')
    const kept = rows[number]
    if (number > rows.length || (kept && kept.answer !== answer))
      throw problem(409, serverWords('course.questionWasAlreadyAnswered'), {
        errors: [{ field: 'number', reason: serverWords('course.now', { rows: rows.length }) }],
      })
    const row = { studioId, person, lesson, number, answer, isRight: right, hinted, luck }
    if (!kept) await tx.insert(courseGoes).values(row)
    const all = kept ? rows : [...rows, { ...row, createdAt: new Date() }]
    return { right: kept?.isRight ?? right, progress: progressOf(all).find(one => one.lesson === lesson)! }
  })
}
