import { postRoutes } from '#shared/posts/routes'
import { readFile } from '#server/platform/http/body'
import { LIMITS } from '#shared/platform/limits'
import { PACE } from '#server/platform/http/pace'
import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'
import { uploadPicture } from '#server/posts'

/** What a form puts round a file. */
const FORM_BYTES = 64 * 1024

export default route(
  postRoutes.addPicture,
  null,
  async ({ actor, event }) => {
    const file = await readFile(event, 'file', LIMITS.uploadBytes + FORM_BYTES)
    if (!file) throw problem('noPicture')
    return uploadPicture(actor, file)
  },
  { bodyBytes: LIMITS.uploadBytes + FORM_BYTES, pace: PACE.picture },
)
