import { listArchived } from '../../services/setups'

export default studioRoute(({ db, studioId }) => listArchived(db, studioId))
