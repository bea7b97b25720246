import { setResponseHeaders } from 'h3'
import { readPicture } from '../services/pictures'
import { routeId, studioRoute } from './route'

/** A route that answers with a picture; what is kept under an id never changes. */
export const sendPicture = (size: 'full' | 'thumb') => studioRoute(async ({ event, db, studioId }) => {
  const { type, data } = await readPicture(db, studioId, routeId(event, 'picture'), size)
  setResponseHeaders(event, { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' })
  return data
})
