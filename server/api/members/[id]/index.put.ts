import { memberSchema } from '../../../../shared/schemas/records'
import { updateMember } from '../../../services/members'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'person')
  await updateMember(db, studioId, id, await readInput(event, memberSchema))
  return { ok: true }
})
