import { likenessOf } from '../../../services/gearLikeness'

export default viewRoute(({ db, studioId }) => likenessOf(db, studioId))
