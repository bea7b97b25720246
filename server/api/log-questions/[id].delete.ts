import { forgetQuestion } from '../../services/logQuestions'

export default crewRoute(async ({ event, db, studioId }) => {
  await forgetQuestion(db, studioId, routeId(event, 'question'))
  return { ok: true }
})
