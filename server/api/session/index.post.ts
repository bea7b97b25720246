import { signInSchema } from '../../../shared/schemas/records'
import { redeemSignInToken } from '../../services/sessions'

export default defineEventHandler(async (event) => {
  const { token } = await readInput(event, signInSchema)
  const studioId = await redeemSignInToken(useDatabase(), token)
  if (!studioId) throw problem(403, 'This link was used or is too old; npm start prints a new one')
  await signIn(event, studioId)
  return { ok: true }
})
