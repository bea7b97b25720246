import { keptShareSchema } from '../../../shared/schemas/answers'
import { useKeptShare } from '../../services/keptShare'

export default leadRoute(async ({ event, db, studioId }) =>
  useKeptShare(db, studioId, (await readInput(event, keptShareSchema)).used),
)
