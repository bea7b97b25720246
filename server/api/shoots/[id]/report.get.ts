import { shootReport } from '../../../services/report'

export default studioRoute(({ event, db, studioId }) => shootReport(db, studioId, routeId(event, 'shoot')))
