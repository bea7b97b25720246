import { signInSchema } from '../../../shared/schemas/records'
import { RATES, countCall } from '../../services/rates'
import { redeemSignInToken } from '../../services/sessions'
import { serverWords } from '../../../shared/texts/server'

export default defineEventHandler(async event => {
  await countCall(useDatabase(), RATES.signIn, addressOf(event.node.req))
  const { token } = await readInput(event, signInSchema)
  const grant = await redeemSignInToken(useDatabase(), token)
  if (!grant) throw problem(403, serverWords('sessionPage.linkWasUsedCancelled'))
  await signIn(event, grant)
  return { ok: true }
})
