import { findDemoStudio } from '../../services/studios'

/** What the sign-in page may offer. */
export default defineEventHandler(async event => ({
  demo: demoOpenTo(event) && (await findDemoStudio(useDatabase())) !== null,
}))
