import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { ownZone } from '../../shared/units/zone'
import type { Database } from '../database/client'
import { studios } from '../database/schema'

export interface Studio {
  id: string
  name: string
  isDemo: boolean
}

/** @param zone by whose clocks its days go */
export async function createStudio(db: Database, name: string, isDemo = false, zone = ownZone()): Promise<string> {
  const id = randomUUID()
  await db.insert(studios).values({ id, name, isDemo, zone })
  return id
}

/** The demo studio, if demo data was loaded. */
export async function findDemoStudio(db: Database): Promise<Studio | null> {
  const [row] = await db
    .select({ id: studios.id, name: studios.name, isDemo: studios.isDemo })
    .from(studios)
    .where(eq(studios.isDemo, true))
    .limit(1)
  return row ?? null
}

/** The studio of whoever runs this server: the first that is not the demo. */
export async function findOwnStudio(db: Database): Promise<Studio | null> {
  const [row] = await db
    .select({ id: studios.id, name: studios.name, isDemo: studios.isDemo })
    .from(studios)
    .where(eq(studios.isDemo, false))
    .orderBy(studios.createdAt)
    .limit(1)
  return row ?? null
}

/** Whether a studio is the installation's first: its leads may make others. */
export async function leadsInstallation(db: Database, studioId: string): Promise<boolean> {
  return (await findOwnStudio(db))?.id === studioId
}

/** A studio by its name, letter by letter; null: none or several. */
export async function findStudioNamed(db: Database, name: string): Promise<Studio | null> {
  const rows = await db
    .select({ id: studios.id, name: studios.name, isDemo: studios.isDemo })
    .from(studios)
    .where(eq(studios.name, name))
  const [row, ...more] = rows.filter(studio => studio.name === name)
  return row && more.length === 0 ? row : null
}
