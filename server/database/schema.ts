import { sql } from 'drizzle-orm'
import {
  boolean,
  customType,
  datetime,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  text,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core'
import { KIT_KINDS, completeKitItem, completeRig, completeSetup } from '../../core'
import type { AskedLesson } from '../../core/course'
import { DAY_EVENTS, type ShootDay, completeShootDay } from '../../core/day'
import { CAUSES, GEAR_EVENTS, GEAR_KINDS } from '../../core/season'
import type {
  BenchShot,
  DeviceState,
  Judgement,
  KitItem,
  PracticeRig,
  RevealedFigure,
  Setup,
  TakeSettings,
} from '../../core'
import { NO_EXPOSURE, PICTURE_TYPES, type PictureExposure } from '../../shared/schemas/pictures'
import { SESSION_ROLES } from '../../shared/schemas/records'
import { type SaidOfTake, type TakeAmendment, VERDICTS } from '../../shared/takes/input'
import type { SavedStand } from '../../shared/status'

/** MariaDB stores JSON as text and hands it back as text; parsing is ours. */
const json = <T>(read: (value: unknown) => unknown = value => value, broken?: T) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: value => JSON.stringify(value),
    fromDriver: value => {
      try {
        return read(JSON.parse(value)) as T
      } catch (error) {
        // One row that cannot be read ends no list of others.
        if (broken === undefined) throw error
        return broken
      }
    },
  })
/** @throws Error for what is no set-up at all; what is one of an earlier version is brought up to date. */
function readSetup(value: unknown): Setup {
  const setup = completeSetup(value)
  if (typeof setup !== 'object' || setup === null || !('recipe' in setup)) throw new Error('no set-up')
  return setup as Setup
}
const itself = (value: unknown): unknown => value
/** Texts whose value is kept: takes of a run were set alike. */
const MOST_KEPT = 16
/** JSON that is read once while the same text comes again. Whoever gets it does not change it. */
function readOnce<T>(broken: T) {
  const read = new Map<string, T>()
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    toDriver: value => JSON.stringify(value),
    fromDriver: text => {
      if (read.has(text)) return read.get(text)!
      let value = broken
      try {
        value = JSON.parse(text) as T
      } catch {
        // One row that cannot be read ends no list of others.
      }
      if (read.size >= MOST_KEPT) read.clear()
      read.set(text, value)
      return value
    },
  })
}
const bytes = customType<{ data: Buffer }>({ dataType: () => 'mediumblob' })

const id = (name: string) => varchar(name, { length: 36 })
/** An id that is only compared letter by letter: what is counted by it is counted in half the time. */
const plainId = (name: string) =>
  customType<{ data: string }>({ dataType: () => 'varchar(36) character set ascii collate ascii_bin' })(name)
const date = (name: string) =>
  customType<{ data: string; driverData: string | Date }>({
    dataType: () => 'date',
    fromDriver: value => (typeof value === 'string' ? value : value.toISOString().slice(0, 10)),
  })(name)
const instant = (name: string) => datetime(name, { mode: 'date', fsp: 3 })
const created = () =>
  instant('created_at')
    .notNull()
    .default(sql`(utc_timestamp(3))`)

/** Every other row belongs to one. */
export const studios = mysqlTable('studios', {
  id: id('id').primaryKey(),
  name: varchar('name', { length: 120 }).notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
  /** New set-ups take the studio's own share of kept takes from its log. */
  learnsKept: boolean('learns_kept').notNull().default(true),
  /** The zone by whose clocks its days go, as Europe/Lisbon; null: not known yet, which counts as UTC. */
  zone: varchar('zone', { length: 60 }),
  createdAt: created(),
})

const studioId = () =>
  id('studio_id')
    .notNull()
    .references(() => studios.id)

/** People of a studio. What somebody may do there is theirs, whatever device they use. */
export const members = mysqlTable(
  'members',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    name: varchar('name', { length: 80 }).notNull(),
    role: mysqlEnum('role', [...SESSION_ROLES]).notNull(),
    /** No longer let in; kept, for takes name them. */
    revokedAt: instant('revoked_at'),
    createdAt: created(),
  },
  table => [index('members_studio').on(table.studioId)],
)

