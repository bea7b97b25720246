import { findQuerySchema } from '../../../shared/schemas/find'
import { findIn } from '../../services/find'

export default viewRoute(({ event, db, studioId }) =>
  findIn(db, studioId, readQuery(event, findQuerySchema, raw => raw).text),
)
