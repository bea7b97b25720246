import { practiceState } from '../../../../services/practice'

export default viewRoute(({ event, db, studioId }) => practiceState(db, studioId, routeId(event, 'set-up')))
