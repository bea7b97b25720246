import { strikeSchema } from '../../../../shared/schemas/records'
import { strikeGearEvent } from '../../../services/gear'

export default crewRoute(async ({ event, db, studioId }) => {
  const { struck } = await readInput(event, strikeSchema)
  await strikeGearEvent(db, studioId, routeId(event, 'note'), struck)
  return { ok: true }
})
