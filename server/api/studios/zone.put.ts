import { studioZoneSchema } from '../../../shared/schemas/records'
import { setZone } from '../../services/studioZone'

/** The clocks by which the studio's days go; its log is counted anew by them. */
export default leadRoute(async ({ event, db, studioId }) => {
  const { zone } = await readInput(event, studioZoneSchema)
  await setZone(db, studioId, zone)
  return { zone }
})
