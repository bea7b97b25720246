import { kitUpdateSchema } from '../../../../shared/schemas/kit'
import { updateKitItem } from '../../../services/kit'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'kit item')
  const { revision, item } = await readInput(event, kitUpdateSchema)
  return updateKitItem(db, studioId, id, revision, item)
})
