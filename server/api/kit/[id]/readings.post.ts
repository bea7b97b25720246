import { flashReadingSchema } from '../../../../shared/schemas/flashReading'
import { noteFlashReading } from '../../../services/flashReadings'
import { serverWords } from '../../../../shared/texts/server'

export default crewRoute(async ({ event, db, studioId, memberId }) => {
  const id = routeId(event, serverWords('readings.kitItem'))
  return noteFlashReading(db, studioId, id, await readInput(event, flashReadingSchema), memberId)
}, 201)
