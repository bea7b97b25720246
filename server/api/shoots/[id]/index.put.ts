import { shootSchema } from '../../../../shared/schemas/records'
import { updateShoot } from '../../../services/shoots'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'shoot')
  await updateShoot(db, studioId, id, await readInput(event, shootSchema))
  return { ok: true }
})
