import { readMultipartFormData } from 'h3'
import { problem } from '../../../../../server/problem'
import { route } from '../../../../../server/route'
import { uploadPicture } from '../../../../../server/services/postPictures'

/** A picture as a form with one file in it (RFC 7578). */
export default route('work', null, async ({ actor, event }) => {
  const file = (await readMultipartFormData(event).catch(() => undefined))?.find(({ name }) => name === 'file')
  if (!file) throw problem('noPicture')
  return uploadPicture(actor, file.data)
})
