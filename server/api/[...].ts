/** Any other address under /api is no page of the application. */
export default defineEventHandler(async event => {
  await requireSession(event)
  throw notFound('route')
})
