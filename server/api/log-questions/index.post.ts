import { questionSchema } from '../../../shared/schemas/logQuestions'
import { keepQuestion } from '../../services/logQuestions'

export default crewRoute(
  async ({ event, db, studioId, memberId }) =>
    keepQuestion(db, studioId, await readInput(event, questionSchema), memberId),
  201,
)
