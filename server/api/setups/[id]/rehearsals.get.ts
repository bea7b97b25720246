import { rehearsalsOf } from '../../../services/rehearsals'
import { routeId } from '../../../utils/route'

export default viewRoute(({ event, db, studioId }) => rehearsalsOf(db, studioId, routeId(event, 'set-up')))
