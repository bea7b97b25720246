import { homeFolder, stateIn } from '../scripts/lib/home.mjs'
import { openDatabase } from '../server/database/client'
import { createMember, firstMember } from '../server/services/members'
import { createSignInToken } from '../server/services/sessions'
import { createStudio, findOwnStudio, findStudioNamed } from '../server/services/studios'
import type { SessionRole } from '../shared/schemas/records'
import { cliWords } from '../shared/texts/cli'

/** What can be said in a line to whoever asks for a link. */
export class LinkRefused extends Error {}

export interface LinkWish {
  /** Makes a studio of this name first. */
  newStudio?: string
  /** Name of the studio; left out: the installation's first. */
  studio?: string
  /** Whom it is for; left out: the first of that role. */
  name?: string
  role?: string
}

/**
 * A link that signs one browser in, once. Epiro must run on this machine, or DATABASE_URL and EPIRO_ADDRESS say where
 * it is.
 */
export async function makeLink(wish: LinkWish): Promise<string> {
  const state = stateIn(homeFolder())
  const url = process.env.DATABASE_URL || state?.databaseUrl
  if (!url) throw new LinkRefused(cliWords('link.epiroNotRunningHere'))
  const address = process.env.EPIRO_ADDRESS ?? state?.address ?? ''
  const db = openDatabase(url)
  try {
    const studioId =
      wish.newStudio !== undefined
        ? await createStudio(db, wish.newStudio)
        : (wish.studio === undefined ? await findOwnStudio(db) : await findStudioNamed(db, wish.studio))?.id
    if (!studioId) throw new LinkRefused(cliWords('link.noStudioMoreThan', { studio: wish.studio ?? '' }))
    const role = (wish.role ?? 'lead') as SessionRole
    const memberId =
      wish.name === undefined
        ? await firstMember(db, studioId, role, role[0]!.toUpperCase() + role.slice(1))
        : await createMember(db, studioId, { name: wish.name, role })
    return `${address}/sign-in#${await createSignInToken(db, studioId, { memberId })}`
  } finally {
    await db.$client.end()
  }
}
