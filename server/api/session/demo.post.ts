import { firstMember } from '../../services/members'
import { RATES, countCall } from '../../services/rates'
import { findDemoStudio } from '../../services/studios'
import { serverWords } from '../../../shared/texts/server'

export default defineEventHandler(async event => {
  if (!demoOpenTo(event)) throw problem(403, serverWords('demo.demoStudioOpensOnly'))
  const db = useDatabase()
  await countCall(db, RATES.demo, addressOf(event.node.req))
  const demo = await findDemoStudio(db)
  if (!demo) throw notFound(serverWords('demo.demoStudioNoDemo'))
  await signIn(event, { studioId: demo.id, memberId: await firstMember(db, demo.id, 'lead', 'Visitor'), role: 'lead' })
  return { ok: true }
})
