import { practiceState } from '../../../../services/practice'

export default studioRoute(({ event, db, studioId }) => practiceState(db, studioId, routeId(event, 'set-up')))
