import { listSessions } from '../../services/sessions'

export default leadRoute(async ({ db, studioId, sessionId }) =>
  (await listSessions(db, studioId)).map(session => ({ ...session, here: session.id === sessionId })),
)
