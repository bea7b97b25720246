import { pictureTakeSchema } from '../../../../shared/schemas/pictures'
import { putPicture } from '../../../services/pictures'

export default crewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'picture')
  return putPicture(db, studioId, id, (await readInput(event, pictureTakeSchema)).take)
})
