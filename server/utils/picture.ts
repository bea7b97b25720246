import { setResponseHeaders } from 'h3'
import type { Database } from '../database/client'
import { readPicture, readSmall } from '../services/pictures'
import { routeId, viewRoute } from './route'

const sent = (read: (db: Database, studioId: string, id: string) => Promise<{ type: string; data: Buffer }>) =>
  viewRoute(async ({ event, db, studioId }) => {
    const { type, data } = await read(db, studioId, routeId(event, 'picture'))
    setResponseHeaders(event, { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' })
    return data
  })

/** A route that answers with a picture; what is kept under an id never changes. */
export const sendPicture = (size: 'full' | 'thumb') => sent((db, studioId, id) => readPicture(db, studioId, id, size))
/** The same, as small as takes are read at. */
export const sendSmall = () => sent(readSmall)
