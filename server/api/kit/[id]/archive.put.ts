import { archiveSchema } from '../../../../shared/schemas/kit'
import { archiveKitItem } from '../../../services/kit'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'kit item')
  return archiveKitItem(db, studioId, id, (await readInput(event, archiveSchema)).archived)
})
