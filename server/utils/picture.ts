import { setResponseHeaders } from 'h3'
import { readPicture } from '../services/pictures'
import { routeId, viewRoute } from './route'

/** A route that answers with a picture; what is kept under an id never changes. */
export const sendPicture = (size: 'full' | 'thumb') =>
  viewRoute(async ({ event, db, studioId }) => {
    const { type, data } = await readPicture(db, studioId, routeId(event, 'picture'), size)
    setResponseHeaders(event, { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' })
    return data
  })