/** One-time sign-in links; only a hash of the token is kept. */
export const signInLinks = mysqlTable('sign_in_links', {
  hash: varchar('hash', { length: 64 }).primaryKey(),
  studioId: studioId(),
  /** Whom it signs in; null: of before people had names. */
  memberId: id('member_id').references(() => members.id),
  /** Who made it: no link outlives its maker's right to make it. Null: the command line. */
  madeBy: id('made_by').references(() => members.id),
  cancelledAt: instant('cancelled_at'),
  role: mysqlEnum('role', [...SESSION_ROLES])
    .notNull()
    .default('lead'),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
  createdAt: created(),
})

export const sessions = mysqlTable(
  'sessions',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    /** Who; null: signed in before people had names. */
    memberId: id('member_id').references(() => members.id),
    role: mysqlEnum('role', [...SESSION_ROLES])
      .notNull()
      .default('lead'),
    device: varchar('device', { length: 200 }).notNull(),
    seenAt: instant('seen_at'),
    expiresAt: instant('expires_at').notNull(),
    revokedAt: instant('revoked_at'),
    createdAt: created(),
  },
  table => [index('sessions_studio').on(table.studioId)],
)

export const shoots = mysqlTable(
  'shoots',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    name: varchar('name', { length: 120 }).notNull(),
    date: varchar('date', { length: 10 }).notNull(),
    place: varchar('place', { length: 120 }).notNull(),
    notes: text('notes').notNull(),
    /** Its takes are exercises on the practice bench. */
    practice: boolean('practice').notNull().default(false),
    archivedAt: instant('archived_at'),
    createdAt: created(),
  },
  table => [index('shoots_studio').on(table.studioId, table.date)],
)

export const setups = mysqlTable(
  'setups',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    shootId: id('shoot_id')
      .notNull()
      .references(() => shoots.id),
    /** Copied from the document, for lists. */
    name: varchar('name', { length: 120 }).notNull(),
    /** Null: what lies there cannot be read. */
    document: json<Setup | null>(readSetup, null)('document').notNull(),
    revision: int('revision').notNull().default(1),
    /** Copied from the document, for lists; null: saved before there were these columns. */
    recipe: varchar('recipe', { length: 20 }),
    method: varchar('method', { length: 20 }),
    /** What its plan comes to, as it was saved; null: not worked out yet. */
    planned: json<SavedStand>()('planned'),
    /** Has named gear whose takes tell how it is; stays once it has. */
    geared: boolean('geared').notNull().default(false),
    /** Counts up with whatever a device on its run must hear of: takes, pictures, the run, the set-up itself. */
    changes: int('changes').notNull().default(0),
    archivedAt: instant('archived_at'),
    createdAt: created(),
    updatedAt: instant('updated_at')
      .notNull()
      .default(sql`(utc_timestamp(3))`),
  },
  table => [index('setups_shoot').on(table.shootId)],
)

/** A take as it stood until an instant, ISO 8601; `by`: id of the member who put it right then. */
export type FormerTake = TakeAmendment & { until: string; by?: string }

