import { PACE } from '../../../../pace'
import { watchLookSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { lookAhead } from '../../../../services/watchLook'

/** What a query that is being written would mark of the last days. Changes nothing. */
export default route('work', watchLookSchema, ({ actor, body }) => lookAhead(actor.brandId, body), { pace: PACE.look })
