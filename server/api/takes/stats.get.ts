import { logQueryFrom, logQuerySchema } from '../../../shared/schemas/log'
import { logStats } from '../../services/logStats'

export default viewRoute(({ event, db, studioId }) =>
  logStats(db, studioId, readQuery(event, logQuerySchema, logQueryFrom)),
)
