import { PACE } from '../../../../pace'
import { watchOffersSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { offerWords } from '../../../../services/watchLook'

/** Words worth adding to a query that is being written. Changes nothing. */
export default route('work', watchOffersSchema, ({ actor, body }) => offerWords(actor.brandId, body.query), { pace: PACE.look })
