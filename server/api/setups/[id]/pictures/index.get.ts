import { listPictures } from '../../../../services/pictures'

export default viewRoute(({ event, db, studioId }) => listPictures(db, studioId, routeId(event, 'set-up')))
