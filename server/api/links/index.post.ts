import { linkSchema } from '../../../shared/schemas/records'
import { createSignInToken } from '../../services/sessions'

/** Minutes a link for another device holds. */
const MINUTES = 10

export default leadRoute(async ({ event, db, studioId }) => {
  const { role } = await readInput(event, linkSchema)
  return { token: await createSignInToken(db, studioId, { role, minutes: MINUTES }), minutes: MINUTES, addresses: joinAddresses(event) }
}, 201)
