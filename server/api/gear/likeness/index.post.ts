import { likeGearSchema } from '../../../../shared/schemas/gear'
import { nameLikeGear } from '../../../services/gearLikeness'

export default leadRoute(async ({ event, db, studioId }) =>
  nameLikeGear(db, studioId, await readInput(event, likeGearSchema)),
)
