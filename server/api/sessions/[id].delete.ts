import { revokeOwnSession } from '../../services/sessions'

export default leadRoute(async ({ event, db, studioId }) => {
  await revokeOwnSession(db, studioId, routeId(event, 'session'))
  return { ok: true }
})
