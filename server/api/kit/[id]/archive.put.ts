import { archiveSchema } from '../../../../shared/schemas/kit'
import { archiveKitItem } from '../../../services/kit'
import { serverWords } from '../../../../shared/texts/server'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, serverWords('archive.kitItem'))
  return archiveKitItem(db, studioId, id, (await readInput(event, archiveSchema)).archived)
})
