import { route } from '#server/route'
import { removePost } from '#server/posts'

export default route('work', null, ({ actor, param }) => removePost(actor, param('id')))
