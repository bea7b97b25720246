import { listKit } from '../../services/kit'

export default viewRoute(({ db, studioId }) => listKit(db, studioId))
