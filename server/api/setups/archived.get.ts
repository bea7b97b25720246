import { listArchived } from '../../services/setups'

export default viewRoute(({ db, studioId }) => listArchived(db, studioId))
