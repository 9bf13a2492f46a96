import { watchSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { addWatch } from '../../../../services/watches'

export default route('work', watchSchema, ({ actor, body }) => addWatch(actor, body))
