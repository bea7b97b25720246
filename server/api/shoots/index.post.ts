import { shootSchema } from '../../../shared/schemas/records'
import { createShoot } from '../../services/shoots'

export default crewRoute(
  async ({ event, db, studioId }) => createShoot(db, studioId, await readInput(event, shootSchema)),
  201,
)
