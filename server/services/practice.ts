import { randomInt } from 'node:crypto'
import { mkdir, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { and, asc, desc, eq } from 'drizzle-orm'
import {
  type Answer,
  type BenchShot,
  type DeviceState,
  type Exercise,
  type Judgement,
  type PracticeRig,
  type RevealedFigure,
  PracticeDevice,
  REHEARSAL,
  completeRig,
  drawRig,
  exerciseById,
  exerciseOf,
  exerciseRig,
  exerciseSetup,
  freshCopy,
  switchedOn,
} from '../../core'
import { exerciseText } from '../../shared/texts/practice'
import { localDay } from '../../shared/units/day'
import type { Database } from '../database/client'
import { type PracticeOutcome, practiceShots, practices, setups, shoots } from '../database/schema'
import { notFound, problem } from '../utils/problem'
import { addPicture } from './pictures'
import { type SetupRecord, createSetup, getSetup } from './setups'
import { createShoot } from './shoots'
import { listTakes } from './takes'
import { work } from './workers'
import { serverWords } from '../../shared/texts/server'

/** An exercise that was begun. */
export interface PracticeRecord {
  setupId: string
  exercise: string
  setupName: string
  createdAt: string
  revealed: boolean
  shots: number
}

const SHOOT = serverWords('practice.practiceBench')

async function practiceShoot(db: Database, studioId: string): Promise<string> {
  const [known] = await db
    .select({ id: shoots.id })
    .from(shoots)
    .where(and(eq(shoots.studioId, studioId), eq(shoots.practice, true)))
    .limit(1)
  if (known) return known.id
  const { id } = await createShoot(
    db,
    studioId,
    { name: SHOOT, date: localDay(), place: '', notes: serverWords('practice.exercisesSimulatedRigsTheir') },
    { practice: true },
  )
  return id
}

/** Begins an exercise: its set-up, and a rig drawn for it whose true figures nobody sees. */
export async function beginPractice(
  db: Database,
  studioId: string,
  id: string,
  seed = randomInt(1, 2 ** 31),
): Promise<SetupRecord> {
  const exercise = exerciseById(id)
  if (!exercise) throw notFound('exercise')
  const setup = { ...exerciseSetup(exercise), name: exerciseText(exercise).title }
  const shootId = await practiceShoot(db, studioId)
  return db.transaction(async tx => {
    const record = await createSetup(tx, studioId, shootId, setup)
    await tx
      .insert(practices)
      .values({
        setupId: record.id,
        studioId,
        exercise: exercise.id,
        rig: exerciseRig(exercise, seed),
        state: switchedOn(setup),
      })
    return record
  })
}

/** Rehearses a set-up: a copy of it, on a rig that is as far off as its plan says it may be. @throws 404, 409 */
export async function beginRehearsal(
  db: Database,
  studioId: string,
  id: string,
  seed = randomInt(1, 2 ** 31),
): Promise<SetupRecord> {
  const { setup: own, practice } = await getSetup(db, studioId, id)
  if (practice) throw problem(409, serverWords('practice.alreadyExerciseStartAgain'))
  const setup = { ...freshCopy(own), name: `Rehearsal: ${own.name}`.slice(0, 120), delay: null }
  const shootId = await practiceShoot(db, studioId)
  return db.transaction(async tx => {
    const record = await createSetup(tx, studioId, shootId, setup)
    const rig = drawRig(record.setup, seed)
    await tx
      .insert(practices)
      .values({
        setupId: record.id,
        studioId,
        exercise: REHEARSAL,
        rehearses: id,
        rig,
        state: switchedOn(record.setup),
      })
    return record
  })
}

interface Practice {
  exercise: Exercise
  rig: PracticeRig
  state: DeviceState
  revealedAt: Date | null
  outcome: PracticeOutcome | null
}

async function getPractice(db: Database, studioId: string, setupId: string): Promise<Practice> {
  const [row] = await db
    .select()
    .from(practices)
    .where(and(eq(practices.setupId, setupId), eq(practices.studioId, studioId)))
  const exercise = row && exerciseOf(row.exercise, row.rig)
  if (!row || !exercise) throw notFound('exercise')
  return { exercise, rig: completeRig(row.rig), state: row.state, revealedAt: row.revealedAt, outcome: row.outcome }
}

/** Exercises begun in a studio, the newest first. */
export async function listPractices(db: Database, studioId: string): Promise<PracticeRecord[]> {
  const rows = await db
    .select({
      setupId: practices.setupId,
      exercise: practices.exercise,
      setupName: setups.name,
      createdAt: practices.createdAt,
      revealedAt: practices.revealedAt,
      state: practices.state,
    })
    .from(practices)
    .innerJoin(setups, eq(setups.id, practices.setupId))
    .where(eq(practices.studioId, studioId))
    .orderBy(desc(practices.createdAt), desc(practices.setupId))
    .limit(100)
  return rows.map(({ createdAt, revealedAt, state, ...row }) => ({
    ...row,
    createdAt: createdAt.toISOString(),
    revealed: revealedAt !== null,
    shots: state.fired,
  }))
}

/** Where the camera's pictures go instead of straight to the takes, as a tethered camera's would; null: nowhere. */
const folder = (): string | null => process.env.EPIRO_BENCH_FOLDER ?? null

/**
 * Gives the bench one line and what it says to it. Its memory is in the database, under the lock of its row: any server
 * process can take the next line.
 */
export async function speakToBench(db: Database, studioId: string, setupId: string, line: string): Promise<string[]> {
  const { setup } = await getSetup(db, studioId, setupId)
  const { exercise } = await getPractice(db, studioId, setupId)
  const at = new Date()
  const { answer, rig } = await db.transaction(async (tx): Promise<{ answer: Answer; rig: PracticeRig }> => {
    const [row] = await tx
      .select({ rig: practices.rig, state: practices.state })
      .from(practices)
      .where(eq(practices.setupId, setupId))
      .for('update')
    const rig = completeRig(row!.rig)
    const device = new PracticeDevice(rig, setup, row!.state, exercise.stock)
    const answer = device.take(line, at.getTime() / 1000)
    await tx.update(practices).set({ state: device.state }).where(eq(practices.setupId, setupId))
    if (answer.shot)
      await tx.insert(practiceShots).values({ setupId, number: answer.shot.number, shot: answer.shot, firedAt: at })
    return { answer, rig }
  })
  if (!answer.exposure) return answer.lines
  const name = `bench-${String(answer.exposure.shot.number).padStart(4, '0')}.png`
  const file = await work('frame', {
    rig,
    setup,
    exposure: answer.exposure,
    at: await firedAt(db, setupId, answer.exposure.shot.number),
  })
  const tether = folder()
  if (tether) {
    await mkdir(tether, { recursive: true })
    // Whole or not at all, as whoever watches the folder sees it.
    await writeFile(join(tether, `.${name}`), file)
    await rename(join(tether, `.${name}`), join(tether, `${setupId.slice(0, 8)}-${name}`))
  } else await addPicture(db, studioId, setupId, { name, zone: 0 }, file)
  return [...answer.lines, `PICTURE ${name} ${file.length}`]
}

async function firedAt(db: Database, setupId: string, number: number): Promise<Date> {
  const [row] = await db
    .select({ firedAt: practiceShots.firedAt })
    .from(practiceShots)
    .where(and(eq(practiceShots.setupId, setupId), eq(practiceShots.number, number)))
  return row?.firedAt ?? new Date()
}

/** How an exercise stands. The truth is in it only once it was revealed. */
export interface PracticeState {
  exercise: Pick<Exercise, 'id' | 'name' | 'keepers' | 'stock'>
  shots: number
  stock: number
  revealed: boolean
  judgement: Judgement | null
  truth: RevealedFigure[] | null
}

export async function practiceState(db: Database, studioId: string, setupId: string): Promise<PracticeState> {
  const { exercise, state, revealedAt, outcome } = await getPractice(db, studioId, setupId)
  const { id, name, keepers, stock } = exercise
  const base = {
    exercise: { id, ...(name === undefined ? {} : { name }), keepers, stock },
    shots: state.fired,
    stock: Math.max(0, stock - state.fired),
    revealed: revealedAt !== null,
  }
  if (revealedAt === null) return { ...base, judgement: null, truth: null }
  return { ...base, ...(outcome ?? (await workOut(db, studioId, setupId))) }
}

/** Works out how an exercise came out, once, and keeps it. */
async function workOut(db: Database, studioId: string, setupId: string): Promise<PracticeOutcome> {
  const { exercise, rig, state } = await getPractice(db, studioId, setupId)
  const { setup } = await getSetup(db, studioId, setupId)
  const shots = await db
    .select({ shot: practiceShots.shot, firedAt: practiceShots.firedAt })
    .from(practiceShots)
    .where(eq(practiceShots.setupId, setupId))
    .orderBy(asc(practiceShots.number))
  const outcome = await work('outcome', {
    exercise: exercise.id,
    rig,
    setup,
    fired: state.fired,
    takes: (await listTakes(db, studioId, setupId)).reverse(),
    shots: shots.map(row => ({ shot: row.shot as BenchShot, at: row.firedAt.getTime() })),
  })
  await db
    .update(practices)
    .set({ outcome })
    .where(and(eq(practices.setupId, setupId), eq(practices.studioId, studioId)))
  return outcome
}

/** Ends an exercise: from now on its truth and its judgement are shown. */
export async function revealPractice(db: Database, studioId: string, setupId: string): Promise<PracticeState> {
  const { revealedAt } = await getPractice(db, studioId, setupId)
  if (revealedAt !== null) return practiceState(db, studioId, setupId)
  await workOut(db, studioId, setupId)
  await db
    .update(practices)
    .set({ revealedAt: new Date() })
    .where(and(eq(practices.setupId, setupId), eq(practices.studioId, studioId)))
  return practiceState(db, studioId, setupId)
}
