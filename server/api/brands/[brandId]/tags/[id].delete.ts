import { route } from '../../../../route'
import { removeTag } from '../../../../services/tags'

export default route('work', null, ({ actor, param }) => removeTag(actor, param('id')))
