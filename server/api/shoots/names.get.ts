import { shootNames } from '../../services/shoots'

export default viewRoute(({ db, studioId }) => shootNames(db, studioId))
