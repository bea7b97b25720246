import { listKit } from '../../services/kit'

export default studioRoute(({ db, studioId }) => listKit(db, studioId))
