import { gearEventSchema } from '../../../../shared/schemas/gear'
import { noteGearEvent } from '../../../services/gear'
import { serverWords } from '../../../../shared/texts/server'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, serverWords('events.kitItem'))
  return noteGearEvent(db, studioId, id, await readInput(event, gearEventSchema), memberId)
}, 201)
