import { learntElsewhere } from '../../../../core'
import { getSetup, setupsThatLearnt } from '../../../services/setups'

/** What other set-ups of the studio have learnt that bears on this one. */
export default viewRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'set-up')
  const { setup } = await getSetup(db, studioId, id)
  return learntElsewhere(setup, await setupsThatLearnt(db, studioId, id))
})
