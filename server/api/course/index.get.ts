import { courseOf } from '../../services/course'

/** How far somebody is in the course, and for the lead how far all are. */
export default viewRoute(({ db, studioId, memberId, role }) => courseOf(db, studioId, memberId, role === 'lead'))
