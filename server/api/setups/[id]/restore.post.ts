import { restoreSetup } from '../../../services/setups'

export default leadRoute(({ event, db, studioId }) => restoreSetup(db, studioId, routeId(event, 'set-up')))
