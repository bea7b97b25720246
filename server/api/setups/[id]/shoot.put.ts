import { setupPlaceSchema } from '../../../../shared/schemas/records'
import { moveSetup } from '../../../services/setups'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  return moveSetup(db, studioId, id, (await readInput(event, setupPlaceSchema)).shootId)
})
