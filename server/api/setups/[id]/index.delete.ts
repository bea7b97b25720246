import { archiveSetup } from '../../../services/setups'

export default leadRoute(async ({ event, db, studioId }) => {
  await archiveSetup(db, studioId, routeId(event, 'set-up'))
  return { ok: true }
})
