import { revokeMember } from '../../../services/members'

export default leadRoute(async ({ event, db, studioId }) => {
  await revokeMember(db, studioId, routeId(event, 'person'))
  return { ok: true }
})
