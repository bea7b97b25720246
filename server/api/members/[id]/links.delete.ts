import { cancelLinks } from '../../../services/members'

export default leadRoute(async ({ event, db, studioId }) => {
  await cancelLinks(db, studioId, routeId(event, 'person'))
  return { ok: true }
})
