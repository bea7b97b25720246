import { listPractices } from '../../services/practice'

export default viewRoute(({ db, studioId }) => listPractices(db, studioId))
