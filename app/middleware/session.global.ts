/** Every page asks for a session; sign-in is a page of the server's own. */
export default defineNuxtRouteMiddleware(async () => {
  const session = useSessionStore()
  if (!session.known) await session.load()
  // Nobody was signed in here while there was a network: sign-in says so.
  if (!session.studio) return navigateTo('/sign-in', { external: true })
})
