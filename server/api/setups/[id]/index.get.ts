import { getSetup } from '../../../services/setups'

export default viewRoute(({ event, db, studioId }) => getSetup(db, studioId, routeId(event, 'set-up')))
