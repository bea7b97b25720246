import { signInSchema } from '../../../shared/schemas/records'
import { redeemSignInToken } from '../../services/sessions'

export default defineEventHandler(async (event) => {
  const { token } = await readInput(event, signInSchema)
  const grant = await redeemSignInToken(useDatabase(), token)
  if (!grant) throw problem(403, 'This link was used or is too old; ask for a new one, or start Epiro again')
  await signIn(event, grant)
  return { ok: true }
})
