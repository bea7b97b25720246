import { studioSchema } from '../../../shared/schemas/records'
import { firstMember } from '../../services/members'
import { LINK_MINUTES, createSignInToken } from '../../services/sessions'
import { createStudio, leadsInstallation } from '../../services/studios'
import { serverWords } from '../../../shared/texts/server'

/** Another studio on this installation, with a link for its first lead. */
export default leadRoute(async ({ event, db, studioId }) => {
  if (!(await leadsInstallation(db, studioId)))
    throw problem(403, serverWords('studiosPage.onlyLeadInstallationsFirst'))
  const { name } = await readInput(event, studioSchema)
  const id = await createStudio(db, name)
  const token = await createSignInToken(db, id, { memberId: await firstMember(db, id, 'lead', 'Lead') })
  return { id, token, minutes: LINK_MINUTES, addresses: joinAddresses(event) }
}, 201)
