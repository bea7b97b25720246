import { answersQueryFrom, answersQuerySchema } from '../../../shared/schemas/answers'
import { seasonLog } from '../../services/answers'

export default viewRoute(({ event, db, studioId, memberId, role }) =>
  seasonLog(db, studioId, readQuery(event, answersQuerySchema, answersQueryFrom), { memberId, lead: role === 'lead' }),
)
