import { completeBody, setupCreateSchema } from '../../../../shared/schemas/records'
import { createSetup } from '../../../services/setups'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'shoot')
  const { setup } = await readInput(event, setupCreateSchema, completeBody)
  return createSetup(db, studioId, id, setup)
}, 201)
