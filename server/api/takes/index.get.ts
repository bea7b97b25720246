import { logQueryFrom, logQuerySchema } from '../../../shared/schemas/log'
import { logPage } from '../../services/logPage'

export default viewRoute(({ event, db, studioId }) =>
  logPage(db, studioId, readQuery(event, logQuerySchema, logQueryFrom)),
)
