import { revealPractice } from '../../../../services/practice'

export default crewRoute(({ event, db, studioId }) => revealPractice(db, studioId, routeId(event, 'set-up')))
