import { duplicateSetup } from '../../../services/setups'

export default crewRoute(({ event, db, studioId }) => duplicateSetup(db, studioId, routeId(event, 'set-up')), 201)
