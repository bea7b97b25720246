import { findDemoStudio } from '../../services/studios'

export default defineEventHandler(async (event) => {
  const demo = await findDemoStudio(useDatabase())
  if (!demo) throw notFound('demo studio: no demo data was loaded')
  await signIn(event, { studioId: demo.id, role: 'lead' })
  return { ok: true }
})
