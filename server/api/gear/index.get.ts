import { listGear } from '../../services/gear'

/** What the studio's takes say of its gear. */
export default viewRoute(({ db, studioId }) => listGear(db, studioId))
