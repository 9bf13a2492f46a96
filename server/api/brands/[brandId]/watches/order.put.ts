import { orderSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { orderWatches } from '../../../../services/watches'

export default route('work', orderSchema, ({ actor, body }) => orderWatches(actor, body.ids))
