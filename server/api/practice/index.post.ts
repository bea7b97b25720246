import { practiceSchema } from '../../../shared/schemas/records'
import { beginPractice } from '../../services/practice'

export default crewRoute(async ({ event, db, studioId }) => {
  const { exercise, seed } = await readInput(event, practiceSchema)
  return beginPractice(db, studioId, exercise, seed)
}, 201)
