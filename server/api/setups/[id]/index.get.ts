import { getSetup } from '../../../services/setups'

export default studioRoute(({ event, db, studioId }) => getSetup(db, studioId, routeId(event, 'set-up')))
