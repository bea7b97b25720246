import { courseAnswerSchema } from '../../../shared/schemas/course'
import { answerGo } from '../../services/course'

export default viewRoute(async ({ event, db, studioId, memberId }) =>
  answerGo(db, studioId, memberId, await readInput(event, courseAnswerSchema)),
)
