import { askedBy, compareSchema } from '../../../shared/schemas/logQuestions'
import { compareLogs } from '../../services/logCompare'

export default viewRoute(async ({ event, db, studioId }) => {
  const { one, other } = await readInput(event, compareSchema)
  return compareLogs(db, studioId, askedBy(one)!, askedBy(other)!)
})
