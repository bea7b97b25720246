import { listShoots } from '../../services/shoots'

export default studioRoute(({ db, studioId }) => listShoots(db, studioId))
