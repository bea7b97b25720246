import { setResponseHeaders } from 'h3'
import { setupFrame } from '../../../services/setupFrames'
import { routeId } from '../../../utils/route'

/** The computed frame of a set-up; asked with its revision, the address is another as soon as it has changed. */
export default viewRoute(async ({ event, db, studioId }) => {
  const data = await setupFrame(db, studioId, routeId(event, 'set-up'))
  setResponseHeaders(event, {
    'content-type': 'image/webp',
    'content-length': data.length,
    'cache-control': 'private, max-age=86400',
  })
  return Buffer.from(data)
})
