import { listMembers } from '../../services/members'

export default leadRoute(({ db, studioId }) => listMembers(db, studioId))
