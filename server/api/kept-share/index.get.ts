import { keptShareOf } from '../../services/keptShare'

export default viewRoute(({ db, studioId }) => keptShareOf(db, studioId))
