import { PACE } from '#server/platform/http/pace'
import { linkLookSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { lookAtLink } from '#server/posts'

export default route('work', linkLookSchema, ({ body }) => lookAtLink(body.url), { pace: PACE.outside })
