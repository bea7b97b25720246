import { Readable } from 'node:stream'
import { type H3Event, setResponseHeaders } from 'h3'
import { openPicture, readSmall } from '../services/pictures'
import { routeId, viewRoute } from './route'

/** What is kept under an id never changes. */
const headed = (event: H3Event, type: string, length: number): void =>
  setResponseHeaders(event, {
    'content-type': type,
    'content-length': length,
    'cache-control': 'private, max-age=31536000, immutable',
  })

/** A route that answers with a picture, as it is taken. */
export const sendPicture = (size: 'full' | 'thumb') =>
  viewRoute(async ({ event, db, studioId }) => {
    const { type, length, parts } = await openPicture(db, studioId, routeId(event, 'picture'), size)
    headed(event, type, length)
    const stream = Readable.from(parts, { objectMode: false })
    event.node.res.once('close', () => stream.destroy())
    return stream
  })

/** The same, as small as takes are read at. */
export const sendSmall = () =>
  viewRoute(async ({ event, db, studioId }) => {
    const { type, data } = await readSmall(db, studioId, routeId(event, 'picture'))
    headed(event, type, data.length)
    return data
  })