export const takes = mysqlTable(
  'takes',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    setupId: id('setup_id')
      .notNull()
      .references(() => setups.id),
    /** Who logged it; null: not known. */
    memberId: id('member_id').references(() => members.id),
    /** Made on the device: a take sent twice is kept once. Compared byte by byte. */
    key: varchar('device_key', { length: 64 }).notNull(),
    number: int('number').notNull(),
    delay: double('delay').notNull(),
    verdict: mysqlEnum('verdict', [...VERDICTS]).notNull(),
    keeper: boolean('keeper').notNull(),
    position: double('position'),
    planned: double('planned'),
    sharp: boolean('sharp'),
    exposed: boolean('exposed'),
    clean: boolean('clean'),
    note: text('note').notNull(),
    /** Why it was lost, beside its verdict: the first and the second; null: nobody said. */
    cause: mysqlEnum('cause', [...CAUSES]),
    alsoCause: mysqlEnum('also_cause', [...CAUSES]),
    /** Which variant of the prop it was; null: the set-up has none. */
    variant: varchar('variant', { length: 40 }),
    /** What was said of it before it was fired; null: nothing. */
    said: json<SaidOfTake | null>(itself, null)('said'),
    /** Fraction of full of the first light, for counts; it stands in the settings too. */
    power: double('power'),
    /** What the set-up was set to, by path; null: not noted. */
    settings: readOnce<TakeSettings | null>(null)('settings'),
    practice: boolean('practice').notNull().default(false),
    firedAt: instant('fired_at').notNull(),
    /** What it was logged as before each time it was put right, the oldest first. */
    former: json<FormerTake[]>(itself, [])('former'),
    /** Counts up with each amendment, so that a device knows what it has seen. */
    revision: int('revision').notNull().default(1),
    /** Struck out: kept, and counted nowhere. */
    struckAt: instant('struck_at'),
    createdAt: created(),
  },
  table => [
    uniqueIndex('takes_device_key').on(table.setupId, table.key),
    uniqueIndex('takes_number').on(table.setupId, table.number),
    index('takes_fired').on(table.studioId, table.firedAt, table.id),
    // With all that a page of the log asks of a take: what is rare is found without reading rows.
    index('takes_delay').on(
      table.studioId,
      table.delay,
      table.id,
      table.setupId,
      table.firedAt,
      table.verdict,
      table.keeper,
      table.practice,
      table.struckAt,
    ),
    index('takes_setup_fired').on(table.setupId, table.firedAt),
  ],
)

/**
 * Takes that count, counted by whatever the log asks for. With each change of a take the cells of its set-up and day
 * are counted anew from the takes, in the same transaction (`services/takeCells.ts`); no backup holds them.
 */
export const takeCells = mysqlTable(
  'take_cells',
  {
    studioId: plainId('studio_id').notNull(),
    setupId: plainId('setup_id').notNull(),
    /** By the clocks of the studio, as in 2026-11-24. */
    day: date('day').notNull(),
    verdict: mysqlEnum('verdict', [...VERDICTS]).notNull(),
    keeper: boolean('keeper').notNull(),
    /** Of the first light, fraction of full; −1: not noted. */
    power: double('power').notNull(),
    /** Which of the stretches 1, 2, 5, 10 … the delay lies in (`shared/units/delayStretch.ts`). */
    stretch: smallint('stretch').notNull(),
    practice: boolean('practice').notNull(),
    /** Main cause beside the verdict (`CAUSE_SQL`); empty: kept, or nobody said. */
    cause: varchar('cause', { length: 12 }).notNull().default(''),
    /** Of the prop; empty: none. */
    variant: varchar('variant', { length: 40 }).notNull().default(''),
    /** Who logged them; empty: not known. */
    memberId: plainId('member_id').notNull().default(''),
    takes: int('takes').notNull(),
    /** Of them those with a picture. */
    pictured: int('pictured').notNull(),
  },
  table => [
    primaryKey({
      name: 'take_cells_key',
      columns: [
        table.studioId,
        table.setupId,
        table.day,
        table.verdict,
        table.keeper,
        table.power,
        table.stretch,
        table.practice,
        table.cause,
        table.variant,
        table.memberId,
      ],
    }),
    index('take_cells_day').on(
      table.studioId,
      table.practice,
      table.day,
      table.verdict,
      table.keeper,
      table.setupId,
      table.takes,
      table.pictured,
    ),
    index('take_cells_stretch').on(
      table.studioId,
      table.practice,
      table.stretch,
      table.verdict,
      table.keeper,
      table.setupId,
      table.takes,
    ),
  ],
)

