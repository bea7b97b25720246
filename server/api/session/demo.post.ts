import { firstMember } from '../../services/members'
import { RATES, countCall } from '../../services/rates'
import { findDemoStudio } from '../../services/studios'

export default defineEventHandler(async event => {
  if (!demoOpenTo(event)) throw problem(403, 'The demo studio opens only on the machine Epiro runs on')
  const db = useDatabase()
  await countCall(db, RATES.demo, addressOf(event.node.req))
  const demo = await findDemoStudio(db)
  if (!demo) throw notFound('demo studio: no demo data was loaded')
  await signIn(event, { studioId: demo.id, memberId: await firstMember(db, demo.id, 'lead', 'Visitor'), role: 'lead' })
  return { ok: true }
})
