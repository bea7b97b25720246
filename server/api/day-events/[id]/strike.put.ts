import { strikeSchema } from '../../../../shared/schemas/records'
import { strikeDayEvent } from '../../../services/dayEvents'

export default crewRoute(async ({ event, db, studioId }) => {
  const { struck } = await readInput(event, strikeSchema)
  await strikeDayEvent(db, studioId, routeId(event, 'note'), struck)
  return { ok: true }
})
