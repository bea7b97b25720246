import { amendmentSchema } from '../../../../shared/schemas/records'
import { amendTake } from '../../../services/takes'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, 'take')
  return amendTake(db, studioId, id, await readInput(event, amendmentSchema), memberId)
})
