import { sql } from 'drizzle-orm'
import { boolean, customType, datetime, double, index, int, mysqlEnum, mysqlTable, primaryKey, text, uniqueIndex, varchar } from 'drizzle-orm/mysql-core'
import { KIT_KINDS, type KitItem, type Setup, completeSetup } from '../../core'
import { VERDICTS } from '../../shared/schemas/records'

/** MariaDB stores JSON as text and hands it back as text; parsing is ours. */
const json = <T>(read: (value: unknown) => unknown = value => value) => customType<{ data: T, driverData: string }>({
  dataType: () => 'longtext',
  toDriver: value => JSON.stringify(value),
  fromDriver: value => read(JSON.parse(value)) as T,
})

const id = (name: string) => varchar(name, { length: 36 })
const instant = (name: string) => datetime(name, { mode: 'date', fsp: 3 })
const created = () => instant('created_at').notNull().default(sql`(utc_timestamp(3))`)

/** Every other row belongs to one. */
export const studios = mysqlTable('studios', {
  id: id('id').primaryKey(),
  name: varchar('name', { length: 120 }).notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
  createdAt: created(),
})

const studioId = () => id('studio_id').notNull().references(() => studios.id)

/** One-time sign-in links; only a hash of the token is kept. */
export const signInLinks = mysqlTable('sign_in_links', {
  hash: varchar('hash', { length: 64 }).primaryKey(),
  studioId: studioId(),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
  createdAt: created(),
})

export const sessions = mysqlTable('sessions', {
  id: id('id').primaryKey(),
  studioId: studioId(),
  device: varchar('device', { length: 200 }).notNull(),
  expiresAt: instant('expires_at').notNull(),
  revokedAt: instant('revoked_at'),
  createdAt: created(),
}, table => [index('sessions_studio').on(table.studioId)])

export const shoots = mysqlTable('shoots', {
  id: id('id').primaryKey(),
  studioId: studioId(),
  name: varchar('name', { length: 120 }).notNull(),
  date: varchar('date', { length: 10 }).notNull(),
  place: varchar('place', { length: 120 }).notNull(),
  notes: text('notes').notNull(),
  archivedAt: instant('archived_at'),
  createdAt: created(),
}, table => [index('shoots_studio').on(table.studioId, table.date)])

export const setups = mysqlTable('setups', {
  id: id('id').primaryKey(),
  studioId: studioId(),
  shootId: id('shoot_id').notNull().references(() => shoots.id),
  /** Copied from the document, for lists. */
  name: varchar('name', { length: 120 }).notNull(),
  document: json<Setup>(completeSetup)('document').notNull(),
  revision: int('revision').notNull().default(1),
  archivedAt: instant('archived_at'),
  createdAt: created(),
  updatedAt: instant('updated_at').notNull().default(sql`(utc_timestamp(3))`),
}, table => [index('setups_shoot').on(table.shootId)])

export const takes = mysqlTable('takes', {
  id: id('id').primaryKey(),
  studioId: studioId(),
  setupId: id('setup_id').notNull().references(() => setups.id),
  /** Made on the device: a take sent twice is kept once. */
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
  firedAt: instant('fired_at').notNull(),
  createdAt: created(),
}, table => [
  uniqueIndex('takes_device_key').on(table.setupId, table.key),
  uniqueIndex('takes_number').on(table.setupId, table.number),
  index('takes_fired').on(table.studioId, table.firedAt, table.id),
  index('takes_delay').on(table.studioId, table.delay, table.id),
])

export const kit = mysqlTable('kit', {
  id: id('id').primaryKey(),
  studioId: studioId(),
  kind: mysqlEnum('kind', [...KIT_KINDS]).notNull(),
  /** Copied from the document, for lists. */
  name: varchar('name', { length: 120 }).notNull(),
  document: json<KitItem>()('document').notNull(),
  revision: int('revision').notNull().default(1),
  archivedAt: instant('archived_at'),
  createdAt: created(),
  updatedAt: instant('updated_at').notNull().default(sql`(utc_timestamp(3))`),
}, table => [index('kit_studio').on(table.studioId, table.kind)])

/** Where a run stands, for every device on it; one row a set-up. */
export const runs = mysqlTable('runs', {
  setupId: id('setup_id').primaryKey().references(() => setups.id),
  studioId: studioId(),
  step: int('step').notNull(),
  delay: double('delay'),
  openedAt: instant('opened_at'),
  /** Counts up with each change, so that a device knows what it has seen. */
  revision: int('revision').notNull().default(1),
  updatedAt: instant('updated_at').notNull().default(sql`(utc_timestamp(3))`),
})

/** Marks of what was done once, such as loading the demo. */
export const marks = mysqlTable('marks', {
  name: varchar('name', { length: 60 }).notNull(),
  createdAt: created(),
}, table => [primaryKey({ columns: [table.name] })])
