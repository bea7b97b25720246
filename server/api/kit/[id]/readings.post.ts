import { flashReadingSchema } from '../../../../shared/schemas/flashReading'
import { noteFlashReading } from '../../../services/flashReadings'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, 'kit item')
  return noteFlashReading(db, studioId, id, await readInput(event, flashReadingSchema), memberId)
}, 201)
