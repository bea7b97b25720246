import { dayEventSchema } from '../../../../shared/schemas/shootDay'
import { noteDayEvent } from '../../../services/dayEvents'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, 'set-up')
  return noteDayEvent(db, studioId, id, await readInput(event, dayEventSchema), memberId)
}, 201)
