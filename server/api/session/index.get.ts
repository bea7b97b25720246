export default defineEventHandler(async (event) => {
  const { id: _, ...studio } = await requireStudio(event)
  return { studio }
})
