import { logQueryFrom, logQuerySchema } from '../../../shared/schemas/log'
import { logPage } from '../../services/log'

export default viewRoute(({ event, db, studioId }) =>
  logPage(db, studioId, readQuery(event, logQuerySchema, logQueryFrom)),
)
