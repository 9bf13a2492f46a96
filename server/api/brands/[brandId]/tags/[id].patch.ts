import { tagSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { renameTag } from '../../../../services/tags'

export default route('work', tagSchema, ({ actor, body, param }) => renameTag(actor, param('id'), body))
