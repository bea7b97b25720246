import { restoreSetup } from '../../../services/setups'

export default studioRoute(({ event, db, studioId }) => restoreSetup(db, studioId, routeId(event, 'set-up')))
