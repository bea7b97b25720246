import { dayLog } from '../../../services/dayEvents'

export default viewRoute(({ event, db, studioId }) => dayLog(db, studioId, routeId(event, 'shoot')))
