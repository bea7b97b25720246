import { listPictures } from '../../../../services/pictures'

export default studioRoute(({ event, db, studioId }) => listPictures(db, studioId, routeId(event, 'set-up')))
