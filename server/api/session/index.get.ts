import { leadsInstallation } from '../../services/studios'

/** Who is signed in, and where. `key` tells one person in one studio from all others, for what waits on a device. */
export default defineEventHandler(async event => {
  const {
    studio: { id, ...studio },
    role,
    member,
  } = await requireSession(event)
  return {
    studio,
    role,
    member: member?.name ?? null,
    key: `${id}.${member?.id ?? '-'}`,
    installation: role === 'lead' && (await leadsInstallation(useDatabase(), id)),
  }
})
