import { strikeSchema } from '../../../../shared/schemas/records'
import { strikeFlashReading } from '../../../services/flashReadings'

export default crewRoute(async ({ event, db, studioId }) => {
  const { struck } = await readInput(event, strikeSchema)
  await strikeFlashReading(db, studioId, routeId(event, 'reading'), struck)
  return { ok: true }
})