export const kit = mysqlTable(
  'kit',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    kind: mysqlEnum('kind', [...KIT_KINDS]).notNull(),
    /** Copied from the document, for lists. */
    name: varchar('name', { length: 120 }).notNull(),
    /** Null: what lies there cannot be read. */
    document: json<KitItem | null>(completeKitItem, null)('document').notNull(),
    revision: int('revision').notNull().default(1),
    archivedAt: instant('archived_at'),
    createdAt: created(),
    updatedAt: instant('updated_at')
      .notNull()
      .default(sql`(utc_timestamp(3))`),
  },
  table => [index('kit_studio').on(table.studioId, table.kind)],
)

/** Where a run stands, for every device on it; one row a set-up. */
export const runs = mysqlTable('runs', {
  setupId: id('setup_id')
    .primaryKey()
    .references(() => setups.id),
  studioId: studioId(),
  step: int('step').notNull(),
  delay: double('delay'),
  openedAt: instant('opened_at'),
  /** When the action was let go last, for the take at hand. */
  actedAt: instant('acted_at'),
  /** Counts up with each change, so that a device knows what it has seen. */
  revision: int('revision').notNull().default(1),
  updatedAt: instant('updated_at')
    .notNull()
    .default(sql`(utc_timestamp(3))`),
})

/**
 * Pictures of takes. Of each only a copy to look at is kept, without its place on earth; the camera's own file stays
 * where it is.
 */
export const pictures = mysqlTable(
  'pictures',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    setupId: id('setup_id')
      .notNull()
      .references(() => setups.id),
    /** Null: no take of its time is logged yet. */
    takeId: id('take_id').references(() => takes.id),
    /** Whether somebody put it to its take; else its time did, and a take nearer in time takes it over. */
    byHand: boolean('by_hand').notNull().default(false),
    name: varchar('name', { length: 200 }).notNull(),
    /** SHA-256 of the file as it came: the same file is kept once. */
    hash: varchar('hash', { length: 64 }).notNull(),
    type: mysqlEnum('type', [...PICTURE_TYPES]).notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    exposure: json<PictureExposure>(itself, NO_EXPOSURE)('exposure').notNull(),
    shotAt: instant('shot_at').notNull(),
    createdAt: created(),
  },
  table => [uniqueIndex('pictures_file').on(table.setupId, table.hash), index('pictures_take').on(table.takeId)],
)

export const PICTURE_SIZES = ['full', 'thumb'] as const

/**
 * Bytes of a picture in pieces that any server takes in one packet. They are there before their picture is, so that no
 * take waits for them on the row of
 * the set-up: no reference can hold them to it.
 */
export const pictureParts = mysqlTable(
  'picture_parts',
  {
    pictureId: id('picture_id').notNull(),
    size: mysqlEnum('size', [...PICTURE_SIZES]).notNull(),
    part: int('part').notNull(),
    data: bytes('data').notNull(),
  },
  table => [primaryKey({ columns: [table.pictureId, table.size, table.part] })],
)

/** How an exercise was judged, and its rig's true figures. */
export interface PracticeOutcome {
  judgement: Judgement
  truth: RevealedFigure[]
}

/** An exercise on the practice bench: a set-up with a rig whose true figures are hidden until they are asked for. */
export const practices = mysqlTable(
  'practices',
  {
    setupId: id('setup_id')
      .primaryKey()
      .references(() => setups.id),
    studioId: studioId(),
    exercise: varchar('exercise', { length: 60 }).notNull(),
    /** The set-up that it rehearses; null: it rehearses none. */
    rehearses: id('rehearses'),
    rig: json<PracticeRig>(rig => completeRig(rig as PracticeRig))('rig').notNull(),
    /** What its devices remember. */
    state: json<DeviceState>()('state').notNull(),
    /** What was worked out when it was revealed; null: not revealed, or by an earlier version. */
    outcome: json<PracticeOutcome>()('outcome'),
    revealedAt: instant('revealed_at'),
    createdAt: created(),
  },
  table => [index('practices_rehearses').on(table.rehearses)],
)

