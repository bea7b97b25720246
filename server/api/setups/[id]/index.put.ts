import { completeBody, setupUpdateSchema } from '../../../../shared/schemas/records'
import { updateSetup } from '../../../services/setups'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  const { revision, setup } = await readInput(event, setupUpdateSchema, completeBody)
  return updateSetup(db, studioId, id, revision, setup)
})
