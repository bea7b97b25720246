import { takeSchema } from '../../../../shared/schemas/records'
import { completeTake } from '../../../../shared/takes/input'
import { logTake } from '../../../services/takes'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, 'set-up')
  return logTake(db, studioId, id, await readInput(event, takeSchema, completeTake), memberId)
}, 201)
