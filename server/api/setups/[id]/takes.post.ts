import { completeTake, takeSchema } from '../../../../shared/schemas/records'
import { logTake } from '../../../services/takes'

export default studioRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  return logTake(db, studioId, id, await readInput(event, takeSchema, completeTake))
}, 201)
