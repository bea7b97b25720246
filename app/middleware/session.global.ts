/** Every page but the sign-in asks for a session. */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSessionStore()
  if (!session.known) await session.load()
  if (!session.studio && to.path !== '/sign-in') return navigateTo('/sign-in')
})
