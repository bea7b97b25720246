import { listQuestions } from '../../services/logQuestions'

export default viewRoute(({ db, studioId }) => listQuestions(db, studioId))
