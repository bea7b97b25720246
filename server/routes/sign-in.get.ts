import { afterSignIn } from '../../shared/afterSignIn'
import { signInPage } from '../pages/signIn'
import { findDemoStudio } from '../services/studios'

/** Sign-in; it stands also where the database does not. */
export default defineEventHandler(async event => {
  const demo = demoOpenTo(event) && (await findDemoStudio(useDatabase()).catch(() => null)) !== null
  setResponseHeaders(event, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-cache' })
  return signInPage({
    demo,
    to: afterSignIn(getQuery(event).to),
    safelight: getCookie(event, 'epiro-look') === 'safelight',
  })
})
