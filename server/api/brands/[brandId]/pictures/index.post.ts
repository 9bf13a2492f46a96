import { readFile } from '../../../../body'
import { LIMITS } from '../../../../../shared/limits'
import { PACE } from '../../../../pace'
import { problem } from '../../../../problem'
import { route } from '../../../../route'
import { uploadPicture } from '../../../../services/postPictures'

/** What a form puts round a file. */
const FORM_BYTES = 64 * 1024

/** A picture as a form with one file in it (RFC 7578). */
export default route(
  'work',
  null,
  async ({ actor, event }) => {
    const file = await readFile(event, 'file', LIMITS.uploadBytes + FORM_BYTES)
    if (!file) throw problem('noPicture')
    return uploadPicture(actor, file)
  },
  { bodyBytes: LIMITS.uploadBytes + FORM_BYTES, pace: PACE.picture },
)
