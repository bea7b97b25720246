export default defineEventHandler(async (event) => {
  const { studio: { id: _, ...studio }, role } = await requireSession(event)
  return { studio, role }
})
