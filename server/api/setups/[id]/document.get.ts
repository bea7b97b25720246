import { setupDocument } from '../../../services/setups'

/** A set-up as it lies in the database: what is left of one that cannot be read. */
export default viewRoute(({ event, db, studioId }) => setupDocument(db, studioId, routeId(event, 'set-up')))
