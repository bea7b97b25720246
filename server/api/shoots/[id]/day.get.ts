import { getDay } from '../../../services/days'

export default viewRoute(({ event, db, studioId }) => getDay(db, studioId, routeId(event, 'shoot')))