/** What the bench truly did, shot by shot. */
export const practiceShots = mysqlTable(
  'practice_shots',
  {
    setupId: id('setup_id')
      .notNull()
      .references(() => practices.setupId),
    number: int('number').notNull(),
    shot: json<BenchShot>()('shot').notNull(),
    firedAt: instant('fired_at').notNull(),
  },
  table => [primaryKey({ columns: [table.setupId, table.number] })],
)

/** The day of a shoot: hours, people, fixed times and what was said of each set-up's minutes; one row a shoot. */
export const shootDays = mysqlTable('shoot_days', {
  shootId: id('shoot_id')
    .primaryKey()
    .references(() => shoots.id),
  studioId: studioId(),
  /** Null: what lies there cannot be read. */
  document: json<ShootDay | null>(completeShootDay, null)('document').notNull(),
  revision: int('revision').notNull().default(1),
  updatedAt: instant('updated_at')
    .notNull()
    .default(sql`(utc_timestamp(3))`),
})

/**
 * What was noted on the day of a shoot: a set-up built, tested, armed, done or struck, a rest, a fault. With finished
 * work stands what the rule says it takes, so that the studio's minutes can be learnt.
 */
export const dayEvents = mysqlTable(
  'day_events',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    setupId: id('setup_id')
      .notNull()
      .references(() => setups.id),
    memberId: id('member_id').references(() => members.id),
    /** Made on the device: what is sent twice is kept once. */
    key: varchar('device_key', { length: 64 }).notNull(),
    kind: mysqlEnum('kind', [...DAY_EVENTS]).notNull(),
    at: instant('noted_at').notNull(),
    /** min by the rule, and worked, rests and faults left out; null: nothing to learn from. */
    planned: double('planned'),
    minutes: double('minutes'),
    /** Taken back: kept, and counted nowhere. */
    struckAt: instant('struck_at'),
    createdAt: created(),
  },
  table => [
    uniqueIndex('day_events_device_key').on(table.setupId, table.key),
    index('day_events_learnt').on(table.studioId, table.kind, table.at),
  ],
)

/**
 * The computed frame of a set-up, as lists show it: made when it is first looked at, anew where the set-up or the
 * models have changed since (`services/setupFrames.ts`); no backup holds it.
 */
export const setupFrames = mysqlTable('setup_frames', {
  setupId: id('setup_id').primaryKey(),
  studioId: id('studio_id').notNull(),
  revision: int('revision').notNull(),
  models: int('models').notNull(),
  data: bytes('data').notNull(),
})

/** What was done to a piece of gear, on a day. */
export const gearEvents = mysqlTable(
  'gear_events',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    kitId: id('kit_id')
      .notNull()
      .references(() => kit.id),
    memberId: id('member_id').references(() => members.id),
    kind: mysqlEnum('kind', [...GEAR_EVENTS]).notNull(),
    day: date('day').notNull(),
    note: varchar('note', { length: 200 }).notNull(),
    /** Taken back: kept, and counted nowhere. */
    struckAt: instant('struck_at'),
    createdAt: created(),
  },
  table => [index('gear_events_kit').on(table.studioId, table.kitId, table.day)],
)

/** Durations of a flash as they were read on a day, by the Lab or by a meter; each stays, whatever is read later. */
export const flashReadings = mysqlTable(
  'flash_readings',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    kitId: id('kit_id')
      .notNull()
      .references(() => kit.id),
    memberId: id('member_id').references(() => members.id),
    day: date('day').notNull(),
    /** Share of full power. */
    power: double('power').notNull(),
    /** s to half and to a tenth of the peak. */
    t05: double('t05'),
    t01: double('t01').notNull(),
    /** Standard error, as a share of the duration. */
    error: double('error').notNull(),
    /** What read it, such as the tool and its file. */
    how: varchar('how', { length: 200 }).notNull(),
    struckAt: instant('struck_at'),
    createdAt: created(),
  },
  table => [index('flash_readings_kit').on(table.studioId, table.kitId, table.day)],
)

