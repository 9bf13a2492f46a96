import { savePostSchema } from '../../../../../shared/schemas'
import { route } from '../../../../../server/route'
import { savePost } from '../../../../../server/services/posts'

export default route('work', savePostSchema, ({ actor, param, body }) => savePost(actor, param('id'), body))
