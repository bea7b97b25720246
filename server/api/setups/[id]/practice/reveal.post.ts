import { revealPractice } from '../../../../services/practice'

export default studioRoute(({ event, db, studioId }) => revealPractice(db, studioId, routeId(event, 'set-up')))
