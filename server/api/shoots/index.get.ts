import { listShoots } from '../../services/shoots'

export default viewRoute(({ db, studioId }) => listShoots(db, studioId))
