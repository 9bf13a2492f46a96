import { postRoutes } from '#shared/posts/routes'
import { FORM_BYTES, readFile } from '#server/platform/http/body'
import { LIMITS } from '#shared/platform/limits'
import { PACE } from '#server/platform/http/pace'
import { problem } from '#server/platform/http/problem'
import { route } from '#server/route'
import { uploadPicture } from '#server/posts'

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
