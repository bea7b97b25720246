import { completeDayBody, dayUpdateSchema } from '../../../../shared/schemas/shootDay'
import { saveDay } from '../../../services/days'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'shoot')
  const { revision, day } = await readInput(event, dayUpdateSchema, completeDayBody)
  return saveDay(db, studioId, id, revision, day)
})
