import { kitCreateSchema } from '../../../shared/schemas/kit'
import { createKit } from '../../services/kit'

export default leadRoute(
  async ({ event, db, studioId }) => createKit(db, studioId, (await readInput(event, kitCreateSchema)).items),
  201,
)
