import { getQuery } from 'h3'
import { listTakes } from '../../../services/takes'

export default viewRoute(({ event, db, studioId }) =>
  listTakes(db, studioId, routeId(event, 'set-up'), getQuery(event).struck === 'true'),
)