/** Set-ups of which somebody said that no piece of gear of a kind ties them to others that look like them. */
export const gearApart = mysqlTable(
  'gear_apart',
  {
    studioId: studioId(),
    setupId: id('setup_id')
      .notNull()
      .references(() => setups.id),
    kind: mysqlEnum('kind', [...GEAR_KINDS]).notNull(),
    createdAt: created(),
  },
  table => [primaryKey({ name: 'gear_apart_key', columns: [table.setupId, table.kind] })],
)

/**
 * What the takes of a set-up say of gear, by day. Worked out anew where the set-up's `changes` are no longer those it
 * was worked out at (`services/gear.ts`); no backup holds it. A row without kit says only at which changes.
 */
export const gearDays = mysqlTable(
  'gear_days',
  {
    setupId: plainId('setup_id').notNull(),
    kitId: plainId('kit_id').notNull(),
    studioId: plainId('studio_id').notNull(),
    /** Days since 1970, each beginning at 05:00 by the clocks of the studio. */
    day: int('day').notNull(),
    changes: int('changes').notNull(),
    takes: int('takes').notNull(),
    mean: double('mean').notNull(),
    squares: double('squares').notNull(),
    error: double('error').notNull(),
    free: int('free').notNull(),
  },
  table => [
    primaryKey({ name: 'gear_days_key', columns: [table.setupId, table.kitId, table.day] }),
    index('gear_days_studio').on(table.studioId, table.kitId),
  ],
)

/** Goes at the lessons of the course, by who answered them. */
/** Questions to the log that somebody gave a name, for the whole studio. */
export const logQuestions = mysqlTable(
  'log_questions',
  {
    id: id('id').primaryKey(),
    studioId: studioId(),
    /** Who; null: signed in before people had names. */
    memberId: id('member_id').references(() => members.id),
    name: varchar('name', { length: 60 }).notNull(),
    /** As it stands in the address of the log. */
    asked: varchar('asked', { length: 400 }).notNull(),
    createdAt: created(),
  },
  table => [uniqueIndex('log_questions_name').on(table.studioId, table.name)],
)

export const courseGoes = mysqlTable(
  'course_goes',
  {
    studioId: studioId(),
    /** Id of the member; empty: signed in before people had names. */
    person: varchar('person', { length: 36 }).notNull(),
    lesson: varchar('lesson', { length: 20 }).$type<AskedLesson>().notNull(),
    /** Which go of theirs it is, from 0: it is drawn by that. */
    number: int('number').notNull(),
    /** SI, or the place of an option. */
    answer: double('answer').notNull(),
    isRight: boolean('is_right').notNull(),
    hinted: boolean('hinted').notNull(),
    luck: double('luck').notNull(),
    createdAt: created(),
  },
  table => [
    primaryKey({ name: 'course_goes_key', columns: [table.studioId, table.person, table.lesson, table.number] }),
  ],
)

/** Minutes of a studio's own over a rule of the day, one row a rule: what two people type at once, both stands. */
export const dayRules = mysqlTable(
  'day_rules',
  {
    studioId: studioId(),
    rule: varchar('rule', { length: 40 }).notNull(),
    minutes: double('minutes').notNull(),
    updatedAt: instant('updated_at')
      .notNull()
      .default(sql`(utc_timestamp(3))`),
  },
  table => [primaryKey({ columns: [table.studioId, table.rule] })],
)

/** Calls counted by who makes them and in which stretch of time, for all server processes. */
export const rateCounts = mysqlTable(
  'rate_counts',
  {
    caller: varchar('caller', { length: 120 }).notNull(),
    stretch: int('stretch').notNull(),
    calls: int('calls').notNull(),
  },
  table => [primaryKey({ columns: [table.caller, table.stretch] })],
)

/** Marks of what was done once, such as loading the demo. */
export const marks = mysqlTable(
  'marks',
  { name: varchar('name', { length: 60 }).notNull(), createdAt: created() },
  table => [primaryKey({ columns: [table.name] })],
)
