import { listPractices } from '../../services/practice'

export default studioRoute(({ db, studioId }) => listPractices(db, studioId))
