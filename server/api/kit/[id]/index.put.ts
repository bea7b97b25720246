import { kitUpdateSchema } from '../../../../shared/schemas/kit'
import { updateKitItem } from '../../../services/kit'
import { serverWords } from '../../../../shared/texts/server'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, serverWords('setUpPage.kitItem'))
  const { revision, item } = await readInput(event, kitUpdateSchema)
  return updateKitItem(db, studioId, id, revision, item)
})
