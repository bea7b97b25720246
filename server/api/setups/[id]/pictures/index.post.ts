import { LARGEST_PICTURE, pictureQueryFrom, pictureQuerySchema } from '../../../../../shared/schemas/pictures'
import { addPictureFile } from '../../../../services/pictures'
import { RATES, countCall } from '../../../../services/rates'
import { receive } from '../../../../services/received'
import { setupPlace } from '../../../../services/setups'

export default crewRoute(async ({ event, db, studioId, sessionId }) => {
  await countCall(db, RATES.upload, sessionId)
  const id = routeId(event, 'set-up')
  const query = readQuery(event, pictureQuerySchema, pictureQueryFrom)
  refuseLarger(event, LARGEST_PICTURE)
  await setupPlace(db, studioId, id)
  return receive(sessionId, event.node.req, LARGEST_PICTURE, file => addPictureFile(db, studioId, id, query, file))
}, 201)
