import { deletePicture } from '../../../services/pictures'

export default leadRoute(async ({ event, db, studioId }) => {
  const id = routeId(event, 'picture')
  await deletePicture(db, studioId, id)
  return { ok: true }
})
