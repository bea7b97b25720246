import { getRun } from '../../../../services/runs'

export default viewRoute(({ event, db, studioId }) => getRun(db, studioId, routeId(event, 'set-up')))
