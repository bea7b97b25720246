import { amendmentSchema } from '../../../../shared/schemas/records'
import { amendTake } from '../../../services/takes'

export default studioRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'take')
  return amendTake(db, studioId, id, await readInput(event, amendmentSchema))
})
