import { linkSchema } from '../../../shared/schemas/records'
import { createMember, getMember } from '../../services/members'
import { LINK_MINUTES, createSignInToken } from '../../services/sessions'
import { serverWords } from '../../../shared/texts/server'

/** What somebody is called of whom only the role was said. */
const UNNAMED = {
  lead: serverWords('linksPage.lead'),
  assistant: serverWords('linksPage.assistant'),
  viewer: serverWords('linksPage.viewer'),
} as const

export default leadRoute(async ({ event, db, studioId, memberId: madeBy }) => {
  const { memberId, role, name } = await readInput(event, linkSchema)
  const id =
    memberId === undefined
      ? await createMember(db, studioId, { name: name ?? UNNAMED[role!], role: role! })
      : (await getMember(db, studioId, memberId)).id
  return {
    token: await createSignInToken(db, studioId, { memberId: id, madeBy }),
    memberId: id,
    minutes: LINK_MINUTES,
    addresses: joinAddresses(event),
  }
}, 201)
