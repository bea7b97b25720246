import { completeRun, runSchema } from '../../../../../shared/schemas/run'
import { putRun } from '../../../../services/runs'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  return putRun(db, studioId, id, await readInput(event, runSchema, completeRun))
})
