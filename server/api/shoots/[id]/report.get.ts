import { shootReport } from '../../../services/report'

export default viewRoute(({ event, db, studioId }) => shootReport(db, studioId, routeId(event, 'shoot')))
