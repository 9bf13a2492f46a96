import { watchSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { editWatch } from '../../../../services/watches'

export default route('work', watchSchema, ({ actor, body, param }) => editWatch(actor, param('id'), body))
