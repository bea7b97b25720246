import { duplicateSetup } from '../../../services/setups'

export default studioRoute(({ event, db, studioId }) => duplicateSetup(db, studioId, routeId(event, 'set-up')), 201)
