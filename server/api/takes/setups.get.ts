import { logQueryFrom, logQuerySchema } from '../../../shared/schemas/log'
import { logSetups } from '../../services/log'

export default viewRoute(({ event, db, studioId }) =>
  logSetups(db, studioId, readQuery(event, logQuerySchema, logQueryFrom)),
)
