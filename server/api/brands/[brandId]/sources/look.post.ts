import { PACE } from '../../../../pace'
import { lookSchema } from '../../../../../shared/schemas'
import { route } from '../../../../route'
import { look } from '../../../../services/lookFor'

/** Finds the feed of an address and shows its newest titles, keeping nothing. */
export default route('work', lookSchema, ({ actor, body }) => look(actor.brandId, body), { pace: PACE.outside })
