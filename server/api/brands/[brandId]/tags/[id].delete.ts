import { route } from '#server/route'
import { removeTag } from '#server/articles'

export default route('work', null, ({ actor, param }) => removeTag(actor, param('id')))
