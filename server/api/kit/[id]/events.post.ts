import { gearEventSchema } from '../../../../shared/schemas/gear'
import { noteGearEvent } from '../../../services/gear'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, 'kit item')
  return noteGearEvent(db, studioId, id, await readInput(event, gearEventSchema), memberId)
}, 201)
