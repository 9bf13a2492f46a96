import { savePostSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { savePost } from '#server/posts'

export default route('work', savePostSchema, ({ actor, param, body }) => savePost(actor, param('id'), body))
