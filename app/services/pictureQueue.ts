import { DeviceQueue } from './deviceQueue'

/** A picture that the server does not have yet. */
export interface QueuedPicture {
  key: string
  /** Who added it in which studio: sent in their name and in no other. */
  owner: string
  setupId: string
  /** Key of the take it is of, which may not be sent either; null: the one of its time. */
  takeKey: string | null
  name: string
  /** When it was added: its time where the file has none of its own. */
  addedAt: string
  file: Blob
  /** Why the server will not have it. */
  refused?: string
}

/** Pictures kept on this device until the server has them. */
export const pictureQueue = new DeviceQueue<QueuedPicture>(['epiro-pictures', 'pictures'], ({ key }) => key)

const urls = new Map<string, string>()

/** Has a picture that waits here seen under its key; left out, it is seen so no longer. */
export function seeHere(key: string, file?: Blob): void {
  if (file ? urls.has(key) : !urls.has(key)) return
  if (file) urls.set(key, URL.createObjectURL(file))
  else {
    URL.revokeObjectURL(urls.get(key)!)
    urls.delete(key)
  }
}

/** Address of a picture: on the server, or of one that waits here. */
export const pictureUrl = (id: string, size: 'full' | 'small' | 'thumb'): string =>
  urls.get(id) ?? `/api/pictures/${id}/${size}`
