import { eq } from 'drizzle-orm'
import { type Setup, newKitItem, newSetup } from '~~/core'
import { setups } from '~~/server/database/schema'
import { createKit } from '~~/server/services/kit'
import { getSetup, updateSetup } from '~~/server/services/setups'
import { makeSetup, refusal, studio } from './support'

test(
  'kit of another studio is refused in a change and forgotten in what comes new; what stood there before ' + 'may stay',
  async () => {
    const [own, other] = [await studio(), await studio()]
    const [[mine], [theirs]] = [
      (await createKit(own.db, own.studioId, [newKitItem('camera', 'Mine')])).ids,
      (await createKit(other.db, other.studioId, [newKitItem('camera', 'Theirs')])).ids,
    ]
    const withCamera = (camera: string): Setup => ({
      ...newSetup('projectile'),
      kit: { ...newSetup('projectile').kit, camera },
    })
    const id = await makeSetup(own.db, own.studioId, own.shootId, withCamera(theirs!))
    expect((await getSetup(own.db, own.studioId, id)).setup.kit.camera).toBe('')
    expect(await refusal(updateSetup(own.db, own.studioId, id, 1, withCamera(theirs!)))).toEqual({
      status: 422,
      detail: `setup.kit: item ${theirs} is not in this studio's kit`,
    })
    expect((await updateSetup(own.db, own.studioId, id, 1, withCamera(mine!))).setup.kit.camera).toBe(mine)
    // A set-up saved before this was asked about can still be changed.
    await own.db
      .update(setups)
      .set({ document: withCamera(theirs!) })
      .where(eq(setups.id, id))
    expect(
      (await updateSetup(own.db, own.studioId, id, 2, { ...withCamera(theirs!), name: 'Changed' })).setup.name,
    ).toBe('Changed')
    await Promise.all([own.end(), other.end()])
  },
)
