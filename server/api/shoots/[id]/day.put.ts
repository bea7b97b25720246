import { dayUpdateSchema } from '../../../../shared/schemas/shootDay'
import { saveDay } from '../../../services/days'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'shoot')
  const { revision, day } = await readInput(event, dayUpdateSchema)
  return saveDay(db, studioId, id, revision, day)
})
