import { route } from '#server/route'
import { openPost } from '#server/posts'

export default route('read', null, ({ actor, param }) => openPost(actor, param('id')))
