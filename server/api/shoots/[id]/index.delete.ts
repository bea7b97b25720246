import { archiveShoot } from '../../../services/shoots'

export default leadRoute(async ({ event, db, studioId }) => {
  await archiveShoot(db, studioId, routeId(event, 'shoot'))
  return { ok: true }
})
