import { randomUUID } from 'node:crypto'
import { and, asc, eq } from 'drizzle-orm'
import { MOST_QUESTIONS, type QuestionInput } from '../../shared/schemas/logQuestions'
import type { Database } from '../database/client'
import { logQuestions } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { serverWords } from '../../shared/texts/server'

/** A question to the log that somebody gave a name. */
export interface LogQuestion extends QuestionInput {
  id: string
}

/** The questions of a studio, by name. */
export const listQuestions = (db: Database, studioId: string): Promise<LogQuestion[]> =>
  db
    .select({ id: logQuestions.id, name: logQuestions.name, asked: logQuestions.asked })
    .from(logQuestions)
    .where(eq(logQuestions.studioId, studioId))
    .orderBy(asc(logQuestions.name))

/** Keeps a question under its name; one of that name asks this from now on. @throws 409 where there are too many */
export async function keepQuestion(
  db: Database,
  studioId: string,
  { name, asked }: QuestionInput,
  memberId: string | null,
): Promise<LogQuestion> {
  const known = await listQuestions(db, studioId)
  if (known.length >= MOST_QUESTIONS && !known.some(one => one.name.toLowerCase() === name.toLowerCase()))
    throw problem(409, serverWords('logQuestions.studioKeepsQuestionsDelete', { most: MOST_QUESTIONS }))
  await db
    .insert(logQuestions)
    .values({ id: randomUUID(), studioId, memberId, name, asked })
    .onDuplicateKeyUpdate({ set: { asked, memberId } })
  const [kept] = await db
    .select({ id: logQuestions.id })
    .from(logQuestions)
    .where(and(eq(logQuestions.studioId, studioId), eq(logQuestions.name, name)))
  return { id: kept!.id, name, asked }
}

/** Forgets a question; the takes it asked for stay. @throws 404 */
export async function forgetQuestion(db: Database, studioId: string, id: string): Promise<void> {
  const [result] = await db
    .delete(logQuestions)
    .where(and(eq(logQuestions.id, id), eq(logQuestions.studioId, studioId)))
  if (result.affectedRows !== 1) throw notFound('question')
}
