import { findDemoStudio } from '../../services/studios'

/** What the sign-in page may offer. */
export default defineEventHandler(async () => ({ demo: (await findDemoStudio(useDatabase())) !== null }))
