import { getRun } from '../../../../services/runs'

export default studioRoute(({ event, db, studioId }) => getRun(db, studioId, routeId(event, 'set-up')))
