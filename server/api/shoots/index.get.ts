import { setResponseHeader } from 'h3'
import { shootsQueryFrom, shootsQuerySchema } from '../../../shared/schemas/shoots'
import { listShoots } from '../../services/shoots'

/** A page of shoots; where there are more, the header `link` says where. */
export default viewRoute(async ({ event, db, studioId }) => {
  const query = readQuery(event, shootsQuerySchema, shootsQueryFrom)
  const { shoots, next } = await listShoots(db, studioId, query)
  if (next) setResponseHeader(event, 'link', `</api/shoots?limit=${query.limit}&before=${next}>; rel="next"`)
  return shoots
})
