import { LARGEST_PICTURE, pictureQueryFrom, pictureQuerySchema } from '../../../../../shared/schemas/pictures'
import { addPicture } from '../../../../services/pictures'

export default studioRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  const query = readQuery(event, pictureQuerySchema, pictureQueryFrom)
  return addPicture(db, studioId, id, query, await limitedBytes(event, LARGEST_PICTURE))
}, 201)
