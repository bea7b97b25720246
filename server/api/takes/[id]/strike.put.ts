import { strikeSchema } from '../../../../shared/schemas/records'
import { strikeTake } from '../../../services/takes'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'take')
  await strikeTake(db, studioId, id, (await readInput(event, strikeSchema)).struck)
  return { ok: true }
})
