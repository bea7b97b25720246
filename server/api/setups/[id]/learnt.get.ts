import { getSetup, setupsThatLearnt } from '../../../services/setups'
import { work } from '../../../services/workers'

/** What other set-ups of the studio have learnt that bears on this one. */
export default viewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  const { setup } = await getSetup(db, studioId, id)
  const others = await setupsThatLearnt(db, studioId, id)
  return others.length === 0 ? [] : work('learnt', { setup, others })
})
