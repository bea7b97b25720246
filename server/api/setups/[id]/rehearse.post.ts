import { beginRehearsal } from '../../../services/practice'

/** Takes a set-up to the practice bench. */
export default crewRoute(({ event, db, studioId }) => beginRehearsal(db, studioId, routeId(event, 'set-up')), 201)
